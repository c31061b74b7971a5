<script setup lang="ts">
import { treatmentWords } from '~~/shared/rules/basket/fibre'
import type { Piece, Treatment } from '~~/shared/schemas/basket/piece'
import { shortDate } from '~/format/dates'
import { present } from '~~/core/present'
import { POT_PLAN } from '../usePotPlan'

/**
 * Mordants that are noted on a day after this pot. Usually they were given before it and written
 * down later: asked here, since the swatch would count as unmordanted.
 */
const plan = present(inject(POT_PLAN))
const api = useApi()
const { failure, busy, write } = useWrite()

const later = computed(() =>
  plan.pieces.flatMap((piece) =>
    piece.treatments
      .filter(({ kind, doneOn }) => kind === 'mordant' && doneOn > plan.draft.dyedOn)
      .map((treatment) => ({ piece, treatment })),
  ),
)
function wasBefore(piece: Piece, { id, agent, percentWof, finish, heat, note }: Treatment) {
  const treatment = {
    kind: 'mordant',
    doneOn: '',
    note,
    ...(agent && { agent }),
    ...(percentWof !== null && { percentWof }),
    ...(finish && { finish }),
    ...(heat && { heat }),
  }
  return write(
    () => api.patch<Piece>(`pieces/${piece.id}`, { corrected: { id, treatment } }, piece.rev),
    `${piece.code}: mordanted before its pot.`,
  )
}
</script>

<template>
  <div v-if="later.length" class="stack tight" role="group" aria-label="Mordants after this pot">
    <PlainCaution v-for="{ piece, treatment } in later" :key="treatment.id" level="mind">
      {{ piece.code }}: {{ treatmentWords(treatment) }} is noted on
      {{ shortDate(treatment.doneOn) }}, after this pot: it would count as no mordant.
      <ElButton size="small" :loading="busy" @click="wasBefore(piece, treatment)">
        It was before this pot
      </ElButton>
    </PlainCaution>
    <p v-if="failure" class="wrong" role="alert">{{ failure }}</p>
  </div>
</template>

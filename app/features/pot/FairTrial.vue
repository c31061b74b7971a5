<script setup lang="ts">
import { fibreFacts, type Fibre } from '~~/catalogue/fibres'
import type { Factor } from '~~/core/evidence/factors'
import { marksOf, pieceName } from '~/features/basket/readiness'
import { FACTOR_WORDS, listWords } from './factor-words'
import { POT_PLAN } from './usePotPlan'
import { POT_STOCK } from './usePotStock'
import { present } from '~~/core/present'

/** Whether the plan changes two things at once, and the piece that would make it a fair trial. */
const plan = present(inject(POT_PLAN))
const stock = present(inject(POT_STOCK))

const trial = computed(() => {
  const all = (plan.trial?.pieces ?? []).flatMap(({ pieceId, trial: each }) =>
    each ? [{ pieceId, ...each }] : [],
  )
  // the piece that would teach least is the one to speak of
  return all.sort((a, b) => b.differs.length - a.differs.length)[0] ?? null
})
const code = computed(() => plan.pieces.find(({ id }) => id === trial.value?.pieceId)?.code ?? 'it')
const words = (factors: readonly Factor[]) => listWords(factors.map((each) => FACTOR_WORDS[each]))
/** A piece of the basket that is like the earlier one. */
const control = computed(() => {
  const wanted = trial.value?.control?.pieceFactors
  if (!wanted) return null
  return (
    stock.value?.pieces.find(
      (piece) =>
        piece.fibre === wanted.fibre &&
        piece.base === wanted.base &&
        marksOf(piece) === wanted.mordant &&
        !plan.draft.pieceIds.includes(piece.id),
    ) ?? null
  )
})
const already = computed(() => {
  const wanted = trial.value?.control?.pieceFactors
  return wanted
    ? plan.pieces.find((piece) => piece.fibre === wanted.fibre && marksOf(piece) === wanted.mordant)
    : undefined
})
const wantedWords = computed(() => {
  const wanted = trial.value?.control?.pieceFactors
  return wanted ? `${fibreFacts(wanted.fibre as Fibre).label}, ${String(wanted.mordant)}` : ''
})
</script>

<template>
  <div v-if="trial" class="trial" aria-live="polite">
    <p v-if="trial.verdict === 'unsure' && trial.differs.length < 2">
      {{ trial.differs.length === 0 ? 'Maybe a repeat of' : 'Maybe a fair trial against' }}
      <NuxtLink :to="`/swatch?swatch=${trial.against.swatchId}`">{{
        trial.against.code
      }}</NuxtLink><template v-if="trial.differs.length === 1">
        by its <strong>{{ words(trial.differs) }}</strong></template
      >: not sure, since of one of the two there is no record of {{ words(trial.unknown) }}.
    </p>
    <p v-else-if="trial.differs.length === 0">
      A repeat of
      <NuxtLink :to="`/swatch?swatch=${trial.against.swatchId}`">{{
        trial.against.code
      }}</NuxtLink>: it tells the spread.
    </p>
    <p v-else-if="trial.differs.length === 1">
      Against
      <NuxtLink :to="`/swatch?swatch=${trial.against.swatchId}`">{{ trial.against.code }}</NuxtLink>
      only the <strong>{{ words(trial.differs) }}</strong> changes: a fair trial.
    </p>
    <p v-else class="two">
      {{ code }} changes {{ trial.differs.length }} things at once against
      <NuxtLink :to="`/swatch?swatch=${trial.against.swatchId}`">{{
        trial.against.code
      }}</NuxtLink>: <strong>{{ words(trial.differs) }}</strong>.
    </p>
    <template v-if="trial.control && trial.differs.length > 1">
      <p v-if="already" class="quiet">
        {{ already.code }} is its control: beside it, only the {{ words(trial.control.showsPiece) }}
        differs.
      </p>
      <p v-else>
        A control ({{ wantedWords }}) in the same pot parts them.
        <button
          v-if="control"
          type="button"
          class="link"
          @click="plan.draft.pieceIds.push(control.id)"
        >
          Put {{ control.code }} in, {{ pieceName(control) }}
        </button>
        <NuxtLink v-else to="/trial">None is in the basket: lay out a trial with its own</NuxtLink>
      </p>
    </template>
    <p v-if="trial.unknown.length && trial.differs.length > 1" class="quiet">
      Not on record for one of the two: {{ words(trial.unknown) }}.
    </p>
  </div>
</template>

<style scoped>
.trial {
  padding: 8px 12px;
  border-left: 3px solid var(--haze);
  background: var(--paper);
}

.two {
  color: var(--ochre);
}
</style>

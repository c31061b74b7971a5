<script setup lang="ts">
import { formatMass } from '~/format/quantities'
import type { Almost } from '~~/core/evidence/almost'
import type { EvidenceLook } from '~~/shared/views/evidence/evidence'
import { isTrialFactor } from '~/features/trial/useBroughtTrial'
import { FACTOR_WORDS, listWords } from '~/features/pot/factor-words'

/** Pairs that one more piece would make clean, with the pot that it wants. */
const { almost, looks } = defineProps<{
  almost: readonly Almost[]
  looks: ReadonlyMap<string, EvidenceLook>
}>()

/** What no trial is laid out for is planned as any pot. */
const potLike = ({ lotId, ratioDry }: EvidenceLook) => ({
  ...(lotId && { lot: lotId }),
  ratio: (ratioDry ?? 0).toPrecision(6),
})
const lines = computed(() =>
  almost.flatMap((each) => {
    const [bath, piece] = [looks.get(each.bathLike), looks.get(each.pieceLike)]
    if (!bath || !piece) return []
    const [of] = each.shows
    const to = isTrialFactor(of)
      ? { path: '/trial', query: { bath: bath.id, piece: piece.id, of } }
      : { path: '/pot', query: potLike(bath) }
    return [{ ...each, bath, piece, to, isTrial: isTrialFactor(of) }]
  }),
)
</script>

<template>
  <ul>
    <li v-for="line in lines" :key="line.bathLike + line.pieceLike">
      <p>
        <strong>{{ formatMass(line.plantG) }} {{ line.bath.sourceName }}</strong> and a piece as
        <NuxtLink :to="`/swatch?swatch=${line.piece.id}`">{{ line.piece.code }}</NuxtLink>
        ({{ line.piece.words }}), in a pot as
        <NuxtLink :to="`/hob?pot=${line.bath.potId}`">{{ line.bath.potCode }}</NuxtLink>: then
        {{ listWords(line.shows.map((factor) => FACTOR_WORDS[factor])) }} are told apart.
      </p>
      <NuxtLink :to="line.to" class="el-button">{{
        line.isTrial ? 'Plan it with its control' : 'Plan it'
      }}</NuxtLink>
    </li>
  </ul>
</template>

<style scoped>
ul {
  margin: 0;
  padding: 0;
  list-style: none;
}

li {
  padding: 8px 0;
  border-top: 1px solid var(--line);
}

li p {
  margin: 0 0 6px;
}
</style>

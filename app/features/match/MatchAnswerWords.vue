<script setup lang="ts">
import { formatCount } from '~~/core/quantity/format-count'
import { formatNumber, formatRatio } from '~/format/quantities'
import type { MatchResult } from './useMatch'

/** What came of the search, in a sentence or two: also that nothing reaches it, and what would tell. */
const { result, within } = defineProps<{ result: MatchResult; within: number }>()

/** Below one in five a colour is not reached by what is known. */
const REACHED = 0.2
const best = computed(() => result.ways[0] ?? null)
const REASONS = {
  fibre: 'on another fibre',
  mordant: 'with another mordant',
  heat: 'by a way too hot for it, or painted on',
  fades: 'fading or of unknown fastness',
  notAtHand: 'not at hand by then',
} as const
const leftOut = computed(() =>
  Object.entries(result.leftOut)
    .map(([reason, n]) => `${n} ${REASONS[reason as keyof typeof REASONS]}`)
    .join(', '),
)
</script>

<template>
  <div class="panel words">
    <p v-if="!best" role="status">
      None of your curves may be used so: {{ leftOut || 'there are none yet' }}.
      <NuxtLink to="/card">A swatch you have</NuxtLink> begins one.
    </p>
    <p v-else-if="best.probability < REACHED" role="status">
      <strong>Not reached from what you have dyed.</strong> Nothing comes within {{ within }} ΔE
      more often than one time in five; nearest is
      {{ best.baths.map(({ name }) => name).join(', then ') }}, about
      {{ formatNumber(best.difference.mid, 2) }} ΔE off.
    </p>
    <p v-else role="status">
      <strong
        >{{ Math.round(100 * best.probability) }} in 100 to come within {{ within }} ΔE, by
        {{ best.baths.map(({ name }) => name).join(', then ') }}.</strong
      >
      {{ formatCount(result.searched, 'curve was', 'curves were') }} looked at<template
        v-if="leftOut"
        >; left out {{ leftOut }}</template
      >.
    </p>
    <p v-if="result.trial" class="quiet">
      A trial of
      <NuxtLink :to="`/strength?source=${result.trial.bath.source.sourceId}`">{{
        result.trial.bath.name
      }}</NuxtLink>
      near {{ formatRatio(result.trial.bath.ratioDry) }} dry would tell most: were its strength
      known, {{ Math.round(100 * result.trial.from) }} in 100 could be up to
      {{ Math.round(100 * result.trial.to) }}.
    </p>
  </div>
</template>

<style scoped>
.words p {
  margin: 2px 0;
}
</style>

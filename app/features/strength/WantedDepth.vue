<script setup lang="ts">
import { DEPTH_STARTS, DEPTHS, type Depth } from '~~/core/colour/depth'
import { formatMass, formatRatio } from '~/format/quantities'
import { formatRoughMass, handyMassG } from '~/format/rough-mass'
import { triedOf } from '~~/core/strength/outside-tried'
import { farWords } from './words'
import { plantNeededG } from '~~/core/harvest/ratio'
import type { StrengthGroup, StrengthView } from '~~/shared/views/strength/strength'
import { useWantedRatio } from './useWantedRatio'

const { group, view } = defineProps<{
  group: StrengthGroup
  view: StrengthView
}>()
const emit = defineEmits<{ ratio: [number] }>()

/** A depth is aimed at in its middle; "deep" has no end, so a fifth above its beginning. */
const WANTED: readonly Depth[] = DEPTHS.slice(1)
const aimOf = (depth: Depth) => {
  const next = DEPTHS[DEPTHS.indexOf(depth) + 1]
  return next ? Math.sqrt(DEPTH_STARTS[depth] * DEPTH_STARTS[next]) : DEPTH_STARTS[depth] * 1.2
}
/** How sure to be of reaching it. */
const SURE = [0.5, 0.8, 0.95] as const
const SURE_WORDS = { 0.5: 'as likely as not', 0.8: '8 in 10', 0.95: '19 in 20' } as const
/** A ratio this far beyond anything tried is no advice. */
const BEYOND = 4

const depth = ref<Depth>('middling')
const sure = ref<(typeof SURE)[number]>(0.5)
const fibreG = ref<number | null>(handyMassG({ grams: 100, ounces: 4 }))

const { ratio: asked, isAnswered } = useWantedRatio(
  () => group.curve,
  () => aimOf(depth.value),
  () => sure.value,
)
const tried = computed(() => triedOf(group.curve?.answer.points ?? []))
/** Nothing was tried: its kind alone says a span, and no middle of it. */
const isTypical = computed(() => tried.value[1] === 0)
const typical = computed(() => {
  if (!isTypical.value || !asked.value || !fibreG.value) return null
  const { low, high } = asked.value
  const words = (dry: number, round: (value: number) => number) =>
    formatRoughMass(plantNeededG(dry, fibreG.value ?? 0, view.usualDryFraction), round)
  const least = words(low, Math.floor)
  return high === null ? `${least} or much more` : `${least} to ${words(high, Math.ceil)}`
})
const ratio = computed(() => {
  const mid = asked.value?.mid
  return mid !== undefined && mid <= BEYOND * tried.value[1] ? mid : null
})
const guess = computed(() => (ratio.value ? farWords(ratio.value, tried.value) : ''))
const grams = computed(() =>
  ratio.value && fibreG.value
    ? plantNeededG(ratio.value, fibreG.value, view.usualDryFraction)
    : null,
)
let isAsked = false
watch([ratio, isAnswered], () => {
  if (!isAsked || !isAnswered.value) return
  isAsked = false
  if (ratio.value) emit('ratio', ratio.value)
})

function choose(wanted: Depth) {
  isAsked = true
  depth.value = wanted
}
</script>

<template>
  <section v-if="group.curve" class="stack tight" aria-labelledby="wanted">
    <div class="ask">
      <h2 id="wanted">Ratio for a depth, on</h2>
      <QuantityField v-model="fibreG" label="dry fibre" class="fibre" bare />
    </div>
    <ElRadioGroup
      :model-value="depth"
      aria-label="Wanted depth"
      @update:model-value="choose($event as Depth)"
    >
      <ElRadioButton v-for="each in WANTED" :key="each" :value="each">{{ each }}</ElRadioButton>
    </ElRadioGroup>
    <ElRadioGroup v-model="sure" aria-label="How sure">
      <ElRadioButton v-for="each in SURE" :key="each" :value="each">{{
        SURE_WORDS[each]
      }}</ElRadioButton>
    </ElRadioGroup>
    <p v-if="!isAnswered" class="quiet" aria-live="polite">Reckoning ...</p>
    <p v-else-if="isTypical" class="estimate" aria-live="polite">
      <template v-if="typical">
        Of its kind alone, {{ typical }} {{ view.usualState }} for {{ formatMass(fibreG) }}: too
        wide to plan by, and a pair of trial jars tells more.
      </template>
      <template v-else-if="!asked"
        >Of its kind alone, no amount is that likely to reach it.</template
      >
      <template v-else>Say how much fibre it is for.</template>
    </p>
    <p v-else-if="ratio" aria-live="polite">
      For {{ depth }}:
      <strong>{{ formatRatio(ratio / view.usualDryFraction) }} {{ view.usualState }}</strong>
      <span class="quiet"> ({{ formatRatio(ratio) }} dry){{ grams ? ', ' : '' }}</span>
      <template v-if="grams">
        <strong>{{ formatMass(grams) }}</strong> {{ view.usualState }} for
        {{ formatMass(fibreG) }} of fibre.
      </template>
      <span v-if="guess" class="estimate capital">{{ guess }}.</span>
      <span v-else-if="ratio > tried[1]" class="estimate">
        Beyond the {{ formatRatio(tried[1] / view.usualDryFraction) }} {{ view.usualState }} you
        tried.
      </span>
    </p>
    <p v-else aria-live="polite">
      <strong>Not reached</strong> with that sureness at any ratio near what you tried.
    </p>
  </section>
</template>

<style scoped>
.ask {
  display: flex;
  align-items: center;
  gap: 10px;
}

.fibre {
  width: 120px;
}
</style>

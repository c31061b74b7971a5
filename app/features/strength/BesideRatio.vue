<script setup lang="ts">
import type { PlantState } from '~~/core/harvest/dry-fraction'
import { dryRatioOf, weighedRatioOf } from '~~/core/harvest/ratio'
import { formatRatio } from '~/format/quantities'
import { besideSentence, colourStep } from '~~/core/strength/colour-step'
import type { EstimateAt } from '~~/core/strength/estimate-at'
import type { Interval } from '~~/core/strength/posterior/posterior'
import type { CurveView } from '~~/shared/views/strength/curve'
import { latestOnly } from '~/composables/latest'
import { present } from '~~/core/present'

/** Would anyone see this ratio against another one? */
const { curve, estimate, dryFraction, state, gainTo } = defineProps<{
  curve: CurveView
  estimate: EstimateAt
  dryFraction: number
  state: PlantState
  gainTo: (ratio: number) => Promise<Interval>
}>()
/** Dry ratio. */
const beside = defineModel<number | null>({ required: true })

const weighed = computed({
  get: () => beside.value && Number(weighedRatioOf(beside.value, dryFraction).toPrecision(3)),
  set: (typed) => (beside.value = typed ? dryRatioOf(typed, dryFraction) : null),
})

const sentence = ref('')
const ask = latestOnly()
watch(
  [beside, () => estimate, () => curve],
  async ([other]) => {
    const isLatest = ask()
    if (!other) return void (sentence.value = '')
    const gain = await gainTo(other)
    if (!isLatest()) return
    const { unit, bare } = curve.answer
    const hue = { unit: present(unit), bare: present(bare) }
    const words = `${formatRatio(weighedRatioOf(other, dryFraction))} ${state}`
    sentence.value = besideSentence(words, colourStep(hue, estimate.strength.mid, gain))
  },
  { immediate: true },
)
</script>

<template>
  <div class="row against">
    <NumberField v-model="weighed" :label="`Would anyone see it against, ${state}`" unit=": 1" />
    <p aria-live="polite">{{ sentence }}</p>
  </div>
</template>

<style scoped>
.against {
  gap: 8px 20px;
  align-items: end;
}

.against p {
  flex: 1 1 260px;
  min-height: 24px;
}
</style>

<script setup lang="ts">
import { rollup } from 'd3-array'
import { inDecimals } from '~/format/quantities'
import { colourName } from '~~/core/colour/colour-name'
import { labOfReflectance } from '~~/core/colour/tristimulus'
import { expectedReflectance } from '~~/core/strength/expected-colour'
import { colourStep } from '~~/core/strength/colour-step'
import { bandAt } from '~~/core/strength/posterior/band-at'
import { isScaleKnown } from '~~/core/strength/curve-job'
import type { TurningBack } from '~~/core/strength/turning-back'
import { strengthSentences } from '~~/core/strength/sentences'
import type { DescribedPosterior } from '~~/core/strength/posterior/describe-posterior'
import type { EstimateAt } from '~~/core/strength/estimate-at'
import type { CurveView } from '~~/shared/views/strength/curve'
import type { StrengthGroup, StrengthView } from '~~/shared/views/strength/strength'
import { hexAtStrength } from './ribbon-paint'
import { groupWords, percentText, whyNoneCounts } from './words'
import { lightSentence } from '~~/shared/words/fastness/half-life-words'
import { formatCount } from '~~/core/quantity/format-count'
import { present } from '~~/core/present'

const { group, curve, view, described, estimate, turning, leftOut } = defineProps<{
  group: StrengthGroup
  curve: CurveView
  view: StrengthView
  described: DescribedPosterior | null
  estimate: EstimateAt | null
  turning: TurningBack | null
  /** Codes of the swatches that are left out for now. */
  leftOut: string[]
}>()

/** What twice the plant does to the colour, where the source's hue is known. */
const steps = computed(() => {
  const { unit, bare } = curve.answer
  if (!described || !estimate || !unit || !bare) return null
  const { enough, band } = described
  return {
    here: colourStep({ unit, bare }, estimate.strength.mid, estimate.doubling),
    atEnough: colourStep({ unit, bare }, bandAt(band, enough.mid).mid, enough.doubling),
  }
})
const ceilingColour = computed(() => {
  const { unit, bare } = curve.answer
  if (!described || !unit || !bare) return null
  return colourName(labOfReflectance(expectedReflectance(unit, described.ceiling.mid, bare)))
})
const sentences = computed(() => {
  if (!described || !estimate) return []
  const near =
    curve.donorCurve && view.groups.find(({ key }) => key === present(curve.donorCurve).key)
  const told = strengthSentences({
    on: groupWords(group),
    described,
    at: estimate,
    weighed: { state: view.usualState, dryFraction: view.usualDryFraction },
    steps: steps.value,
    lots: curve.answer.lots,
    estimated: curve.answer.estimated,
    isScaleKnown: isScaleKnown(curve.answer),
    years: described.n > 0 ? [curve.dyedFrom.slice(0, 4), curve.dyedTo.slice(0, 4)] : null,
    turning,
    ceilingColour: ceilingColour.value,
    donorCurve: near ? { n: present(curve.donorCurve).n, on: groupWords(near) } : null,
  })
  return told.map((each) => ({ ...each, text: inDecimals(each.text) }))
})
const uncounted = computed(() => whyNoneCounts(group.points))
const lead = computed(() => sentences.value.filter(({ id }) => id === 'share' || id === 'doubling'))
const before = computed(() =>
  sentences.value.filter(({ id }) => ['typical', 'thin', 'takesNothing'].includes(id)),
)
const after = computed(() =>
  sentences.value.filter(({ id }) => ['enough', 'ceiling', 'turning'].includes(id)),
)
const foot = computed(() => sentences.value.filter(({ id }) => id === 'leans' || id === 'from'))
const textOf = (list: readonly { text: string }[]) => list.map(({ text }) => text).join(' ')
const hex = computed(() => (estimate ? hexAtStrength(curve, estimate.strength.mid) : null))
/** Of those that are counted, which are not one's own. */
const anothers = computed(() => {
  const counted = group.points.filter((p) => p.exclusion === null && p.fromLog !== '')
  return [
    ...rollup(
      counted,
      ({ length }) => length,
      ({ fromLog }) => fromLog,
    ),
  ].map(([fromLog, n]) => `${n} of these ${n === 1 ? 'is' : 'are'} of ${fromLog}.`)
})
const calibration = computed(() => (curve.answer.estimated > 0 ? curve.answer.calibration : null))
const measured = useMeasuredLight()
/** How it holds in the light, as the log's own strips have it. */
const light = computed(() => measured.value.of({ ...group, sourceId: view.source.id }))
</script>

<template>
  <section class="panel stack tight" aria-labelledby="says" aria-live="polite">
    <h2 id="says">What it says</h2>
    <p v-for="{ id, text } in before" :key="id">
      <strong>{{ text }}</strong>
    </p>
    <ul v-if="described?.n === 0 && uncounted.length" aria-label="Why none counts">
      <li v-for="each in uncounted" :key="each.swatchId">
        <NuxtLink :to="`/swatch?swatch=${each.swatchId}`">{{ each.words }}</NuxtLink>
      </li>
    </ul>
    <div v-if="lead.length" class="here">
      <span
        class="patch"
        :class="{ unknown: !hex }"
        :style="hex ? { background: hex } : {}"
        aria-hidden="true"
      />
      <span>
        <p v-for="{ id, text } in lead" :key="id">{{ text }}</p>
      </span>
    </div>
    <p>{{ textOf(after) }}</p>
    <p v-if="light">{{ lightSentence(light) }}</p>
    <p v-if="leftOut.length" class="estimate">Without {{ leftOut.join(', ') }}.</p>
    <p class="quiet">
      {{ textOf(foot) }}
      <template v-if="anothers.length">{{ anothers.join(' ') }}</template>
      <template v-if="calibration">
        Estimates are raised by {{ percentText(calibration.factor - 1) }},
        {{
          calibration.n > 0
            ? `learnt from ${formatCount(calibration.n, 'swatch', 'swatches')} read both ways`
            : 'as is usual for colours'
        }}.
      </template>
    </p>
  </section>
</template>

<style scoped>
.here {
  display: grid;
  grid-template-columns: 56px 1fr;
  gap: 12px;
  align-items: center;
}

.patch {
  align-self: stretch;
  min-height: 48px;
  border-radius: var(--corner);
}

.unknown {
  background: repeating-linear-gradient(135deg, var(--haze-pale) 0 6px, #fff 6px 12px);
}
</style>

<script setup lang="ts">
import { depthOf } from '~~/core/colour/depth'
import { formatNumber, formatRatio } from '~~/core/quantity/format-quantity'
import type { CurveView } from '~~/shared/curve-view'
import type { StrengthGroup, StrengthView } from '~~/shared/strength-view'
import { bandAt } from './band'
import { hexAtStrength } from './ribbon-paint'
import { percentText, standing, swatchesText } from './words'

const { group, curve, view, ratio } = defineProps<{
  group: StrengthGroup
  curve: CurveView | null
  view: StrengthView
  /** Dry ratio under the marker. */
  ratio: number
}>()

const answer = computed(() => curve?.answer ?? null)
const here = computed(() => {
  if (!answer.value) return null
  const { band } = answer.value
  const strength = bandAt(band, ratio)
  return {
    strength,
    depth: depthOf(strength.mid),
    gain: bandAt(band, 2 * ratio).mid / strength.mid - 1,
    hex: hexAtStrength(group, strength.mid),
  }
})
const isThin = computed(() => group.n < 3)
const takesNothing = computed(() => answer.value !== null && answer.value.takes < 0.5)
const asWeighed = (dry: number) => formatRatio(dry / view.usualDryFraction)
const weighedToo = computed(() => view.usualState !== 'dried')
const span = ({ low, high }: { low: number; high: number }, figures = 2) =>
  `${formatNumber(low, figures)} to ${formatNumber(high, figures)}`
</script>

<template>
  <section class="panel stack tight" aria-labelledby="says">
    <h2 id="says">What it says</h2>
    <p v-if="!answer">
      <strong>Not enough swatches yet</strong>: none here can be counted. The list says why.
    </p>
    <p v-else-if="takesNothing">
      It <strong>took next to no dye</strong> at any ratio tried. More plant is unlikely to help.
    </p>
    <template v-else>
      <p v-if="isThin">
        <strong>Not enough swatches yet</strong> to say much: what follows leans on what is usual
        for its kind. A pale and a deep trial would tell most.
      </p>
      <p>
        <strong
          >{{ formatRatio(answer.enough.mid) }} dry<template v-if="weighedToo"
            >, {{ asWeighed(answer.enough.mid) }} {{ view.usualState }},</template
          ></strong
        >
        gives nine tenths of what 1 : 1 dry gives (likely {{ span(answer.enough) }}).
        <template v-if="answer.ceilingReached">
          Its ceiling is {{ formatNumber(answer.ceiling.mid, 2) }} ({{ span(answer.ceiling) }}).
        </template>
        <template v-else>Its ceiling was not reached in what you tried.</template>
      </p>
      <p v-if="here" class="here">
        <span class="patch" :style="{ background: here.hex ?? 'transparent' }" aria-hidden="true" />
        <span>
          At the marker, <strong>{{ formatRatio(ratio) }} dry</strong>: likely
          <strong>{{ here.depth }}</strong>, {{ formatNumber(here.strength.mid, 2) }} ({{
            span(here.strength)
          }}; a new lot {{ span(here.strength.newLot) }}). Twice the plant adds about
          {{ percentText(here.gain) }}.
        </span>
      </p>
    </template>
    <p class="quiet">
      From {{ standing(group) }}. Spans hold nine times in ten.
      <template v-if="answer?.factor">
        Estimates are raised by {{ percentText(answer.factor.factor - 1) }},
        {{
          answer.factor.n > 0
            ? `learnt from ${swatchesText(answer.factor.n)} read both ways`
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
  height: 48px;
  border-radius: var(--corner);
}
</style>

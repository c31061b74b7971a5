<script setup lang="ts">
import { depthOf } from '~~/core/colour/depth'
import { formatNumber, formatRatio } from '~~/core/quantity/format-quantity'
import type { StrengthGroup, StrengthView } from '~~/shared/strength-view'
import { expectedHex, fittedStrength } from './ribbon-paint'
import { standing } from './words'

const { group, view, ratio } = defineProps<{
  group: StrengthGroup
  view: StrengthView
  /** Dry ratio under the marker. */
  ratio: number
}>()

const here = computed(() => {
  if (!group.fit) return null
  const strength = fittedStrength(group.fit, ratio)
  const doubled = fittedStrength(group.fit, 2 * ratio)
  return {
    strength,
    depth: depthOf(strength),
    gain: strength > 0 ? Math.round((doubled / strength - 1) * 100) : 0,
    hex: expectedHex(group, ratio),
  }
})

/** A source that gives nothing to speak of, whatever the ratio. */
const takesNothing = computed(() => {
  const counted = group.points.filter(({ strength }) => strength !== null)
  return counted.length > 0 && counted.every(({ strength }) => strength! < 0.12)
})
const asWeighed = (dry: number) => formatRatio(dry / view.usualDryFraction)
const weighedToo = computed(() => view.usualState !== 'dried')
</script>

<template>
  <section class="panel stack tight" aria-labelledby="says">
    <h2 id="says">What it says</h2>
    <template v-if="!group.fit">
      <p>
        <strong>Not enough swatches yet</strong> for a curve: {{ group.n }} of at least 3 at two
        ratios or more.
      </p>
      <p class="quiet">The dots show what there is. A pale and a deep trial would tell most.</p>
    </template>
    <p v-else-if="takesNothing">
      It <strong>took next to no dye</strong> at any ratio tried. More plant is unlikely to help.
    </p>
    <p v-else-if="group.fit.kind === 'straight'">
      <strong>No bend in these data</strong>: each further part of plant still deepens the colour as
      much as the one before. A ceiling cannot be told from them.
    </p>
    <p v-else-if="group.fit.kind === 'flat'">
      <strong>No rise in these data</strong>: every ratio tried gave about
      {{ formatNumber(group.fit.level) }}. Try less plant to find where it begins.
    </p>
    <p v-else>
      <strong
        >{{ formatRatio(group.enough) }} dry<template v-if="weighedToo"
          >, {{ asWeighed(group.enough!) }} {{ view.usualState }},</template
        ></strong
      >
      gives nine tenths of what 1 : 1 dry gives. Its ceiling is
      {{ formatNumber(group.fit.ceiling)
      }}<template v-if="group.fit.ceilingSe !== null">
        ± {{ formatNumber(group.fit.ceilingSe, 2) }}</template
      >.
    </p>
    <p v-if="here && !takesNothing" class="here">
      <span class="patch" :style="{ background: here.hex ?? 'transparent' }" aria-hidden="true" />
      <span>
        At the marker, <strong>{{ formatRatio(ratio) }} dry</strong>: likely
        <strong>{{ here.depth }}</strong> ({{ formatNumber(here.strength) }}); twice the plant would
        add about {{ here.gain }} %.
      </span>
    </p>
    <p class="quiet">
      From {{ standing(group) }}. ± is one standard error and counts every swatch as its own proof;
      lots differ more than that.
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

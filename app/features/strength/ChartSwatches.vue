<script setup lang="ts">
import type { ScaleLinear } from 'd3-scale'
import { formatNumber } from '~/format/quantities'
import type { PlacedPoint } from './placed-points'
import { dryRatioText } from '~/format/ratio'

/** The swatches of a chart: each where it lies, how well its ratio is known, and a ring if it boiled. */
const { points, leftOut, x, y, clip } = defineProps<{
  points: readonly PlacedPoint[]
  /** Swatches left out for now: they stand fainter. */
  leftOut: readonly string[]
  x: ScaleLinear<number, number>
  y: ScaleLinear<number, number>
  /** Id of the frame that spans end at. */
  clip: string
}>()
defineEmits<{ open: [swatchId: string] }>()
/** The one under the pointer or the focus. */
const pointed = defineModel<string | null>('pointed', { required: true })

const isEstimated = ({ basis }: PlacedPoint) => basis === 'estimated'
const title = (point: PlacedPoint) =>
  `${point.code}, ${point.name}: ${isEstimated(point) ? '~' : ''}${formatNumber(point.strength)} at ${dryRatioText(point)}, ${point.lotCodes.join(', ')}${point.boiled ? ', boiled' : ''}`

/** Ratios that were not weighed are as likely as nine in ten to lie along these lines. */
const Z_90 = 1.645
const spans = computed(() =>
  points.flatMap(({ swatchId, ratioDry, ratioErrorSd, strength }) =>
    ratioErrorSd
      ? [
          {
            swatchId,
            from: x(ratioDry * Math.exp(-Z_90 * ratioErrorSd)),
            to: x(ratioDry * Math.exp(Z_90 * ratioErrorSd)),
            y: y(strength),
          },
        ]
      : [],
  ),
)
</script>

<template>
  <g>
    <line
      v-for="span in spans"
      :key="`span ${span.swatchId}`"
      :clip-path="`url(#${clip})`"
      :x1="span.from"
      :x2="span.to"
      :y1="span.y"
      :y2="span.y"
      class="span"
    />
    <circle
      v-for="point in points.filter(({ boiled }) => boiled)"
      :key="`boiled ${point.swatchId}`"
      :cx="x(point.ratioDry)"
      :cy="y(point.strength)"
      r="14"
      class="boiled"
    />
    <circle
      v-for="point in points"
      :key="point.swatchId"
      :cx="x(point.ratioDry)"
      :cy="y(point.strength)"
      r="10"
      :fill="point.hex"
      class="swatch"
      :class="{
        estimated: isEstimated(point),
        beside: point.exclusion || leftOut.includes(point.swatchId),
      }"
      role="link"
      tabindex="0"
      :aria-label="title(point)"
      @pointerenter="pointed = point.swatchId"
      @pointerleave="pointed = null"
      @focus="pointed = point.swatchId"
      @blur="pointed = null"
      @click="$emit('open', point.swatchId)"
      @keydown.enter="$emit('open', point.swatchId)"
    />
  </g>
</template>

<style scoped>
.boiled {
  fill: none;
  stroke: var(--madder);
  stroke-dasharray: 2 3;
  stroke-width: 2px;
}

.swatch {
  cursor: pointer;
}

.swatch {
  stroke: #6b7378;
  stroke-width: 1.5;
}

.span {
  stroke: #6b7378;
  stroke-width: 1.5;
}

.estimated {
  stroke-dasharray: 3 2.5;
}

.beside {
  opacity: 0.4;
}

.swatch:focus-visible {
  stroke: var(--juniper);
  stroke-width: 3;
  outline: none;
}
</style>

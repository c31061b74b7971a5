<script setup lang="ts">
import type { ScaleLinear } from 'd3-scale'
import { formatRatio } from '~/format/quantities'
import type { Interval } from '~~/core/strength/posterior/posterior'

/** Where enough lies on a chart's foot, with its interval, and the way up to the curve. */
const { enough, x, top, bottom, right } = defineProps<{
  /** Dry ratio. */
  enough: Interval
  x: ScaleLinear<number, number>
  /** Of the curve there, of the chart's foot, and of its right end, px. */
  top: number
  bottom: number
  right: number
}>()
/** The word goes where there is room for it. */
const isFarRight = computed(() => x(enough.mid) > right * 0.72)
</script>

<template>
  <g>
    <line
      :x1="x(enough.low)"
      :x2="Math.min(x(enough.high), right)"
      :y1="bottom - 3"
      :y2="bottom - 3"
      class="range"
    />
    <line :x1="x(enough.mid)" :x2="x(enough.mid)" :y1="top" :y2="bottom" class="middle" />
    <text
      :x="x(enough.mid) + (isFarRight ? -8 : 8)"
      :y="bottom - 12"
      :text-anchor="isFarRight ? 'end' : 'start'"
    >
      enough {{ formatRatio(enough.mid) }} dry
    </text>
  </g>
</template>

<style scoped>
.range {
  stroke: var(--juniper);
  stroke-width: 4px;
}

.middle {
  stroke: var(--ink);
  stroke-dasharray: 3 3;
}

text {
  fill: var(--ink);
  stroke: #fff;
  stroke-width: 4px;
  font-size: 13px;
  paint-order: stroke;
}
</style>

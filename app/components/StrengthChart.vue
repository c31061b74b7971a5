<script setup lang="ts">
import { scaleLinear } from 'd3-scale'
import { line } from 'd3-shape'
import { DEPTH_STARTS, DEPTHS, type Depth } from '~~/core/colour/depth'
import { formatNumber, formatRatio } from '~~/core/quantity/format-quantity'
import { useSize } from '~/composables/useSize'
import { fittedStrength } from '~/features/strength/ribbon-paint'
import type { StrengthGroup, StrengthPointView } from '~~/shared/strength-view'

/** Strength against dry ratio: each swatch in its own colour, the curve, its words on the chart. */
const { group, sourceName } = defineProps<{ group: StrengthGroup; sourceName: string }>()

const MARGIN = { top: 14, right: 16, bottom: 42, left: 74 }

const box = ref<HTMLElement | null>(null)
const { width, height } = useSize(box)

const told = computed(() => group.points.filter((point) => point.strength !== null))
const bent = computed(() => (group.fit?.kind === 'bent' ? group.fit : null))

const farthest = computed(() => Math.max(0.2, ...told.value.map(({ ratioDry }) => ratioDry)) * 1.15)
const highest = computed(() => {
  const swatches = Math.max(0.5, ...told.value.map(({ strength }) => strength!))
  const ceiling = bent.value?.ceiling ?? 0
  // a ceiling far beyond what was tried is not worth squeezing the swatches for
  return (ceiling < swatches * 1.5 ? Math.max(ceiling, swatches) : swatches) * 1.14
})
const lowest = computed(() => Math.min(0, ...told.value.map(({ strength }) => strength!)))

const x = computed(() =>
  scaleLinear([0, farthest.value], [MARGIN.left, Math.max(width.value - MARGIN.right, 100)]),
)
const y = computed(() =>
  scaleLinear(
    [lowest.value, highest.value],
    [Math.max(height.value - MARGIN.bottom, 60), MARGIN.top],
  ),
)

const curve = computed(() => {
  if (!group.fit) return ''
  const ratios = Array.from({ length: 81 }, (_, i) => (farthest.value * i) / 80)
  return (
    line<number>(
      (r) => x.value(r),
      (r) => y.value(fittedStrength(group.fit!, r)),
    )(ratios) ?? ''
  )
})

/** Where each depth word stands, and where the depth begins. */
const depths = computed(() =>
  DEPTHS.flatMap((depth: Depth, i) => {
    const from = DEPTH_STARTS[depth]
    const to = Math.min(DEPTH_STARTS[DEPTHS[i + 1]!] ?? Infinity, highest.value)
    if (from >= highest.value) return []
    const room = y.value(from) - y.value(to)
    return [{ depth, from: y.value(from), middle: (y.value(from) + y.value(to)) / 2, room }]
  }),
)

const ticks = computed(() => x.value.ticks(Math.max(3, Math.round(width.value / 110))))
const isEstimated = ({ basis }: StrengthPointView) => basis === 'estimated'

const spoken = computed(
  () =>
    `Colour strength against dry ratio of ${sourceName}: ${told.value.length} swatches` +
    (bent.value ? `, ceiling ${formatNumber(bent.value.ceiling)}` : ''),
)
const title = (point: StrengthPointView) =>
  `${point.code}: ${isEstimated(point) ? '~' : ''}${formatNumber(point.strength)} at ${formatRatio(point.ratioDry)} dry, ${point.lotCodes.join(', ')}`
</script>

<template>
  <div ref="box" class="chart">
    <svg v-if="width" :width="width" :height="height" role="img" :aria-label="spoken">
      <g v-for="band in depths" :key="band.depth" class="depth">
        <line :x1="MARGIN.left" :x2="width - MARGIN.right" :y1="band.from" :y2="band.from" />
        <text v-if="band.room > 11" :x="MARGIN.left - 8" :y="band.middle + 4">
          {{ band.depth }}
        </text>
      </g>
      <line
        :x1="MARGIN.left"
        :x2="MARGIN.left"
        :y1="MARGIN.top"
        :y2="height - MARGIN.bottom"
        class="axis"
      />
      <g v-for="tick in ticks" :key="tick" class="tick">
        <line
          :x1="x(tick)"
          :x2="x(tick)"
          :y1="height - MARGIN.bottom"
          :y2="height - MARGIN.bottom + 5"
        />
        <text :x="x(tick)" :y="height - MARGIN.bottom + 19">{{ tick }}</text>
      </g>
      <text class="unit" :x="(MARGIN.left + width - MARGIN.right) / 2" :y="height - 6">
        g dry plant per g dry fibre
      </text>

      <template v-if="bent && bent.ceiling < highest">
        <line
          :x1="MARGIN.left"
          :x2="width - MARGIN.right"
          :y1="y(bent.ceiling)"
          :y2="y(bent.ceiling)"
          class="ceiling"
        />
        <text :x="MARGIN.left + 8" :y="y(bent.ceiling) - 6" class="label">
          ceiling {{ formatNumber(bent.ceiling)
          }}{{ bent.ceilingSe === null ? '' : ` ± ${formatNumber(bent.ceilingSe, 2)}` }}
        </text>
      </template>
      <g v-if="group.enough && group.enough < farthest">
        <line
          :x1="x(group.enough)"
          :x2="x(group.enough)"
          :y1="y(fittedStrength(group.fit!, group.enough))"
          :y2="height - MARGIN.bottom"
          class="enough"
        />
        <text
          :x="x(group.enough) + (x(group.enough) > width * 0.72 ? -8 : 8)"
          :y="height - MARGIN.bottom - 10"
          :text-anchor="x(group.enough) > width * 0.72 ? 'end' : 'start'"
          class="label"
        >
          enough {{ formatRatio(group.enough) }} dry
        </text>
      </g>
      <path v-if="curve" :d="curve" class="curve" />
      <circle
        v-for="point in told"
        :key="point.swatchId"
        :cx="x(point.ratioDry)"
        :cy="y(point.strength!)"
        r="10"
        :fill="point.hex"
        class="swatch"
        :class="{ estimated: isEstimated(point) }"
      >
        <title>{{ title(point) }}</title>
      </circle>
    </svg>
  </div>
</template>

<style scoped>
.chart {
  width: 100%;
  height: 100%;
  min-height: 300px;
  overflow: hidden;
}

svg {
  display: block;
}

text {
  fill: var(--quiet);
  font-size: 13px;
}

.depth line {
  stroke: #e8eae8;
}

.depth text {
  text-anchor: end;
}

.axis,
.tick line {
  stroke: var(--line-firm);
}

.tick text,
.unit {
  text-anchor: middle;
}

.ceiling {
  stroke: var(--line-firm);
  stroke-dasharray: 6 4;
}

.enough {
  stroke: var(--ink);
  stroke-dasharray: 3 3;
}

.label {
  fill: var(--ink);
  stroke: #fff;
  stroke-width: 4px;
  paint-order: stroke;
}

.curve {
  fill: none;
  stroke: var(--ink);
  stroke-width: 1.6;
}

.swatch {
  stroke: #6b7378;
  stroke-width: 1.5;
}

.estimated {
  stroke-dasharray: 3 2.5;
}
</style>

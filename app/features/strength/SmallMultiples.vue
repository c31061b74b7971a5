<script setup lang="ts">
import { scaleLinear } from 'd3-scale'
import { area, line } from 'd3-shape'
import { formatNumber, formatRatio } from '~/format/quantities'
import type { BandPoint } from '~~/core/strength/posterior/posterior'
import type { StrengthGroup } from '~~/shared/views/strength/strength'
import { bandAt } from '~~/core/strength/posterior/band-at'
import { placedPoints } from './placed-points'
import { groupWords } from './words'
import { formatCount } from '~~/core/quantity/format-count'

/** The curves of a source side by side, on the same axes, so that they are judged fairly. */
const { groups, chosen } = defineProps<{ groups: StrengthGroup[]; chosen: string }>()
defineEmits<{ choose: [key: string] }>()

const WIDTH = 250
const HEIGHT = 150
const MARGIN = { left: 30, right: 8, top: 8, bottom: 22 }

const panels = computed(() =>
  groups.map((group) => ({
    group,
    curve: group.curve,
    points: placedPoints(group.points).filter((point) => point.exclusion === null),
  })),
)
const farthest = computed(() =>
  Math.max(0.2, ...panels.value.flatMap(({ points }) => points.map(({ ratioDry }) => ratioDry))),
)
const highest = computed(() =>
  Math.max(0.5, ...panels.value.flatMap(({ points }) => points.map(({ strength }) => strength))),
)
const x = computed(() =>
  scaleLinear([0, 1.1 * farthest.value], [MARGIN.left, WIDTH - MARGIN.right]),
)
const y = computed(() =>
  scaleLinear([0, 1.25 * highest.value], [HEIGHT - MARGIN.bottom, MARGIN.top]),
)
const steps = (band: readonly BandPoint[]) =>
  Array.from({ length: 41 }, (_, i) => bandAt(band, (1.1 * farthest.value * (i + 1e-6)) / 40))
const bandPath = (band: readonly BandPoint[]) =>
  area<BandPoint>(
    ({ ratio }) => x.value(ratio),
    ({ low }) => Math.max(MARGIN.top, y.value(low)),
    ({ high }) => Math.max(MARGIN.top, y.value(high)),
  )(steps(band)) ?? ''
const middlePath = (band: readonly BandPoint[]) =>
  line<BandPoint>(
    ({ ratio }) => x.value(ratio),
    ({ mid }) => Math.max(MARGIN.top, y.value(mid)),
  )(steps(band)) ?? ''
</script>

<template>
  <ul class="multiples" aria-label="Curves side by side">
    <li v-for="{ group, curve, points } in panels" :key="group.key">
      <button
        type="button"
        :aria-pressed="group.key === chosen"
        @click="$emit('choose', group.key)"
      >
        <span class="name">
          <strong>{{ groupWords(group) }}</strong>
          <span class="quiet">{{ formatCount(group.n, 'swatch', 'swatches') }}</span>
        </span>
        <svg :viewBox="`0 0 ${WIDTH} ${HEIGHT}`" aria-hidden="true">
          <template v-if="curve && group.n > 0">
            <path :d="bandPath(curve.answer.band)" class="band" />
            <path :d="middlePath(curve.answer.band)" class="curve" />
          </template>
          <line :x1="MARGIN.left" :x2="MARGIN.left" :y1="MARGIN.top" :y2="HEIGHT - MARGIN.bottom" />
          <line
            :x1="MARGIN.left"
            :x2="WIDTH - MARGIN.right"
            :y1="HEIGHT - MARGIN.bottom"
            :y2="HEIGHT - MARGIN.bottom"
          />
          <text :x="MARGIN.left - 4" :y="y(highest) + 4" text-anchor="end">
            {{ formatNumber(highest, 2) }}
          </text>
          <text :x="MARGIN.left - 4" :y="HEIGHT - MARGIN.bottom" text-anchor="end">0</text>
          <text :x="x(farthest)" :y="HEIGHT - 6" text-anchor="end">
            {{ formatRatio(farthest) }} dry
          </text>
          <circle
            v-for="point in points"
            :key="point.swatchId"
            :cx="x(point.ratioDry)"
            :cy="y(point.strength)"
            r="6"
            :fill="point.hex"
            :class="{ estimated: point.basis === 'estimated' }"
          />
        </svg>
      </button>
    </li>
  </ul>
</template>

<style scoped>
.multiples {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(230px, 1fr));
  gap: 8px;
}

button {
  display: grid;
  width: 100%;
  padding: 8px 10px;
  border: 1px solid var(--line);
  border-radius: var(--corner);
  background: var(--panel);
  color: var(--ink);
  text-align: left;
  cursor: pointer;
}

button[aria-pressed='true'] {
  border-color: var(--juniper);
  box-shadow: inset 0 0 0 1px var(--juniper);
}

.name {
  display: flex;
  justify-content: space-between;
  gap: 8px;
}

svg {
  width: 100%;
}

line {
  stroke: var(--line-firm);
}

text {
  fill: var(--quiet);
  font-size: 12px;
}

.band {
  fill: var(--haze-pale);
}

.curve {
  fill: none;
  stroke: var(--ink);
  stroke-width: 1.4;
}

circle {
  stroke: #6b7378;
  stroke-width: 1.2;
}

.estimated {
  stroke-dasharray: 2.5 2;
}
</style>

<script setup lang="ts">
import { scaleLinear, scaleLog } from 'd3-scale'
import { area, line } from 'd3-shape'
import { formatNumber, inDecimals } from '~/format/quantities'
import { hasEstimate } from '~~/core/strength/lot-potency'
import { LEAST_LOTS, LEVELS, potencyTrends, type Axis } from '~~/core/strength/potency-trends'
import { sentenceSpan } from '~/format/spans'
import { useSize } from '~/composables/useSize'
import { dayOfYear } from '~~/core/season/day-of-year'
import { datedPotencies, yearOf, type LotLine } from './lots-of'

/** Potency along the season, the years, or the time in the bag; a trend only where the lots bear one. */
const { lines, chosen, curves } = defineProps<{
  lines: LotLine[]
  chosen: string
  /** Curves of the source with lots enough: what is looked for in all is one family of claims. */
  curves: number
}>()

const AXIS_VIEWS: Record<Axis, { label: string; of: (line: LotLine) => number }> = {
  season: { label: 'day of year', of: ({ facts }) => dayOfYear(facts.gatheredOn) },
  year: { label: 'year gathered', of: ({ facts }) => yearOf(facts.gatheredOn) },
  storage: { label: 'years stored before dyeing', of: ({ storedYears }) => storedYears },
}
const axis = ref<Axis>('season')
const MONTHS = [
  'Jan',
  'Feb',
  'Mar',
  'Apr',
  'May',
  'Jun',
  'Jul',
  'Aug',
  'Sep',
  'Oct',
  'Nov',
  'Dec',
].map((name, i) => ({ name, day: 1 + Math.round(i * 30.44) }))
/** Days shown before the first lot and after the last. */
const AROUND = 25
const MARGIN = { left: 44, right: 12, top: 10, bottom: 40 }

const box = ref<HTMLElement | null>(null)
const { width, height } = useSize(box)
const shown = computed(() => lines.filter(({ answer }) => hasEstimate(answer)))
const dated = computed(() => datedPotencies(lines))
const trends = computed(() => potencyTrends(dated.value, curves))
const trend = computed(() => trends.value[axis.value])
const domain = computed((): [number, number] => {
  const values = shown.value.map(AXIS_VIEWS[axis.value].of)
  if (axis.value === 'season') {
    return [
      Math.max(1, Math.min(...values, 366) - AROUND),
      Math.min(366, Math.max(...values, 1) + AROUND),
    ]
  }
  if (axis.value === 'storage') return [0, Math.max(1, ...values) * 1.05]
  return [Math.floor(Math.min(...values, 3000)), Math.ceil(Math.max(...values, 0))]
})
const x = computed(() =>
  scaleLinear(domain.value, [MARGIN.left, Math.max(width.value - MARGIN.right, MARGIN.left + 10)]),
)
const y = computed(() => {
  const ends = shown.value.flatMap(({ answer }) =>
    hasEstimate(answer) ? [answer.factor.low, answer.factor.high] : [],
  )
  return scaleLog(
    [
      Math.min(0.5, ...ends.map((v) => Math.max(v, 0.2))),
      Math.max(2, ...ends.map((v) => Math.min(v, 5))),
    ],
    [Math.max(height.value - MARGIN.bottom, 40), MARGIN.top],
  ).clamp(true)
})
const ticks = computed(() =>
  axis.value === 'season'
    ? MONTHS.flatMap(({ name, day }) =>
        day >= domain.value[0] && day <= domain.value[1] ? [{ text: name, at: day }] : [],
      )
    : x.value
        .ticks(axis.value === 'year' ? 4 : 5)
        .filter((tick) => axis.value !== 'year' || Number.isInteger(tick))
        .map((tick) => ({ text: inDecimals(String(tick)), at: tick })),
)
/** A trend is drawn where there are lots, and not beyond. */
const steps = computed(() => {
  const values = shown.value.map(AXIS_VIEWS[axis.value].of)
  const [from, to] = [Math.min(...values), Math.max(...values)]
  return Array.from({ length: 61 }, (_, i) => from + ((to - from) * i) / 60)
})
const paths = computed(() => {
  const now = trend.value
  if (!now) return null
  const { at } = now
  return {
    band:
      area<number>(
        (v) => x.value(v),
        (v) => y.value(at(v).low),
        (v) => y.value(at(v).high),
      )(steps.value) ?? '',
    middle:
      line<number>(
        (v) => x.value(v),
        (v) => y.value(at(v).mid),
      )(steps.value) ?? '',
  }
})
const words = computed(() => {
  const n = dated.value.length
  if (trend.value) {
    const chance =
      trend.value.p < 0.001 ? 'under 0.1 %' : `${formatNumber(100 * trend.value.p, 2)} %`
    return `A trend from ${n} lots, whatever ratios they were tried at; lots all alike would show any such ${chance} of the time.`
  }
  return n < LEAST_LOTS
    ? `Not enough lots yet for a trend: ${n} of at least ${LEAST_LOTS}.`
    : `No trend that these ${n} lots bear.`
})
const levels = computed(() =>
  LEVELS.flatMap((name) => {
    const told = trends.value[name]
    return told ? [{ name, means: told.means }] : []
  }),
)
</script>

<template>
  <section class="panel stack tight" aria-labelledby="along">
    <div class="row">
      <h2 id="along">Along</h2>
      <ElRadioGroup v-model="axis" aria-labelledby="along">
        <ElRadioButton value="season">season</ElRadioButton>
        <ElRadioButton value="year">years</ElRadioButton>
        <ElRadioButton value="storage">storage</ElRadioButton>
      </ElRadioGroup>
    </div>
    <p :class="{ estimate: !trend }">{{ words }}</p>
    <div ref="box" class="chart">
      <svg
        v-if="width"
        :width="width"
        :height="height"
        role="img"
        :aria-label="`Potency by ${AXIS_VIEWS[axis].label}. ${words}`"
      >
        <g v-for="tick in [0.5, 1, 2]" :key="tick" class="grid">
          <line :x1="MARGIN.left" :x2="width - MARGIN.right" :y1="y(tick)" :y2="y(tick)" />
          <text :x="MARGIN.left - 8" :y="y(tick) + 4" text-anchor="end">
            {{ inDecimals(String(tick)) }}×
          </text>
        </g>
        <g v-for="tick in ticks" :key="tick.at">
          <text :x="x(tick.at)" :y="height - MARGIN.bottom + 18" text-anchor="middle">
            {{ tick.text }}
          </text>
        </g>
        <text :x="(MARGIN.left + width) / 2" :y="height - 4" text-anchor="middle">
          {{ AXIS_VIEWS[axis].label }}
        </text>
        <template v-if="paths">
          <path :d="paths.band" class="band" />
          <path :d="paths.middle" class="middle" />
        </template>
        <template v-for="each in shown" :key="each.facts.lotId">
          <template v-if="hasEstimate(each.answer)">
            <line
              :x1="x(AXIS_VIEWS[axis].of(each))"
              :x2="x(AXIS_VIEWS[axis].of(each))"
              :y1="y(each.answer.factor.low)"
              :y2="y(each.answer.factor.high)"
              class="whisker"
            />
            <circle
              :cx="x(AXIS_VIEWS[axis].of(each))"
              :cy="y(each.answer.factor.mid)"
              :r="each.facts.lotId === chosen ? 10 : 7"
              :fill="each.hex ?? '#e4e5ea'"
              :class="{ chosen: each.facts.lotId === chosen }"
            >
              <title>
                {{ each.facts.code }}: {{ formatNumber(each.answer.factor.mid, 2) }} times
              </title>
            </circle>
          </template>
        </template>
      </svg>
    </div>
    <p v-for="{ name, means } in levels" :key="name">
      By {{ name }}:
      <template v-for="(level, i) in means" :key="level.level"
        >{{ i > 0 ? '; ' : '' }}{{ level.level }}
        <strong>{{ formatNumber(level.mid, 2) }}</strong> ({{ sentenceSpan(level) }},
        {{ level.n }} lots)</template
      >.
    </p>
  </section>
</template>

<style scoped>
.chart {
  height: 230px;
  min-width: 0;
}

svg {
  display: block;
}

text {
  fill: var(--quiet);
  font-size: 12px;
}

.grid line {
  stroke: var(--line);
}

.band {
  fill: var(--haze-pale);
}

.middle {
  fill: none;
  stroke: var(--ink);
  stroke-width: 1.5;
}

.whisker {
  stroke: #6b7378;
}

circle {
  stroke: #6b7378;
  stroke-width: 1.5;
}

.chosen {
  stroke: var(--juniper);
  stroke-width: 3;
}
</style>

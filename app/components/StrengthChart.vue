<script setup lang="ts">
import ChartSwatches from '~/features/strength/ChartSwatches.vue'
import { toldCeiling } from '~~/core/strength/curve-job'
import { toldEnough } from '~~/core/strength/posterior/describe-posterior'
import { useId } from 'vue'
import { formatNumber, formatRatio, inDecimals } from '~/format/quantities'
import { dryRatioText } from '~/format/ratio'
import { sentenceSpan } from '~/format/spans'
import { bandAt } from '~~/core/strength/posterior/band-at'
import EnoughMark from '~/features/strength/EnoughMark.vue'
import { placedPoints } from '~/features/strength/placed-points'
import { useStrengthScales } from '~/features/strength/useStrengthScales'
import { useSize } from '~/composables/useSize'
import type { CurveView } from '~~/shared/views/strength/curve'
import type { StrengthGroup, StrengthPointView } from '~~/shared/views/strength/strength'

/**
 * Strength against dry ratio: each swatch in its own colour, and the band that holds the median
 * lot's curve nine times in ten; within the dashed lines, a lot not yet seen.
 */
const {
  group,
  curve,
  sourceName,
  leftOut = [],
} = defineProps<{
  group: StrengthGroup
  curve: CurveView | null
  sourceName: string
  /** Swatches that the curve is drawn without. */
  leftOut?: readonly string[]
}>()
defineEmits<{ open: [swatchId: string] }>()

const MARGIN = { top: 14, right: 16, bottom: 42, left: 74 }
const TAG = { width: 236, height: 62 }

const frame = useId()
const box = ref<HTMLElement | null>(null)
const { width, height } = useSize(box)

const placed = computed(() => placedPoints(group.points))
/** Those the curve counts; those beside it stand fainter. */
const counted = computed(() => placed.value.filter(({ exclusion }) => exclusion === null))
const answer = computed(() => curve?.answer ?? null)
const { x, y, highest, bandPath, middlePath, newLotPaths, depths, ticks } = useStrengthScales(
  () => ({
    points: counted.value,
    band: answer.value?.band ?? null,
    width: width.value,
    height: height.value,
    margin: MARGIN,
  }),
)
const pointed = ref<string | null>(null)
/** The tag of the swatch under the pointer or the focus, near it and inside the chart. */
const tag = computed(() => {
  const point = placed.value.find(({ swatchId }) => swatchId === pointed.value)
  if (!point) return null
  const [left, top] = [x.value(point.ratioDry), y.value(point.strength)]
  return {
    point,
    style: {
      left: `${Math.min(Math.max(left - TAG.width / 2, 4), Math.max(4, width.value - TAG.width - 4))}px`,
      top: top > TAG.height + 24 ? `${top - TAG.height - 16}px` : `${top + 18}px`,
    },
  }
})
const isEstimated = ({ basis }: StrengthPointView) => basis === 'estimated'

const enough = computed(() => answer.value && toldEnough(answer.value))
const ceiling = computed(() => answer.value && toldCeiling(answer.value))
const spoken = computed(
  () =>
    `Colour strength against dry ratio of ${sourceName}: ${counted.value.length} swatches` +
    (enough.value ? `, enough at ${formatRatio(enough.value.mid)} dry` : ''),
)
</script>

<template>
  <div ref="box" class="chart">
    <svg v-if="width" :width="width" :height="height" role="group" :aria-label="spoken">
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
        <text :x="x(tick)" :y="height - MARGIN.bottom + 19">{{ inDecimals(String(tick)) }}</text>
      </g>
      <text class="unit" :x="(MARGIN.left + width - MARGIN.right) / 2" :y="height - 6">
        g dry plant per g dry fibre
      </text>

      <clipPath :id="frame">
        <rect
          :x="MARGIN.left"
          :y="MARGIN.top"
          :width="Math.max(0, width - MARGIN.left - MARGIN.right)"
          :height="Math.max(0, height - MARGIN.top - MARGIN.bottom)"
        />
      </clipPath>
      <template v-if="answer">
        <path :clip-path="`url(#${frame})`" :d="bandPath" class="band" />
        <path
          v-for="(path, i) in newLotPaths"
          :key="i"
          :clip-path="`url(#${frame})`"
          :d="path"
          class="new-lot"
        />
        <template v-if="ceiling && ceiling.mid < highest">
          <line
            :x1="MARGIN.left"
            :x2="width - MARGIN.right"
            :y1="y(ceiling.mid)"
            :y2="y(ceiling.mid)"
            class="ceiling"
          />
          <text :x="MARGIN.left + 8" :y="y(ceiling.mid) - 6" class="label">
            ceiling {{ formatNumber(ceiling.mid, 2) }} ({{ sentenceSpan(ceiling) }})
          </text>
        </template>
        <path :d="middlePath" class="curve" :class="{ typical: answer.n === 0 }" />
        <text v-if="answer.n === 0" :x="MARGIN.left + 12" :y="MARGIN.top + 18" class="label">
          typical for its kind: no swatch of yours
        </text>
        <EnoughMark
          v-if="enough"
          :enough="enough"
          :x="x"
          :top="y(bandAt(answer.band, enough.mid).mid)"
          :bottom="height - MARGIN.bottom"
          :right="width - MARGIN.right"
        />
      </template>
      <ChartSwatches
        v-model:pointed="pointed"
        :points="placed"
        :left-out="leftOut"
        :x="x"
        :y="y"
        :clip="frame"
        @open="$emit('open', $event)"
      />
    </svg>
    <div v-if="tag" class="tag-at" :style="tag.style">
      <SwingTag
        :code="tag.point.code"
        :hex="tag.point.hex"
        :line="`${dryRatioText(tag.point)}, ${tag.point.lotCodes.join(', ') || tag.point.potCode}${tag.point.boiled ? ', boiled' : ''}`"
        :figure="`${isEstimated(tag.point) ? '~' : ''}${formatNumber(tag.point.strength, 2)}`"
        :figure-note="tag.point.exclusion ? 'not counted' : (tag.point.depth ?? '')"
      >
        <template #name>{{ tag.point.name }}</template>
      </SwingTag>
    </div>
  </div>
</template>

<style scoped>
.chart {
  width: 100%;
  height: 100%;
  position: relative;
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

.label {
  fill: var(--ink);
  stroke: #fff;
  stroke-width: 4px;
  paint-order: stroke;
}

.band {
  fill: var(--haze-pale);
}

.new-lot {
  fill: none;
  stroke: var(--line-firm);
  stroke-dasharray: 2 5;
}

.typical {
  stroke-dasharray: 7 5;
}

.curve {
  fill: none;
  stroke: var(--ink);
  stroke-width: 1.6;
}

.tag-at {
  position: absolute;
  z-index: 2;
  width: 236px;
  pointer-events: none;
}
</style>

<script setup lang="ts">
import { colourName } from '~~/core/colour/colour-name'
import { depthOf } from '~~/core/colour/depth'
import { takesNothing } from '~~/core/strength/posterior/describe-posterior'
import { formatMass, formatNumber, formatRatio } from '~/format/quantities'
import { sentenceSpan } from '~/format/spans'
import { plantText, tildeOf, type AtlasLine } from './atlas-rows'
import { groupWords, percentText } from './words'
import { halfLifeShort, lightSentence } from '~~/shared/words/fastness/half-life-words'
import { formatCount } from '~~/core/quantity/format-count'

const { line, index } = defineProps<{ line: AtlasLine; index: number }>()

const to = computed(
  () => `/strength?source=${line.row.sourceId}&on=${encodeURIComponent(line.row.key)}`,
)
/** The ribbon's paint: full where swatches were tried, fading beyond. */
const paint = computed(() => {
  const { ribbon, tried } = line.row
  if (ribbon.length === 0) return undefined
  const stops = ribbon.map((hex, i) => {
    const ratio = 0.02 * 200 ** (i / (ribbon.length - 1))
    const beyond = Math.max(tried[0] / ratio, ratio / tried[1], 1)
    const known = Math.round(100 * Math.max(0.1, 1 - Math.log(beyond) / Math.log(6)))
    return `color-mix(in srgb, ${hex} ${known}%, #e4e5ea)`
  })
  return { background: `linear-gradient(90deg, ${stops.join(', ')})` }
})
/** As the plant is weighed. */
const weighed = (dry: number) =>
  `${formatRatio(dry / line.source.usualDryFraction)} ${line.source.usualRatioState}`
const enoughSpan = computed(() => {
  const { low, high } = line.row.enough
  const share = line.source.usualDryFraction
  return sentenceSpan({ low: low / share, high: high / share })
})
const tilde = computed(() => tildeOf(line.row))
const basis = computed(
  () =>
    `${formatCount(line.row.n, 'swatch', 'swatches')} in ${formatCount(line.row.lots, 'lot')}` +
    (line.row.estimated ? `, ${line.row.estimated} estimated` : ', all measured') +
    (line.row.donorSwatches ? `; leans on ${line.row.donorSwatches} on near conditions` : ''),
)
</script>

<template>
  <div role="row" class="atlas-line" :aria-rowindex="index + 2" :title="basis">
    <span role="cell">
      <NuxtLink :to="to" class="capital name">{{ line.name }}</NuxtLink>
      <span class="quiet">{{ groupWords(line.row) }}</span>
    </span>
    <span role="cell" class="hue">
      <span class="ribbon" :class="{ unknown: !paint }" :style="paint" aria-hidden="true" />
      <span class="quiet">{{ line.row.lab ? colourName(line.row.lab) : 'hue not known' }}</span>
    </span>
    <template v-if="takesNothing(line.row)">
      <span role="cell" class="nothing">took next to no dye</span>
      <span role="cell" /><span role="cell" /><span role="cell" />
    </template>
    <template v-else>
      <span role="cell" data-label="strength per g" :class="{ estimate: tilde }">
        <strong>{{ tilde }}{{ formatNumber(line.row.perGram.mid, 2) }}</strong>
        <span class="quiet">{{ sentenceSpan(line.row.perGram) }}</span>
        <span class="quiet">{{ percentText(line.relative) }} of the strongest</span>
      </span>
      <span role="cell" data-label="ceiling">
        <template v-if="line.row.ceilingReached">
          <span class="top">
            <span
              v-if="line.row.ceilingHex"
              class="chip"
              :style="{ background: line.row.ceilingHex }"
              aria-hidden="true"
            />
            {{ line.row.isScaleKnown ? '' : 'about ' }}{{ depthOf(line.row.ceiling.mid) }}
          </span>
          <span v-if="line.row.isScaleKnown" class="quiet"
            >{{ tilde }}{{ formatNumber(line.row.ceiling.mid, 2) }} ({{
              sentenceSpan(line.row.ceiling)
            }})</span
          >
        </template>
        <span v-else class="quiet">not reached</span>
      </span>
      <span role="cell" data-label="enough">
        <template v-if="!line.row.enough.beyondTried">
          {{ weighed(line.row.enough.mid) }}
        </template>
        <span v-else class="quiet">beyond what was tried</span>
        <span class="quiet">{{ enoughSpan }}</span>
      </span>
      <span role="cell" data-label="ratio for it" :class="{ estimate: line.far !== null }">
        <template v-if="line.ratioWeighed">
          {{ line.far ? '~' : '' }}{{ formatRatio(line.ratioWeighed) }}
          {{ line.source.usualRatioState }}
          <span class="quiet">{{ plantText(line) }}</span>
          <span v-if="line.far" class="quiet"
            >a guess: {{ formatNumber(line.far.times, 2) }} × {{ line.far.side }} tried</span
          >
        </template>
        <span v-else class="quiet">not reached</span>
      </span>
    </template>
    <span v-if="line.light" role="cell" class="aside" :title="lightSentence(line.light)">
      {{ halfLifeShort(line.light.halfLife, 'h') || 'not told yet' }}
      <span class="quiet"
        >{{ formatCount(line.light.strips, 'strip') }}{{ line.light.isOfThese ? '' : ', other' }};
        typical: {{ line.source.fastness === 'unknown' ? 'not known' : line.source.fastness }}</span
      >
    </span>
    <span v-else role="cell" class="aside">
      {{ line.source.fastness === 'unknown' ? 'not known' : line.source.fastness }}
      <span v-if="line.source.fastness !== 'unknown'" class="quiet">typical</span>
    </span>
    <span role="cell" class="aside">
      <template v-if="line.source.gramsPerHour">
        {{ formatMass(line.source.gramsPerHour) }}
        <span class="quiet">{{ line.source.walks }} timed</span>
      </template>
      <span v-else class="quiet">not timed</span>
    </span>
    <span role="cell" data-label="swatches">
      {{ line.row.n }} <span class="quiet">{{ line.row.n < 3 ? 'few' : '' }}</span>
    </span>
  </div>
</template>

<style scoped>
.atlas-line {
  position: absolute;
  top: 0;
  right: 0;
  left: 0;
  border-bottom: 1px solid var(--line);
  font-size: 14px;
  line-height: 1.3;
}

.quiet {
  display: block;
  font-size: 12px;
}

.name {
  display: block;
  font-weight: 600;
}

.ribbon {
  display: block;
  height: 24px;
  border-radius: 4px;
}

.top {
  display: flex;
  gap: 6px;
  align-items: center;
}

.chip {
  flex: none;
  width: 18px;
  height: 18px;
  border: 1px solid #6b7378;
  border-radius: 4px;
}

.unknown {
  background: repeating-linear-gradient(135deg, #e4e5ea 0 6px, #f5f5f2 6px 12px);
}

.nothing {
  color: var(--quiet);
}
</style>

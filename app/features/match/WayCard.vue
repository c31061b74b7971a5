<script setup lang="ts">
import { agentFacts } from '~~/catalogue/agents'
import { formatCount } from '~~/core/quantity/format-count'
import { groupWords } from '~/features/strength/words'
import {
  formatMass,
  formatNumber,
  formatRatio,
  formatVolume,
  inDecimals,
} from '~/format/quantities'
import { halfLifeWords } from '~~/shared/words/fastness/half-life-words'
import { chanceText } from './chance-text'
import type { ToldBath, ToldWay } from './told-ways'

/** A way to the wanted colour: how likely, cut beside it, what it takes, and planning it. */
const { way, wantedHex, within, saving, failure } = defineProps<{
  way: ToldWay
  wantedHex: string
  within: number
  saving: boolean
  failure: string
}>()
defineEmits<{ plan: []; wish: [bath: ToldBath] }>()

const title = computed(() => way.baths.map(({ name }) => name).join(', then '))
/** Each bath as its swatches were dyed; a piece has the mordant that either of its dyes wants. */
const how = ({ bath, ratioDry, curve, after }: ToldBath) =>
  [
    bath > 1 && 'the second bath of a liquor that began at',
    `${formatRatio(ratioDry)} dry on ${groupWords({ ...curve, mordant: way.mordant })}`,
    after && `and ${agentFacts(after).label} after it, as your own pairs have it`,
  ]
    .filter(Boolean)
    .join(' ')
/** What a first bath left is not there to be planned with before that bath is. */
const isLater = computed(() => way.baths.some(({ bath }) => bath > 1))
const lacking = computed(() => way.baths.filter(({ plant }) => plant.lot === null))
const season = (days: number | null) => {
  if (days === null) return ''
  if (days === 0) return ', ready now'
  return days < 21
    ? `, ready in ${formatCount(days, 'day')}`
    : `, ready in ${formatCount(Math.round(days / 7), 'week')}`
}
const plantWords = ({ name, plant, source }: ToldBath) =>
  plant.lot
    ? `${formatMass(plant.lot.massG)} of ${formatMass(plant.lot.lot.leftG)} ${name} ${plant.lot.lot.state} (${plant.lot.lot.code})`
    : `${formatMass(plant.usualG)} ${name} ${source.usualRatioState} to gather${season(plant.readyInDays)}`
const FASTNESS = {
  good: 'good',
  fair: 'fair',
  poor: 'poor',
  unknown: 'not known',
} as const
/** Measured where strips of it hung, else as is typical; each dye for itself. */
const light = computed(() =>
  way.baths
    .map(({ light: own, source }) => {
      const told = own && halfLifeWords(own.halfLife, 'h')
      return told
        ? `${told} (${formatCount(own.strips, 'strip')})`
        : `${FASTNESS[source.fastness]}, typical`
    })
    .join(' and '),
)
const LAMPS = { A: 'a lamp', F11: 'fluorescent light' } as const
const breaks = computed(() => {
  if (!way.breaks || way.breaks.lamp === 'D65' || way.breaks.lamp === 'D50') return ''
  const { lamp, de2000, words } = way.breaks
  return `under ${LAMPS[lamp as keyof typeof LAMPS]} ${formatNumber(de2000, 2)} ΔE apart${words.length ? `, ${words.join(' and ')}` : ''}`
})
const span = computed(
  () =>
    `${inDecimals(way.difference.low.toFixed(1))} to ${inDecimals(way.difference.high.toFixed(1))}`,
)
const behind = computed(() =>
  way.baths
    .map(({ curve }) => `${curve.n}${curve.estimated === curve.n ? ' estimated' : ''}`)
    .join(' and '),
)
</script>

<template>
  <article class="panel way" :aria-label="title">
    <div class="cut" aria-hidden="true">
      <span :style="{ background: wantedHex }" /><span :style="{ background: way.hex }" />
    </div>
    <div class="what">
      <h3>{{ title }}</h3>
      <p>
        <template v-for="(bath, at) in way.baths" :key="at"
          ><template v-if="at">; then </template>{{ how(bath) }}</template
        >
      </p>
      <p class="quiet">
        <template v-for="(bath, at) in way.baths" :key="at"
          ><template v-if="at"> · </template>{{ plantWords(bath) }}</template
        >
        · {{ formatVolume(way.waterL) }} of water{{ way.baths.length > 1 ? ' each' : '' }} · about
        {{ formatCount(way.hours, 'hour') }} · light: {{ light }}
        <template v-if="breaks"> · {{ breaks }}</template>
      </p>
      <div class="row">
        <NuxtLink v-if="isLater" to="/pot" class="el-button">Plan the first bath</NuxtLink>
        <ElButton
          v-else-if="lacking.length === 0"
          type="primary"
          :loading="saving"
          @click="$emit('plan')"
          >{{ way.baths.length > 1 ? 'Plan both pots' : 'Plan the pot' }}</ElButton
        >
        <ElButton
          v-for="bath in lacking"
          v-else
          :key="bath.source.sourceId"
          :loading="saving"
          @click="$emit('wish', bath)"
          >Put {{ bath.name }} on the walk</ElButton
        >
      </div>
      <p v-if="failure" class="wrong" role="alert">{{ failure }}</p>
    </div>
    <div class="chance">
      <strong>{{ chanceText(way.probability) }}</strong>
      <span>to come within {{ within }} ΔE</span>
      <span class="quiet"
        >~{{ inDecimals(way.difference.mid.toFixed(1)) }} ΔE ({{ span }})<br />by {{ behind }}
        {{ behind === '1' ? 'swatch' : 'swatches' }}</span
      >
    </div>
  </article>
</template>

<style scoped>
.way {
  display: grid;
  grid-template-columns: 168px minmax(0, 1fr) 176px;
  gap: 18px;
  padding: 0;
  overflow: hidden;
}

.cut {
  display: grid;
  grid-template-columns: 1fr 1fr;
  min-height: 112px;
  padding: 14px;
  background: #a2a3a2;
}

.what {
  padding: 12px 0;
}

.what p {
  margin: 2px 0;
}

.what .row {
  margin-top: 8px;
}

h3 {
  margin: 0;
  font-size: 17px;
}

.quiet {
  font-size: 14px;
}

.chance {
  display: flex;
  flex-direction: column;
  gap: 4px;
  padding: 12px 18px 12px 0;
  font-size: 14px;
  text-align: right;
}

.chance strong {
  font-size: 26px;
  line-height: 1.1;
}

@media (max-width: 760px) {
  .way {
    grid-template-columns: minmax(0, 1fr);
    gap: 0;
  }

  .what,
  .chance {
    padding: 10px 14px;
  }

  .chance {
    text-align: left;
  }
}
</style>

<script setup lang="ts">
import { PARTS, type Part } from '~~/catalogue/parts'
import type { LightView } from '~/workers/match'
import { startMatch } from '~/workers/threads'
import { groupWords } from '~/features/strength/words'
import { formatDuration } from '~~/core/quantity/format-duration'
import { present } from '~~/core/present'
import { usualTaken } from '~~/core/strength/later-baths'
import { FIRST_SHADES, shadeRows, type ShadesAsk } from '~/features/shades/shade-rows'
import SwatchNav from '~/features/swatch/SwatchNav.vue'
import { formatMass, formatRatio, inDecimals } from '~/format/quantities'

/** Pieces from pale to deep in steps that look alike: by ratio, by time pulled, by baths in turn. */
const { worker, end } = startMatch()
onScopeDispose(end)
const { data: view, failure, reload } = useLoaded((): Promise<LightView> => worker.load())
useIntervalWhile(
  () => (view.value?.pending ?? 0) > 0,
  () => void reload(),
  700,
)
const { draft: ask } = useDraft<ShadesAsk>('shades', () => ({ ...FIRST_SHADES }))

const curves = computed(() => {
  const { curves: all = [], sources = [] } = view.value ?? {}
  const nameOf = new Map(sources.map((source) => [source.sourceId, source]))
  return all
    .map((curve) => {
      const source = present(nameOf.get(curve.sourceId))
      const part = PARTS[source.part as Part].label
      return {
        curve,
        source,
        value: present(curve.dyes[0]).id,
        label: `${source.commonName} ${part} on ${groupWords(curve)} (${curve.n})`,
      }
    })
    .sort((a, b) => b.curve.n - a.curve.n)
})
const chosen = computed(
  () => curves.value.find(({ value }) => value === ask.dyeId) ?? curves.value[0] ?? null,
)
const dyeId = computed({
  get: () => chosen.value?.value ?? '',
  set: (id) => (ask.dyeId = id),
})
/** What the one dye is foretold from; the others stay in the thread. */
const { data: dye } = useLoaded(
  async () => (dyeId.value ? await worker.dye(dyeId.value) : null),
  () => [dyeId.value, view.value?.pending],
)
const rows = computed(() =>
  chosen.value && dye.value?.id === dyeId.value
    ? shadeRows(dye.value, chosen.value.curve.way, ask)
    : [],
)
const step = computed(() => rows.value.find((row) => row.step !== null)?.step ?? null)
const usualG = (dryG: number) => dryG / (chosen.value?.source.usualDryFraction ?? 1)
const plantWords = (dryG: number) =>
  `${formatMass(usualG(dryG))} ${chosen.value?.source.usualRatioState ?? ''}`
const totalDryG = computed(() =>
  ask.by === 'time'
    ? (rows.value[0]?.dryG ?? 0) * ask.count
    : rows.value.reduce((sum, { dryG }) => sum + dryG, 0),
)
const WAYS = [
  { value: 'ratio', label: 'a bath for each' },
  { value: 'time', label: 'pulled from one bath' },
  { value: 'baths', label: 'one liquor, bath after bath' },
] as const
const percent = (of: 'palest' | 'deepest') =>
  computed({
    get: () => Math.round(100 * ask[of]),
    set: (value: number | null) => {
      if (value !== null && value >= 1 && value <= 100) ask[of] = value / 100
    },
  })
const [palest, deepest] = [percent('palest'), percent('deepest')]
const count = computed({
  get: () => ask.count,
  set: (value: number | null) => {
    if (value !== null && Number.isInteger(value) && value >= 2 && value <= 12) ask.count = value
  },
})
const each = computed({
  get: () => ask.eachG,
  set: (value: number | null) => {
    if (value !== null && value > 0) ask.eachG = value
  },
})
useHead({ title: 'Shades of one pot · Juniper Haze' })
</script>

<template>
  <SwatchNav />
  <div class="page-head">
    <h1>Shades of one pot</h1>
    <span v-if="rows.length && step !== null" class="on-grey" role="status">
      {{ ask.count }} pieces, foretold ~{{ inDecimals(step.toFixed(1)) }} ΔE apart
    </span>
    <p v-if="failure" role="alert">{{ failure }}</p>
  </div>

  <form v-if="curves.length" class="panel ask" aria-label="What shades" @submit.prevent>
    <ChoiceSelect v-model="dyeId" label="Dye" :options="curves" filterable class="dye" />
    <NumberField v-model="count" label="Pieces" />
    <QuantityField v-model="each" label="Dry fibre of each" />
    <NumberField v-model="palest" label="Palest, of the deepest tried" unit="%" />
    <NumberField v-model="deepest" label="Deepest, of it" unit="%" />
    <ElRadioGroup v-model="ask.by" aria-label="How">
      <ElRadioButton v-for="way in WAYS" :key="way.value" :value="way.value">{{
        way.label
      }}</ElRadioButton>
    </ElRadioGroup>
  </form>
  <p v-else-if="view && view.pending === 0">
    No dye is known by a swatch yet. <NuxtLink to="/card">A swatch you have</NuxtLink> begins one.
  </p>
  <p v-if="view && view.pending > 0" role="status">
    The colours of your sources are being worked out: {{ view.pending }} to go.
  </p>

  <template v-if="rows.length && chosen">
    <div class="gradient" role="img" :aria-label="`${ask.count} shades from pale to deep`">
      <span
        v-for="(row, at) in ask.by === 'baths' ? [...rows].reverse() : rows"
        :key="at"
        :style="{ background: row.hex }"
      />
    </div>
    <section class="panel" aria-label="What each piece takes">
      <table>
        <thead>
          <tr>
            <th>{{ ask.by === 'baths' ? 'Bath' : 'Piece' }}</th>
            <th>Colour</th>
            <th class="number">Ratio, dry</th>
            <th v-if="ask.by === 'time'" class="number">Pull after</th>
            <th v-else class="number">
              {{ ask.by === 'baths' ? 'Add before it' : 'Plant for it' }}
            </th>
            <th v-if="ask.by === 'baths'">Liquor</th>
            <th class="number">Step</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="(row, at) in rows" :key="at">
            <td>{{ at + 1 }}</td>
            <td>
              <span class="chip" :style="{ background: row.hex }" aria-hidden="true" />{{
                row.depth
              }}
            </td>
            <td class="number">{{ formatRatio(row.ratioDry) }}</td>
            <td v-if="ask.by === 'time'" class="number">~{{ formatDuration(row.minutes ?? 0) }}</td>
            <td v-else class="number">{{ row.dryG < 0.05 ? 'none' : plantWords(row.dryG) }}</td>
            <td v-if="ask.by === 'baths'">
              {{
                row.pourOff === null
                  ? 'as it is'
                  : `pour off ${Math.round(100 * row.pourOff)} %, top up with water`
              }}
            </td>
            <td class="number">
              {{ row.step === null ? '' : `${inDecimals(row.step.toFixed(1))} ΔE` }}
            </td>
          </tr>
        </tbody>
      </table>
      <p>
        In all {{ plantWords(totalDryG) }} for {{ formatMass(ask.count * ask.eachG) }} of dry fibre.
      </p>
      <p class="quiet">
        Steps are those of the middle of its curve, by {{ chosen.curve.n }}
        {{ chosen.curve.n === 1 ? 'swatch' : 'swatches' }}. A lot or a piece may lie off by more
        than a step: pieces of one lot differ least.
        <template v-if="ask.by === 'time'">
          How fast it goes is typical, not yours: look at each before its time. All pieces swim in
          one bath of {{ plantWords(totalDryG) }}.
        </template>
        <template v-if="ask.by === 'baths'">
          What each bath takes of the liquor is typical, not yours ({{
            Math.round(100 * usualTaken().mid)
          }}
          %): look before the next goes in.
        </template>
      </p>
    </section>
  </template>
  <p v-else-if="chosen && dye?.id === dyeId" class="on-grey" role="alert">
    The palest must be paler than the deepest: give it a smaller share.
  </p>
</template>

<style scoped>
h1,
.on-grey {
  color: #16191b;
}

.ask {
  display: flex;
  flex-wrap: wrap;
  gap: 10px 16px;
  align-items: end;
}

.ask > :not(.dye) {
  width: 170px;
}

.ask > :last-child {
  width: auto;
}

.dye {
  flex: 1 1 380px;
}

.gradient {
  display: flex;
  height: 116px;
  margin: 14px 0;
  padding: 18px;
  border-radius: var(--corner);
  background: #a2a3a2;
}

.gradient span {
  flex: 1;
}

table {
  width: 100%;
  border-collapse: collapse;
}

th,
td {
  padding: 8px 14px 8px 0;
  border-bottom: 1px solid var(--line);
  text-align: left;
}

th {
  color: var(--quiet);
  font-weight: 400;
  font-size: 14px;
}

.number {
  text-align: right;
}

.chip {
  display: inline-block;
  width: 46px;
  height: 22px;
  margin-right: 10px;
  vertical-align: middle;
}

@media (max-width: 760px) {
  .gradient {
    height: 100px;
    padding: 10px;
  }

  .panel {
    overflow-x: auto;
  }
}
</style>

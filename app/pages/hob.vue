<script setup lang="ts">
import { dayAndTime, dayMonth, dayMonthYear } from '~/format/calendar'
import { PARTS } from '~~/catalogue/parts'
import { wayFacts } from '~~/catalogue/ways'
import { formatMass, formatRatio, inUnits } from '~/format/quantities'
import type { BasketRow } from '~~/shared/views/basket/basket'
import type { CurveView } from '~~/shared/views/strength/curve'
import type { OnTheHob } from '~~/shared/views/pot/hob'
import type { Page } from '~~/shared/schemas/log/common'
import type { Lot } from '~~/shared/schemas/loft/lot'
import type { Pot } from '~~/shared/schemas/pot/pot'
import type { Settings } from '~~/shared/schemas/log/settings'
import type { ShelfItem } from '~~/shared/schemas/loft/shelf'
import type { Source } from '~~/shared/schemas/walk/source'
import type { Vessel } from '~~/shared/schemas/pot/vessel'
import { useAlarmSwitch } from '~/features/hob/useAlarm'
import DonePot from '~/features/hob/DonePot.vue'
import HobList from '~/features/hob/HobList.vue'
import PlannedPot from '~/features/hob/PlannedPot.vue'
import RunningPot from '~/features/hob/RunningPot.vue'
import { eventWords } from '~/features/hob/words'
import { piecesText } from '~/features/basket/readiness'
import PotNav from '~/features/pot/PotNav.vue'
import { notedTime } from '~/format/noted-time'
import { present } from '~~/core/present'

const api = useApi()
const route = useRoute()
const now = useNow()
const { isOn, turn } = useAlarmSwitch()

const { data: all, failure } = useLoaded(async () => {
  const [{ items }, planned, done] = await Promise.all([
    api.get<{ items: OnTheHob[] }>('hob'),
    api.get<Page<Pot>>('pots', { stage: 'planned', limit: 20 }),
    api.get<Page<Pot>>('pots', { stage: 'done', limit: 4 }),
  ])
  return { items, planned: planned.items, done: done.items }
})
const asked = computed(() => (typeof route.query.pot === 'string' ? route.query.pot : ''))
const potId = computed(
  () =>
    asked.value ||
    (all.value?.items.find(({ kind }) => kind === 'pot') ?? all.value?.planned[0])?.id ||
    '',
)
/** A plant that needs half of this ratio or less for a full depth is deep within minutes. */
const STRONG_SHARE = 0.5

const { data: opened } = useLoaded(async () => {
  if (!potId.value) return null
  const pot = await api.get<Pot>(`pots/${potId.value}`)
  const ids = pot.pieces.map(({ pieceId }) => pieceId)
  const sourceIds = [...new Set(pot.lots.map(({ sourceId }) => sourceId))]
  const [{ item }, settings, shelf, sources, lots, vessel, curves] = await Promise.all([
    api.post<{ rows: BasketRow[] }>('basket/named', { ids }),
    api.get<Settings>('settings'),
    api.all<ShelfItem>('shelf'),
    Promise.all(sourceIds.map((id) => api.get<Source>(`sources/${id}`))),
    Promise.all(pot.lots.map(({ lotId }) => api.get<Lot>(`lots/${lotId}`))),
    pot.vesselId ? api.get<Vessel>(`vessels/${pot.vesselId}`) : Promise.resolve(null),
    pot.stage === 'running' && sourceIds[0]
      ? api.get<{ items: CurveView[] }>('curves', { sourceId: sourceIds[0] })
      : Promise.resolve({ items: [] }),
  ])
  const known = curves.items.find(({ answer }) => answer.n >= 2)?.answer
  const forFull = known?.forDepth.find(({ depth }) => depth === 'full')?.p50 ?? Infinity
  const isStrong = pot.ratioDry !== null && forFull <= STRONG_SHARE * pot.ratioDry
  return { pot, rows: item.rows, settings, shelf, sources, lots, vessel, isStrong }
}, potId)

const title = computed(() =>
  (opened.value?.sources ?? [])
    .map(({ commonName, part }) => `${commonName} ${PARTS[part].label}`)
    .join(' with '),
)
const notes = computed(() =>
  [...(opened.value?.pot.events ?? [])].reverse().map((event) => ({
    id: event.id,
    note: event.note,
    words: eventWords(event, present(opened.value).pot),
    time: notedTime(event),
  })),
)
const state = computed(() => {
  const pot = opened.value?.pot
  if (!pot) return ''
  if (pot.stage === 'planned') return `planned for ${dayMonth(pot.dyedOn)}`
  if (pot.stage === 'running') return `lit ${dayAndTime(pot.litAt)}`
  return `dyed ${dayMonthYear(pot.dyedOn)}`
})
useHead({ title: 'On the hob · Juniper Haze' })
</script>

<template>
  <div class="bar">
    <PotNav />
    <ElCheckbox
      :model-value="isOn"
      label="Sound and notices on this device"
      @update:model-value="turn(Boolean($event))"
    />
  </div>
  <h1 class="sr-only">On the hob</h1>
  <p v-if="failure" class="wrong" role="alert">{{ failure }}</p>
  <div v-if="all" class="panes" :class="{ asked }">
    <HobList
      :items="all.items"
      :planned="all.planned"
      :done="all.done"
      :open-id="potId"
      :now="now"
      class="list"
    />
    <section v-if="opened" class="panel stack tight" :aria-label="`Pot ${opened.pot.code}`">
      <SheetHead
        :code="opened.pot.code"
        :name="title || opened.pot.title"
        :figure="
          opened.pot.ratioAsWeighed === null
            ? formatMass(opened.rows.reduce((g, r) => g + r.dryG, 0))
            : formatRatio(opened.pot.ratioAsWeighed)
        "
        :figure-note="
          opened.pot.isRatioKnown
            ? `${opened.pot.lots[0]?.state ?? 'of fibre'}, ${piecesText(opened.pot.pieces.length)}`
            : 'ratio unknown: its share was not measured'
        "
      >
        <p class="quiet">
          {{ opened.pot.wayName || wayFacts(opened.pot.way).label }}, {{ state
          }}{{ opened.vessel ? `, ${opened.vessel.name}` : ''
          }}{{ opened.pot.bathNumber > 1 ? `, bath ${opened.pot.bathNumber} of its liquor` : '' }}
        </p>
      </SheetHead>
      <p v-if="opened.pot.note">{{ opened.pot.note }}</p>
      <RunningPot
        v-if="opened.pot.stage === 'running'"
        :key="opened.pot.id"
        :pot="opened.pot"
        :rows="opened.rows"
        :sources="opened.sources"
        :settings="opened.settings"
        :shelf="opened.shelf"
        :lots="opened.lots"
        :vessel="opened.vessel"
        :is-strong="opened.isStrong"
      />
      <PlannedPot
        v-else-if="opened.pot.stage === 'planned'"
        :key="`${opened.pot.id}-plan`"
        :pot="opened.pot"
        :rows="opened.rows"
        :sources="opened.sources"
        :vessel="opened.vessel"
      />
      <DonePot
        v-else
        :key="`${opened.pot.id}-done`"
        :pot="opened.pot"
        :shelf="opened.shelf"
        :lots="opened.lots"
      />
      <section v-if="notes.length" class="stack tight" aria-labelledby="notes">
        <h3 id="notes">Notes</h3>
        <ol class="notes" tabindex="0" aria-labelledby="notes">
          <li v-for="each in notes" :key="each.id">
            <span class="quiet">{{ each.time }}</span> {{ inUnits(each.words) }}
            <span v-if="each.note" class="quiet">{{ each.note }}</span>
          </li>
        </ol>
      </section>
    </section>
    <section v-else class="panel">
      <p class="quiet">
        A pot that is lit stands here with its present step, its clock and its big buttons.
        <NuxtLink to="/pot">Plan a pot</NuxtLink>
      </p>
    </section>
  </div>
</template>

<style scoped>
.bar {
  display: flex;
  flex-wrap: wrap;
  gap: 0 24px;
  justify-content: space-between;
}

.panes {
  display: grid;
  grid-template-columns: 340px minmax(0, 1fr);
  gap: 18px;
  align-items: start;
}

h3 {
  font-size: 15px;
}

.notes {
  max-height: 180px;
  overflow-y: auto;
}

.notes li {
  padding: 2px 0;
}

@media (max-width: 900px) {
  .panes {
    grid-template-columns: minmax(0, 1fr);
  }

  .panes.asked .list {
    order: 2;
  }
}
</style>

<script setup lang="ts">
import { watchDebounced } from '@vueuse/core'
import dayjs from 'dayjs'
import type { Page } from '~~/shared/schemas/log/common'
import type { JarView } from '~~/shared/schemas/loft/jar'
import type { Settings } from '~~/shared/schemas/log/settings'
import type { Pot } from '~~/shared/schemas/pot/pot'
import type { FastnessView } from '~~/shared/views/fastness/fastness'
import type { WalkView } from '~~/shared/views/walk/walk'
import type { Wish } from '~~/shared/schemas/walk/wish'
import CalendarLinks from '~/features/year/CalendarLinks.vue'
import PlanChain from '~/features/year/PlanChain.vue'
import PlanForm from '~/features/year/PlanForm.vue'
import SeasonMarks from '~/features/year/SeasonMarks.vue'
import PlanLanes from '~/features/year/PlanLanes.vue'
import { barWords } from '~/features/year/chain-words'
import { barsOf } from '~/features/year/lanes'
import { monthsAhead } from '~/features/year/months-ahead'
import { useYear } from '~/features/year/useYear'
import { isAllYear } from '~/features/today/windows'
import { dayMonth, weekdayDay } from '~/format/calendar'
import { formatCount } from '~~/core/quantity/format-count'
import { localToday } from '~/format/dates'

/** Seasons of what matters, plans worked back from their days, and what lies on which day. */
const api = useApi()
const today = localToday()
const { plan: askedPlan, again } = useRoute().query
const year = useYear(typeof askedPlan === 'string' ? askedPlan : '')
const { data: walk, failure } = useLoaded(() => api.get<WalkView>('walk', { on: today }))
const { data: settings } = useLoaded(() => api.get<Settings>('settings'))
const { data: pots } = useLoaded(() => api.all<Pot>('pots', { stage: 'planned' }))
const { data: jars } = useLoaded(async () => (await api.get<{ jars: JarView[] }>('standing')).jars)
const { data: tested } = useLoaded(() => api.get<FastnessView>('fastness', { on: today }))
const { data: wishes } = useLoaded(() => api.get<Page<Wish>>('wishes', { open: true, limit: 50 }))

const names = computed(
  () => new Map((walk.value?.rows ?? []).map(({ source }) => [source.id, source.commonName])),
)
const planned = computed(() => new Set(year.chains.map(({ plan }) => plan.sourceId)))
const own = computed(
  () =>
    walk.value?.rows.filter(
      ({ source, gatherings, needs }) =>
        gatherings.length > 0 || needs.length > 0 || planned.value.has(source.id),
    ) ?? [],
)
const rows = computed(() =>
  own.value.length > 0
    ? own.value
    : (walk.value?.rows.filter((row) => row.readiness?.ready && !isAllYear(row)) ?? []),
)
/** Wishes that no plan grew out of yet. */
const open = computed(() => {
  const taken = new Set(year.chains.flatMap(({ plan }) => plan.wishId ?? []))
  return (wishes.value?.items ?? []).filter(({ id }) => !taken.has(id))
})

const SHOWN = 5
const showsAll = ref(false)
const ZOOMS = { year: 365, weeks: 42, day: 4 } as const
const zoom = ref<keyof typeof ZOOMS>('weeks')
const from = ref(dayjs(today).subtract(1, 'day').format('YYYY-MM-DD'))
const shift = (by: number) =>
  (from.value = dayjs(from.value)
    .add(by * Math.ceil(ZOOMS[zoom.value] / 2), 'day')
    .format('YYYY-MM-DD'))
const bars = computed(() =>
  barsOf(year.chains, pots.value ?? [], jars.value ?? [], tested.value?.sets),
)
const ahead = computed(() => monthsAhead(today, own.value, year.chains, jars.value ?? []))
const shown = computed(() => (year.draft ? year.preview : year.chosen))
if (typeof again === 'string') void year.beginOfSwatch(again)
/** While something is typed, what it comes to would only flicker. */
const TYPING_MS = 250
watchDebounced(
  () => year.draft,
  () => void year.look(),
  { deep: true, debounce: TYPING_MS },
)
useHead({ title: 'Year · Juniper Haze' })
</script>

<template>
  <div class="page-head">
    <h1>Year</h1>
    <span class="quiet"
      >usual months, from memory, moved by your own finds; pale: early and late years</span
    >
    <p v-if="failure || year.failure" class="wrong" role="alert">{{ failure || year.failure }}</p>
    <NuxtLink class="end" to="/back">Looking back</NuxtLink>
    <ElButton type="primary" @click="year.begin()">A plan</ElButton>
  </div>
  <div class="year">
    <div class="stack left">
      <section v-if="walk" class="panel" aria-label="Seasons">
        <p v-if="!own.length">
          Nothing is gathered or wanted yet: these are ready now, by their usual months. A wish, a
          plan or a gathering brings its year here.
        </p>
        <YearRibbons :rows="rows" :today="today" :most="showsAll ? rows.length : SHOWN" narrow />
        <button v-if="rows.length > SHOWN" type="button" class="link" @click="showsAll = !showsAll">
          {{ showsAll ? 'Fewer' : `All ${formatCount(rows.length, 'source')}` }}
        </button>
      </section>
      <section class="panel stack tight" aria-labelledby="days">
        <div class="row head">
          <h2 id="days">What lies on which day</h2>
          <ElRadioGroup v-model="zoom" aria-label="How much is shown">
            <ElRadioButton v-for="(_, each) in ZOOMS" :key="each" :value="each">{{
              each
            }}</ElRadioButton>
          </ElRadioGroup>
          <span class="row">
            <ElButton aria-label="Earlier" @click="shift(-1)">←</ElButton>
            <ElButton aria-label="Later" @click="shift(1)">→</ElButton>
          </span>
        </div>
        <PlanLanes
          :bars="bars"
          :settings="settings"
          :from="from"
          :days="ZOOMS[zoom]"
          :chosen="year.chosen?.plan.id ?? ''"
          @move="year.move"
          @open="year.choose"
        />
        <p v-if="year.refused" class="wrong" role="alert">
          {{ year.refused.chain.sourceName }}, {{ barWords(year.refused.step) }} stays on
          {{ weekdayDay(year.refused.step.from) }}: {{ year.refused.why }}.
          <ElButton
            v-if="year.refused.nextGood"
            @click="year.move(year.refused.chain, year.refused.step, year.refused.nextGood)"
            >Move it to {{ dayMonth(year.refused.nextGood) }}</ElButton
          >
        </p>
        <div v-if="year.shifts.length" role="status">
          <p>Since you last looked, these came to lie on other days:</p>
          <ul class="shifts">
            <li v-for="{ key, words } in year.shifts" :key="key">{{ words }}</li>
          </ul>
        </div>
        <p class="quiet">
          Bars of plans are moved by dragging, or by the arrow keys; what depends on them moves
          along. Grey is night: nothing burns then.
        </p>
      </section>
      <section class="panel" aria-label="Months ahead">
        <p v-for="each in ahead" :key="each.month">
          <strong>{{ each.month }}</strong> asks for: {{ each.asks }}.
        </p>
      </section>
      <SeasonMarks :today="today" :names="names" />
      <CalendarLinks :today="today" />
    </div>
    <div class="stack right">
      <section v-if="year.draft" class="panel stack tight" aria-label="A plan in hand">
        <PlanForm v-model="year.draft" @kept="year.choose" @close="year.close()" />
      </section>
      <p v-if="year.draft && !shown" class="quiet">
        Name the source and how much fibre: what follows from it stands here.
      </p>
      <section v-if="shown" class="panel stack tight" aria-label="What follows from it">
        <PlanChain
          :chain="shown"
          :is-kept="!year.draft"
          @back="year.move(shown, $event, null)"
          @done="year.setDone(shown, $event, today)"
          @undone="year.setDone(shown, $event, null)"
        />
        <div v-if="!year.draft" class="row">
          <ElButton @click="year.edit(shown)">Change it</ElButton>
          <ElButton @click="year.done(shown, today)">All of it is done</ElButton>
          <ElButton @click="year.setAside(shown)">Set aside</ElButton>
        </div>
      </section>
      <section v-if="!year.draft" class="panel stack tight" aria-labelledby="plans">
        <h2 id="plans">Plans</h2>
        <ul class="plans">
          <li v-for="{ plan } in year.chains" :key="plan.id">
            <button
              type="button"
              class="link"
              :aria-pressed="plan.id === year.chosen?.plan.id"
              @click="year.choose(plan.id)"
            >
              {{ plan.words }}</button>{{ plan.wantedBy ? `, by ${dayMonth(plan.wantedBy)}` : '' }}
          </li>
        </ul>
        <p v-if="year.isLoaded && !year.chains.length" class="quiet">
          None yet. Say what is wanted and by when: pots, mordant, drying and walks follow from it.
        </p>
        <template v-if="open.length">
          <h3>Wishes that may become one</h3>
          <ul class="plans">
            <li v-for="wish in open" :key="wish.id">
              <button type="button" class="link" @click="year.beginOf(wish)">
                {{ wish.words }}
              </button>
            </li>
          </ul>
        </template>
      </section>
    </div>
  </div>
</template>

<style scoped>
.year {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 372px;
  gap: 16px;
  align-items: start;
}

.left {
  min-width: 0;
}

.head {
  justify-content: space-between;
}

.plans {
  margin: 0;
  padding: 0;
  list-style: none;
}

.plans li {
  min-height: 36px;
  padding-top: 6px;
  border-top: 1px solid var(--line);
}

@media (max-width: 960px) {
  .year {
    grid-template-columns: minmax(0, 1fr);
  }

  /* on a phone the plan in hand comes first */
  .right {
    order: -1;
  }
}
</style>

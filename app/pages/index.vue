<script setup lang="ts">
import type { TodayView } from '~~/shared/views/log/today'
import type { WalkView } from '~~/shared/views/walk/walk'
import { isAllYear } from '~/features/today/windows'
import KeepingNote from '~/features/keeping/KeepingNote.vue'
import FirstDay from '~/features/today/FirstDay.vue'
import FirstEvening from '~/features/today/FirstEvening.vue'
import LearntLast from '~/features/today/LearntLast.vue'
import WantsHands from '~/features/today/WantsHands.vue'
import { localToday, longDate } from '~/format/dates'

const api = useApi()
const today = localToday()
const { data: walk } = useLoaded(() => api.get<WalkView>('walk', { on: today }))
const gathered = computed(() => walk.value?.rows.filter((row) => row.gatherings.length) ?? [])
const ready = computed(
  () => walk.value?.rows.filter((row) => row.readiness?.ready && !isAllYear(row)) ?? [],
)
const { data: view, failure } = useLoaded(() => api.get<TodayView>('today', { on: today }))

/** Nothing in it yet: somewhere to begin, instead of nothing that waits. */
const isEmpty = computed(
  () =>
    walk.value !== null &&
    gathered.value.length === 0 &&
    view.value?.latest.length === 0 &&
    view.value.unread.length === 0,
)
useHead({ title: 'Today · Juniper Haze' })
</script>

<template>
  <div class="page-head">
    <h1>{{ longDate(today) }}</h1>
    <p v-if="failure" class="wrong" role="alert">{{ failure }}</p>
    <div class="end row">
      <NuxtLink to="/walk" class="el-button el-button--primary">Weigh in</NuxtLink>
      <NuxtLink to="/pot" class="el-button">Plan a pot</NuxtLink>
      <NuxtLink to="/swatch" class="el-button">Read a swatch</NuxtLink>
      <NuxtLink to="/card" class="el-button">A swatch you have</NuxtLink>
    </div>
  </div>
  <KeepingNote />
  <div v-if="view" class="today">
    <div class="stack">
      <FirstEvening v-if="isEmpty" />
      <WantsHands v-else :view="view" />
    </div>
    <div class="stack">
      <FirstDay v-if="isEmpty" />
      <section v-else class="panel" aria-labelledby="ready">
        <div class="row head">
          <h2 id="ready">Ready to gather</h2>
          <span class="quiet"
            >usual months, from memory, moved by your own finds; pale: early and late years · dots
            are your gatherings</span
          >
        </div>
        <YearRibbons v-if="gathered.length" :rows="gathered" :today="today" :most="8" />
        <template v-else-if="walk">
          <p>
            Nothing gathered yet: of all plants known these are ready now, by their usual months.
            <NuxtLink to="/walk">Weigh in</NuxtLink> something, and its season appears here with the
            colours it gives.
          </p>
          <YearRibbons :rows="ready" :today="today" :most="8" />
        </template>
      </section>
      <LearntLast :latest="view.latest.slice(0, 3)" />
    </div>
  </div>
</template>

<style scoped>
.today {
  display: grid;
  grid-template-columns: 400px 1fr;
  gap: 16px;
  align-items: stretch;
}

.head {
  justify-content: space-between;
}

@media (max-width: 960px) {
  .today {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>

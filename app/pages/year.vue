<script setup lang="ts">
import type { WalkView } from '~~/shared/views/walk/walk'
import CalendarLinks from '~/features/year/CalendarLinks.vue'
import { isAllYear } from '~/features/today/windows'
import { localToday } from '~/format/dates'

/** The seasons of what matters: gathered or wanted; on an empty log, of all that is ready now. */
const api = useApi()
const today = localToday()
const { data: walk, failure } = useLoaded(() => api.get<WalkView>('walk', { on: today }))
const own = computed(
  () =>
    walk.value?.rows.filter(({ gatherings, needs }) => gatherings.length > 0 || needs.length > 0) ??
    [],
)
const rows = computed(() =>
  own.value.length > 0
    ? own.value
    : (walk.value?.rows.filter((row) => row.readiness?.ready && !isAllYear(row)) ?? []),
)
useHead({ title: 'Year · Juniper Haze' })
</script>

<template>
  <div class="page-head">
    <h1>Year</h1>
    <span class="quiet"
      >usual months, from memory, moved by your own finds · dots are your gatherings</span
    >
    <p v-if="failure" class="wrong" role="alert">{{ failure }}</p>
  </div>
  <section v-if="walk" class="panel" aria-label="Seasons">
    <p v-if="!own.length">
      Nothing is gathered or wanted yet: these are ready now, by their usual months. A wish on a
      plant’s own page, or a gathering, brings its year here.
    </p>
    <YearRibbons :rows="rows" :today="today" :most="40" />
    <p class="quiet below">
      Plans laid backwards from a wanted day, and what each month asks for, are not built yet.
    </p>
  </section>
  <CalendarLinks :today="today" class="calendar" />
</template>

<style scoped>
.calendar {
  margin-top: 16px;
}

.below {
  margin-top: 12px;
}
</style>

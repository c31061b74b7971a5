<script setup lang="ts">
import type { StationCounts } from '~~/shared/views/log/today'
import { STATIONS, type Station } from './stations'

const { counts } = defineProps<{ counts: StationCounts | null }>()

const waitingAt = (index: number) =>
  counts ? STATIONS[index]!.waiting(counts) : { n: 0, what: '' }
const route = useRoute()
const isHere = ({ path, rooms = [] }: Station) =>
  [path, ...rooms].some((each) => route.path === each || route.path.startsWith(`${each}/`))
</script>

<template>
  <nav class="thread" aria-label="Stations">
    <ul>
      <li v-for="(station, index) in STATIONS" :key="station.path">
        <NuxtLink
          :to="station.path"
          class="bead"
          :class="{ here: isHere(station) }"
          :aria-keyshortcuts="station.key"
        >
          <span class="knot" aria-hidden="true" />
          <span class="name">{{ station.name }}</span>
          <span v-if="waitingAt(index).n" class="count">
            {{ waitingAt(index).n }} {{ waitingAt(index).what }}
          </span>
          <span v-else class="count" aria-hidden="true">&nbsp;</span>
        </NuxtLink>
      </li>
    </ul>
  </nav>
</template>

<style scoped>
.thread ul {
  display: flex;
  position: relative;
}

.thread ul::before {
  content: '';
  position: absolute;
  top: 13px;
  right: 6px;
  left: 6px;
  height: 1px;
  background: var(--line-firm);
}

.bead {
  display: grid;
  position: relative;
  justify-items: center;
  min-width: 84px;
  min-height: 58px;
  padding: 8px 6px 2px;
  border-radius: var(--corner);
  color: var(--ink);
  line-height: 1.2;
  text-decoration: none;
}

.knot {
  width: 9px;
  height: 9px;
  margin-bottom: 4px;
  transform: rotate(45deg);
  border: 1px solid var(--line-firm);
  background: var(--panel);
}

.here .knot {
  border-color: var(--juniper);
  background: var(--juniper);
}

.name {
  font-size: 14px;
}

.here .name {
  font-weight: 700;
}

.bead:hover .name {
  text-decoration: underline;
  text-underline-offset: 3px;
}

.count {
  color: var(--quiet);
  font-size: 12px;
}

@media (max-width: 760px) {
  .thread ul {
    justify-content: space-between;
  }

  .thread ul::before {
    right: 4%;
    left: 4%;
  }

  .bead {
    min-width: 0;
    width: calc(100vw / 7 - 4px);
    padding: 8px 0 2px;
  }

  .name {
    font-size: 13px;
  }

  .count {
    font-size: 12px;
    white-space: nowrap;
    letter-spacing: -0.02em;
  }
}
</style>

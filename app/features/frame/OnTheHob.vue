<script setup lang="ts">
import { schemeFacts } from '~~/catalogue/mordant-schemes'
import type { OnTheHob } from '~~/shared/hob-view'
import { clockWords, isLate, STEP_WORDS } from '~/features/baths/words'

/** A slim strip of everything that runs, with its clock and what is next; gone while nothing does. */
const api = useApi()
const now = useNow()
const { data: items } = useLoaded(async () => (await api.get<{ items: OnTheHob[] }>('hob')).items)
const isDue = ({ now: step }: OnTheHob) => step === null || step.due <= now.value
</script>

<template>
  <aside v-if="items?.length" class="hob" aria-label="On the hob">
    <strong class="title">On the hob</strong>
    <ul>
      <li v-for="item in items" :key="item.id">
        <NuxtLink
          :to="`/baths?bath=${item.id}`"
          :class="{ due: isDue(item), late: item.now && isLate(item.now, now) }"
        >
          <strong>{{ item.code }}</strong> {{ schemeFacts(item.scheme).label }}:
          <template v-if="item.now">
            {{ STEP_WORDS[item.now.step.kind].name.toLowerCase() }}
            <strong class="clock">{{ clockWords(item.now.due, now) }}</strong>
            <span v-if="item.next" class="quiet">
              then {{ STEP_WORDS[item.next].name.toLowerCase() }}</span
            >
          </template>
          <template v-else>take the pieces out</template>
        </NuxtLink>
      </li>
    </ul>
  </aside>
</template>

<style scoped>
.hob {
  display: flex;
  position: fixed;
  z-index: 9;
  right: 0;
  bottom: 0;
  left: 0;
  gap: 16px;
  align-items: center;
  padding: 0 24px;
  border-top: 1px solid var(--line-firm);
  background: var(--panel);
}

.title {
  flex: none;
  font: 600 15px/1 var(--face-title);
}

ul {
  display: flex;
  overflow-x: auto;
}

a {
  display: flex;
  flex: none;
  gap: 6px;
  align-items: baseline;
  min-height: 44px;
  padding: 11px 14px;
  border-left: 1px solid var(--line);
  color: inherit;
  text-decoration: none;
  white-space: nowrap;
}

a:hover {
  text-decoration: underline;
}

.due {
  background: var(--juniper-pale);
}

.late {
  background: var(--ochre-pale);
}

@media (max-width: 760px) {
  .hob {
    bottom: 66px;
    gap: 8px;
    padding: 0 12px;
  }

  .title {
    display: none;
  }
}
</style>

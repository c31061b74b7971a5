<script setup lang="ts">
import { inSentence } from '~/format/quantities'
import type { OnTheHob } from '~~/shared/views/pot/hob'
import { useAlarm } from '~/features/hob/useAlarm'
import { clockText } from '~/format/instants'

/** A slim strip of everything that runs, with its clock and what is next; gone while nothing does. */
const api = useApi()
const now = useNow()
const { data: items, reload } = useLoaded(
  async () => (await api.get<{ items: OnTheHob[] }>('hob')).items,
)
useAlarm(items, now)

// other devices note things, too: looked at anew once a minute, and when the page is seen again
const AGAIN_MS = 60_000
let timer: ReturnType<typeof setInterval> | undefined
const seen = () => document.visibilityState === 'visible' && void reload()
onMounted(() => {
  timer = setInterval(() => void reload(), AGAIN_MS)
  document.addEventListener('visibilitychange', seen)
})
onBeforeUnmount(() => {
  clearInterval(timer)
  document.removeEventListener('visibilitychange', seen)
})

const isLook = ({ due, look }: OnTheHob) => look !== null && look < (due ?? Infinity)
const next = ({ due, look }: OnTheHob) =>
  due === null && look === null ? null : Math.min(due ?? Infinity, look ?? Infinity)
const isDue = (item: OnTheHob) => item.step === '' || (next(item) ?? Infinity) <= now.value
const isLate = ({ late }: OnTheHob) => late !== null && now.value > late
</script>

<template>
  <aside v-if="items?.length" class="hob" aria-label="On the hob">
    <NuxtLink to="/hob" class="title">On the hob, {{ items.length }}</NuxtLink>
    <ul>
      <li v-for="item in items" :key="item.id">
        <NuxtLink :to="item.path" :class="{ due: isDue(item), late: isLate(item) }">
          <strong>{{ item.code }}</strong>
          <span class="what">{{ item.what }}:</span>
          <template v-if="item.step">
            <span class="step">{{ isLook(item) ? 'look' : inSentence(item.step) }}</span>
            <strong v-if="next(item) !== null" class="clock">{{
              clockText(next(item)!, now)
            }}</strong>
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
  display: flex;
  flex: none;
  align-items: center;
  min-height: 44px;
  color: var(--ink);
  font: 600 15px/1 var(--face-title);
  text-decoration: none;
}

/* what it is gives way: its clock is never cut */
.what,
.step {
  overflow: hidden;
  text-overflow: ellipsis;
}

.what {
  max-width: 110px;
}

.step {
  max-width: 130px;
}

/* one that does not fit whole goes to a second row, which is not shown: the title leads to all */
ul {
  display: flex;
  flex: 1;
  flex-wrap: wrap;
  min-width: 0;
  height: 44px;
  overflow: hidden;
}

li a {
  display: flex;
  gap: 6px;
  align-items: baseline;
  min-height: 44px;
  padding: 11px 14px;
  border-left: 1px solid var(--line);
  color: inherit;
  text-decoration: none;
  white-space: nowrap;
}

li a:hover {
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

  /* a thumb pushes them along */
  ul {
    flex-wrap: nowrap;
    overflow-x: auto;
  }
}
</style>

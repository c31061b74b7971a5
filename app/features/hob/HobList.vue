<script setup lang="ts">
import { inSentence, inUnits } from '~/format/quantities'
import type { OnTheHob } from '~~/shared/views/pot/hob'
import type { Pot } from '~~/shared/schemas/pot/pot'
import { roughDate, shortDate } from '~/format/dates'
import { clockText } from '~/format/instants'

/** Everything that runs, what is due first at the head; then what is planned, and what was done. */
const { items, planned, done, openId, now } = defineProps<{
  items: readonly OnTheHob[]
  planned: readonly Pot[]
  done: readonly Pot[]
  openId: string
  now: number
}>()

const KIND = { pot: 'pot', bath: 'mordant bath', jar: 'jar' } as const
const next = ({ due, look }: OnTheHob) =>
  due === null && look === null ? null : Math.min(due ?? Infinity, look ?? Infinity)
const isLook = ({ due, look }: OnTheHob) => look !== null && look < (due ?? Infinity)
const isDue = (item: OnTheHob) => (next(item) ?? Infinity) <= now
</script>

<template>
  <div class="stack">
    <section class="stack tight" aria-labelledby="running">
      <h2 id="running">
        Running <span class="quiet">{{ items.length }}</span>
      </h2>
      <ul class="stack tight">
        <li v-for="item in items" :key="item.id">
          <NuxtLink
            :to="item.path"
            class="tag"
            :class="{ open: item.id === openId, due: isDue(item) }"
            :aria-current="item.id === openId ? 'true' : undefined"
          >
            <span>
              <strong>{{ item.code }}</strong> <span class="quiet">{{ KIND[item.kind] }}</span>
              <span class="line capital">{{ item.what }}</span>
              <span class="line quiet"
                >{{ inUnits(item.step) || 'take the pieces out'
                }}{{ item.next ? `, then ${inSentence(item.next)}` : '' }}</span
              >
            </span>
            <span class="clock">
              <strong>{{ next(item) === null ? '' : clockText(next(item)!, now) }}</strong>
              <span class="quiet">{{ isLook(item) ? 'look' : '' }}</span>
            </span>
          </NuxtLink>
        </li>
        <li v-if="!items.length" class="quiet">
          Nothing runs. <NuxtLink to="/pot">Plan a pot</NuxtLink>, and light it.
        </li>
      </ul>
    </section>
    <section v-if="planned.length" class="stack tight" aria-labelledby="planned">
      <h2 id="planned">Planned</h2>
      <NuxtLink
        v-for="pot in planned"
        :key="pot.id"
        :to="`/hob?pot=${pot.id}`"
        class="tag"
        :class="{ open: pot.id === openId }"
      >
        <span
          ><strong>{{ pot.code }}</strong
          >{{ ' ' }}<span class="quiet">{{ pot.pieces.length }} in it</span></span
        >
        <span class="quiet">{{ shortDate(pot.dyedOn) }}</span>
      </NuxtLink>
    </section>
    <section v-if="done.length" class="stack tight" aria-labelledby="done">
      <h2 id="done">Done lately</h2>
      <NuxtLink
        v-for="pot in done"
        :key="pot.id"
        :to="`/hob?pot=${pot.id}`"
        class="tag"
        :class="{ open: pot.id === openId }"
      >
        <span
          ><strong>{{ pot.code }}</strong></span
        >
        <span class="quiet">{{ roughDate(pot.dyedOn, pot.dyedWithinDays) }}</span>
      </NuxtLink>
    </section>
  </div>
</template>

<style scoped>
.tag {
  display: flex;
  gap: 12px;
  justify-content: space-between;
  padding: 6px 14px;
  border: 1px solid var(--line);
  border-radius: var(--corner);
  background: var(--panel);
  color: inherit;
  text-decoration: none;
}

.tag:hover,
.tag.open {
  border-color: var(--juniper);
}

.tag.open {
  box-shadow: inset 3px 0 0 var(--juniper);
}

.tag.due {
  background: var(--juniper-pale);
}

.line {
  display: block;
  line-height: 1.3;
}

.clock {
  flex: none;
  text-align: right;
}

.clock strong,
.clock span {
  display: block;
}
</style>

<script setup lang="ts">
import { AGENTS, FORM_WORDS } from '~~/catalogue/agents'
import { formatMass } from '~/format/quantities'
import type { ShelfItem, ShelfItemChange } from '~~/shared/schemas/loft/shelf'
import { localToday, shortDate } from '~/format/dates'

/** One jar on the shelf: what is left, and what to mind of it. */
const { item } = defineProps<{ item: ShelfItem }>()
const api = useApi()
const { failure, write } = useWrite()
const massG = ref<number | null>(null)
const doing = ref<'added' | 'counted' | null>(null)

const share = computed(() => Math.min(1, item.leftG / Math.max(item.boughtG, item.leftG, 1e-9)))
const isLow = computed(() => item.lowG !== null && item.leftG <= item.lowG)
const words = computed(() =>
  [
    FORM_WORDS[item.form] ?? '',
    item.name,
    `bought ${shortDate(item.boughtOn)}, ${formatMass(item.boughtG)}`,
  ]
    .filter(Boolean)
    .join(', '),
)

async function keep() {
  if (massG.value === null || !doing.value) return
  const body: ShelfItemChange = { [doing.value]: { massG: massG.value, on: localToday() } }
  const done = await write(
    () => api.patch<ShelfItem>(`shelf/${item.id}`, body, item.rev),
    `${AGENTS[item.agent].label}: ${formatMass(massG.value)} ${doing.value === 'added' ? 'added' : 'left'}.`,
  )
  if (!done) return
  doing.value = null
  massG.value = null
}
const setAside = () =>
  write(
    () => api.post<ShelfItem>(`shelf/${item.id}/set-aside`, {}, item.rev),
    `Set the ${AGENTS[item.agent].label} aside.`,
  )
const ask = (what: 'added' | 'counted') => (doing.value = doing.value === what ? null : what)
</script>

<template>
  <article class="jar" :aria-label="AGENTS[item.agent].label">
    <div class="head">
      <p>
        <strong>{{ AGENTS[item.agent].label }}</strong> <span class="quiet">{{ words }}</span>
      </p>
      <p class="figure">
        <strong>{{ formatMass(item.leftG) }}</strong>
        <span v-if="isLow" class="low">low</span>
      </p>
    </div>
    <div class="bar" aria-hidden="true">
      <span :style="{ width: `${100 * share}%` }" :class="{ low: isLow }" />
    </div>
    <p class="quiet">{{ AGENTS[item.agent].caution }} {{ AGENTS[item.agent].storage }}</p>
    <p v-if="failure" class="wrong" role="alert">{{ failure }}</p>
    <div class="row">
      <ElButton size="small" :aria-expanded="doing === 'added'" @click="ask('added')"
        >Add to it</ElButton
      >
      <ElButton size="small" :aria-expanded="doing === 'counted'" @click="ask('counted')"
        >Weigh what is left</ElButton
      >
      <ElButton size="small" @click="setAside">Set aside</ElButton>
      <form v-if="doing" class="row" @submit.prevent="keep">
        <QuantityField
          v-model="massG"
          :label="doing === 'added' ? 'Added' : 'Left on the scale'"
          bare
          class="mass"
        />
        <ElButton size="small" type="primary" native-type="submit">Keep it</ElButton>
      </form>
    </div>
  </article>
</template>

<style scoped>
.jar {
  padding: 10px 14px;
  border: 1px solid var(--line);
  border-radius: var(--corner);
  background: var(--panel);
}

.head {
  display: flex;
  justify-content: space-between;
  gap: 12px;
}

.head strong {
  font-size: 17px;
}

.bar {
  height: 6px;
  margin: 4px 0 6px;
  border-radius: 3px;
  background: var(--haze-pale);
}

.bar span {
  display: block;
  height: 100%;
  border-radius: 3px;
  background: var(--juniper);
}

.bar .low {
  background: var(--ochre);
}

.figure .low {
  margin-left: 8px;
  color: var(--ochre);
}

.row {
  gap: 6px 8px;
  margin-top: 6px;
}

.mass {
  width: 150px;
}
</style>

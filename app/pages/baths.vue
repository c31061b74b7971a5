<script setup lang="ts">
import { schemeFacts } from '~~/catalogue/mordant-schemes'
import { formatMass } from '~/format/quantities'
import { stepNow } from '~~/core/mordant/bath-steps'
import type { BasketRow } from '~~/shared/views/basket/basket'
import type { Page } from '~~/shared/schemas/log/common'
import type { MordantBath } from '~~/shared/schemas/basket/mordant-bath'
import BasketNav from '~/features/basket/BasketNav.vue'
import { piecesText } from '~/features/basket/readiness'
import BathSheet from '~/features/baths/BathSheet.vue'
import NewBaths from '~/features/baths/NewBaths.vue'
import { STEP_WORDS } from '~/features/baths/words'
import { shortDate } from '~/format/dates'
import { clockText } from '~/format/instants'

const api = useApi()
const route = useRoute()
const now = useNow()

const stage = (name: string, limit = 200) =>
  api.get<Page<MordantBath>>('baths', { stage: name, limit })
const { data: baths, failure } = useLoaded(async () => {
  const [running, planned, done] = await Promise.all([
    stage('running'),
    stage('planned'),
    stage('done', 12),
  ])
  return { running: running.items, planned: planned.items, done: done.items }
})
const isNew = computed(() => route.query.new !== undefined)
const asked = computed(() => (typeof route.query.bath === 'string' ? route.query.bath : ''))
const bathId = computed(
  () =>
    asked.value ||
    (baths.value?.running[0] ?? baths.value?.planned[0] ?? baths.value?.done[0])?.id ||
    '',
)
const { data: opened } = useLoaded(async () => {
  if (!bathId.value) return null
  const bath = await api.get<MordantBath>(`baths/${bathId.value}`)
  const ids = bath.pieces.map(({ pieceId }) => pieceId)
  const { item } = await api.post<{ rows: BasketRow[] }>('basket/named', { ids })
  return { bath, rows: item.rows }
}, bathId)

const groups = computed(() => [
  { title: 'Running', baths: baths.value?.running ?? [] },
  { title: 'Planned', baths: baths.value?.planned ?? [] },
  { title: 'Done', baths: baths.value?.done ?? [] },
])

function figure(bath: MordantBath) {
  if (bath.endedAt) return { figure: 'done', note: shortDate(bath.endedAt.slice(0, 10)) }
  if (!bath.startedAt) {
    return { figure: 'planned', note: bath.plannedFor ? shortDate(bath.plannedFor) : '' }
  }
  const done = bath.events.map(({ stepId, at, skipped }) => ({
    stepId,
    skipped,
    at: Date.parse(at),
  }))
  const present = stepNow(bath.steps, done, Date.parse(bath.startedAt))
  if (!present) return { figure: 'all done', note: 'take them out' }
  return {
    figure: clockText(present.due, now.value),
    note: STEP_WORDS[present.step.kind].name.toLowerCase(),
  }
}

useStationKeys({ n: () => void navigateTo('/baths?new=') })
useHead({ title: 'Mordant baths · Juniper Haze' })
</script>

<template>
  <h1 class="sr-only">Mordant baths</h1>
  <BasketNav />
  <div class="baths" :class="{ picked: isNew || asked }">
    <div class="stack list">
      <p v-if="failure" class="wrong" role="alert">{{ failure }}</p>
      <NuxtLink to="/baths?new=" class="el-button begin">Mordant the pieces in hand</NuxtLink>
      <section
        v-for="group in groups"
        :key="group.title"
        class="stack tight"
        :aria-label="group.title"
      >
        <template v-if="group.baths.length || group.title === 'Running'">
          <h2>
            {{ group.title }} <span class="quiet">{{ group.baths.length }}</span>
          </h2>
          <SwingTag
            v-for="bath in group.baths"
            :key="bath.id"
            :code="bath.code"
            :figure="figure(bath).figure"
            :figure-note="figure(bath).note"
            :line="`${piecesText(bath.pieces.length)}, ${formatMass(bath.fibreG)}, ${bath.heat}`"
            :to="`/baths?bath=${bath.id}`"
            :current="!isNew && bath.id === bathId"
          >
            <template #name>{{ schemeFacts(bath.scheme).label }}</template>
          </SwingTag>
          <p v-if="!group.baths.length" class="quiet">
            None. Choose pieces in the <NuxtLink to="/basket">basket</NuxtLink>, the night before
            their pot.
          </p>
        </template>
      </section>
    </div>
    <div class="stack sheet">
      <NuxtLink v-if="isNew || asked" to="/baths" class="back">All baths</NuxtLink>
      <NewBaths v-if="isNew" @made="navigateTo(`/baths?bath=${$event}`)" />
      <BathSheet
        v-else-if="opened && opened.bath.id === bathId"
        :key="bathId"
        :bath="opened.bath"
        :rows="opened.rows"
      />
    </div>
  </div>
</template>

<style scoped>
.baths {
  display: grid;
  grid-template-columns: 400px minmax(0, 1fr);
  gap: 20px;
  align-items: start;
}

.begin {
  justify-self: start;
}

.back {
  display: none;
}

@media (max-width: 960px) {
  .baths {
    grid-template-columns: minmax(0, 1fr);
  }

  .picked .list,
  .baths:not(.picked) .sheet {
    display: none;
  }

  .back {
    display: inline-flex;
    align-items: center;
    min-height: 44px;
  }
}
</style>

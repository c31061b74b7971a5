<script setup lang="ts">
import { clockTime, dayMonth } from '~/format/calendar'
import dayjs from 'dayjs'
import { agentFacts } from '~~/catalogue/agents'
import { wayFacts } from '~~/catalogue/ways'
import { amountWords, formatMass, formatNumber, formatVolume, inUnits } from '~/format/quantities'
import { standingGuards } from '~~/core/safety/guards'
import type { BasketRow } from '~~/shared/views/basket/basket'
import { potGuardsOf, needsMordantOf } from '~~/shared/rules/pot/pot-guards'
import type { Pot } from '~~/shared/schemas/pot/pot'
import type { Source } from '~~/shared/schemas/walk/source'
import type { Vessel } from '~~/shared/schemas/pot/vessel'
import GuardList from '~/features/baths/GuardList.vue'
import { pieceName } from '~/features/basket/readiness'
import { nowInstant } from '~/format/instants'
import { present } from '~~/core/present'
import { overridesOf } from '~/features/pot/plan/plan-guards'

/** A pot that is planned: what to have ready, and the match. */
const { pot, rows, sources, vessel } = defineProps<{
  pot: Pot
  rows: readonly BasketRow[]
  sources: readonly Source[]
  vessel: Vessel | null
}>()
const api = useApi()
const { failure, busy, write } = useWrite()
const justifications = ref<Record<string, string>>({})

const guards = computed(() =>
  potGuardsOf(
    {
      way: pot.way,
      tempC: pot.tempC,
      waterL: pot.waterL,
      vessel,
      ph: pot.plan?.ph?.target ?? null,
      additions: pot.plan?.additions ?? [],
      needsMordant: needsMordantOf(sources),
    },
    [...rows],
  ),
)
const overrides = computed(() => overridesOf(guards.value, justifications.value))
const standing = computed(() => standingGuards(guards.value, overrides.value))
const starts = computed(() =>
  (pot.plan?.starts ?? [])
    .map(({ stepId, at }) => ({
      words: present(pot.plan).steps.find(({ id }) => id === stepId)?.words ?? stepId,
      at: dayjs(at),
    }))
    .sort((a, b) => +a.at - +b.at),
)

const light = () =>
  write(
    () =>
      api.patch<Pot>(
        `pots/${pot.id}`,
        { light: { at: nowInstant(), overrides: overrides.value } },
        pot.rev,
      ),
    `Lit ${pot.code}: what it takes has left the loft.`,
  )
async function setAside() {
  const done = await write(
    () => api.post<Pot>(`pots/${pot.id}/set-aside`, {}, pot.rev),
    `Set ${pot.code} aside.`,
  )
  if (done) void navigateTo('/hob')
}
</script>

<template>
  <div class="stack tight">
    <GuardList v-model="justifications" :guards="guards" />
    <p v-if="failure" class="wrong" role="alert">{{ failure }}</p>
    <div class="row">
      <ElButton type="primary" :loading="busy" :disabled="standing.length > 0" @click="light"
        >Light it</ElButton
      >
      <NuxtLink :to="`/sheet?pot=${pot.id}`" class="el-button">Bench sheet</NuxtLink>
      <ElButton :loading="busy" @click="setAside">Set aside</ElButton>
    </div>
    <div class="halves">
      <section class="stack tight" aria-labelledby="have-ready">
        <h3 id="have-ready">Have ready</h3>
        <ul>
          <li v-for="lot in pot.lots" :key="lot.lotId">
            <strong>{{ formatMass(lot.massG) }}</strong> of {{ lot.lotCode }}, {{ lot.state }}
          </li>
          <li v-if="pot.plan?.pourL">
            <strong>{{ formatVolume(pot.plan.pourL) }}</strong>
            {{ pot.plan.water ?? '' }} water<template v-if="pot.plan.kettleL"
              >, {{ formatVolume(pot.plan.kettleL) }} of it boiling</template
            >
          </li>
          <li v-for="each in pot.plan?.additions ?? []" :key="each.agent">
            <strong>{{ amountWords(each) }}</strong>
            {{ agentFacts(each.agent).label }}, {{ each.when }} the dye
          </li>
          <li v-if="pot.plan?.ph">
            {{ agentFacts(pot.plan.ph.agent).label }} to pH
            {{ formatNumber(pot.plan.ph.target, 2) }}, never past
            {{ formatNumber(pot.plan.ph.cap, 2) }}
          </li>
          <li v-for="row in rows" :key="row.id">
            <strong>{{ row.code }}</strong> {{ pieceName(row) }}
          </li>
        </ul>
        <p class="quiet">{{ inUnits(wayFacts(pot.way).words) }}</p>
      </section>
      <section class="stack tight" aria-labelledby="hours">
        <h3 id="hours">Its hours</h3>
        <ol>
          <li v-for="start in starts" :key="start.words + start.at.format()">
            <span class="quiet">{{ dayMonth(start.at) }}</span>
            <strong>{{ clockTime(start.at) }}</strong> {{ start.words }}
          </li>
        </ol>
        <p v-if="!starts.length" class="quiet">No hour was set: it begins when it is lit.</p>
      </section>
    </div>
  </div>
</template>

<style scoped>
h3 {
  font-size: 15px;
}

.halves {
  display: grid;
  grid-template-columns: repeat(2, minmax(0, 1fr));
  gap: 18px;
}

li {
  padding: 3px 0;
}

@media (max-width: 760px) {
  .halves {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>

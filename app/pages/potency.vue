<script setup lang="ts">
import { median } from 'd3-array'
import { PARTS } from '~~/catalogue/parts'
import { formatMass } from '~/format/quantities'
import { hasEstimate, type LotAnswer } from '~~/core/strength/lot-potency'
import type { LotInstead } from '~~/core/strength/lot-instead'
import { LEAST_LOTS } from '~~/core/strength/potency-trends'
import type { LotFacts } from '~~/shared/views/strength/dyed-lot'
import type { StrengthView } from '~~/shared/views/strength/strength'
import LotPotencyList from '~/features/strength/LotPotencyList.vue'
import PotencyTrend from '~/features/strength/PotencyTrend.vue'
import SourceChoice from '~/features/strength/SourceChoice.vue'
import StrengthNav from '~/features/strength/StrengthNav.vue'
import { lotLines, lotPoints } from '~/features/strength/lots-of'
import { insteadWords, potencyWords } from '~/features/strength/potency-words'
import { useChosenSource } from '~/features/strength/useChosenSource'
import { groupWords } from '~/features/strength/words'
import { plain } from '~/workers/plain'
import { latestOnly } from '~/composables/latest'

/** How strong each lot of a source was, and what that went with: season, years, storage, place. */
const api = useApi()
const worker = useCurvesWorker()

const { isLoaded, items, sourceId, failure } = useChosenSource()
const { data, failure: unloaded } = useLoaded(async () => {
  if (!sourceId.value) return null
  const [view, lots] = await Promise.all([
    api.get<StrengthView>(`strength/${sourceId.value}`),
    api.get<{ items: LotFacts[] }>(`strength/${sourceId.value}/lots`),
  ])
  return { view, lots: lots.items }
}, sourceId)

const groupKey = ref('')
const groups = computed(() => data.value?.view.groups.filter(({ n }) => n > 0) ?? [])
const group = computed(
  () => groups.value.find(({ key }) => key === groupKey.value) ?? groups.value[0] ?? null,
)
const answers = shallowRef<LotAnswer[] | null>(null)
const ask = latestOnly()
watch(
  group,
  async (now) => {
    answers.value = null
    const isLatest = ask()
    const answer = now?.curve?.answer
    if (!answer) return
    const answered = await worker.lotPotencies(plain(lotPoints(now)), plain(answer.prior))
    if (isLatest()) answers.value = answered
  },
  { immediate: true },
)
const lines = computed(() =>
  group.value && answers.value && data.value
    ? lotLines(group.value, answers.value, data.value.lots)
    : [],
)
const chosenId = ref('')
const chosen = computed(
  () =>
    lines.value.find(({ facts }) => facts.lotId === chosenId.value) ??
    lines.value.find(({ answer }) => hasEstimate(answer)) ??
    lines.value[0] ??
    null,
)
/** Curves with lots enough to look for trends in. */
const testable = computed(() => groups.value.filter(({ lots }) => lots >= LEAST_LOTS).length)
const usual = computed(
  () => median(group.value?.curve?.answer.points ?? [], ({ ratio }) => ratio) ?? null,
)
/** From the lot's own curve, what gives as much as a usual lot at the usual ratio. */
const instead = shallowRef<LotInstead | null>(null)
const askInstead = latestOnly()
watch(
  [chosen, usual],
  async ([line, at]) => {
    const isLatest = askInstead()
    instead.value = null
    const answer = group.value?.curve?.answer
    if (!line || !at || !answer || !hasEstimate(line.answer)) return
    const told = await worker.lotInstead(
      plain(answer.points),
      plain(answer.prior),
      line.facts.lotId,
      at,
    )
    if (isLatest()) instead.value = told
  },
  { immediate: true },
)
/** What the chosen lot wants where a usual one was taken at the usual ratio. */
const advice = computed(() => {
  const [line, at, own] = [chosen.value, usual.value, instead.value]
  if (!line || !at || !own || !hasEstimate(line.answer)) return null
  return {
    potency: potencyWords(line.answer),
    instead: insteadWords(own, line.answer, line.facts, at),
    isSure: line.answer.differs,
    dry: own.ratio?.mid ?? null,
  }
})
const name = computed(() =>
  data.value
    ? `${data.value.view.source.commonName}, ${PARTS[data.value.view.source.part].label}`
    : '',
)
useHead({ title: () => `${name.value || 'Lots and seasons'} · Juniper Haze` })
</script>

<template>
  <StrengthNav />
  <div class="page-head">
    <h1>{{ name || 'Lots and seasons' }}</h1>
    <span class="quiet">how strong each lot was</span>
    <p v-if="failure || unloaded" class="wrong" role="alert">{{ failure || unloaded }}</p>
    <div class="end row">
      <ElSelect
        v-if="groups.length > 1"
        :model-value="group?.key ?? ''"
        aria-label="Fibre, mordant and way"
        class="choice"
        @update:model-value="groupKey = $event"
      >
        <ElOption
          v-for="each in groups"
          :key="each.key"
          :value="each.key"
          :label="`${groupWords(each)} (${each.n})`"
        />
      </ElSelect>
      <SourceChoice :items="items" :chosen="sourceId ? { id: sourceId, words: name } : null" />
    </div>
  </div>
  <div v-if="group" class="both">
    <section class="panel stack tight" aria-labelledby="lots">
      <h2 id="lots">
        Lots on {{ groupWords(group) }} <span class="quiet">{{ group.lots }}</span>
      </h2>
      <p v-if="answers === null" class="quiet">Reckoning ...</p>
      <LotPotencyList
        v-else
        :lines="lines"
        :chosen="chosen?.facts.lotId ?? ''"
        @choose="chosenId = $event"
      />
    </section>
    <div class="stack">
      <section v-if="chosen" class="panel stack tight" aria-labelledby="use" aria-live="polite">
        <h2 id="use">{{ chosen.facts.code }}</h2>
        <template v-if="advice">
          <p>{{ advice.potency }}</p>
          <p>
            <component :is="advice.isSure ? 'strong' : 'span'">{{ advice.instead }}</component>
          </p>
          <div class="row">
            <NuxtLink
              v-if="chosen.facts.leftG > 0 && advice.dry"
              :to="`/pot?lot=${chosen.facts.lotId}&ratio=${advice.dry.toPrecision(6)}`"
              class="el-button el-button--primary"
              >Plan a pot with it</NuxtLink
            >
            <NuxtLink :to="`/loft?lot=${chosen.facts.lotId}`" class="el-button"
              >Its way so far</NuxtLink
            >
          </div>
          <p class="quiet">
            {{
              chosen.facts.leftG > 0
                ? `${formatMass(chosen.facts.leftG)} ${chosen.facts.state} left.`
                : 'Nothing of it is left.'
            }}
          </p>
        </template>
        <p v-else-if="hasEstimate(chosen.answer)" class="quiet">Reckoning ...</p>
        <p v-else class="quiet">Its potency cannot be told: the list says why.</p>
      </section>
      <PotencyTrend :lines="lines" :chosen="chosen?.facts.lotId ?? ''" :curves="testable" />
    </div>
  </div>
  <p v-else-if="isLoaded && !sourceId">
    No swatches yet. <NuxtLink to="/pot">Dye a pot</NuxtLink> of each lot, and how they differ is
    told here.
  </p>
  <p v-else-if="data">
    No swatch of {{ name }} can be counted yet: <NuxtLink to="/swatch">read one</NuxtLink>, or
    <NuxtLink to="/pot">dye a pot</NuxtLink>.
  </p>
</template>

<style scoped>
.choice {
  width: 230px;
}

.both {
  display: grid;
  grid-template-columns: minmax(0, 1.35fr) minmax(0, 1fr);
  gap: 16px;
  align-items: start;
}

@media (max-width: 960px) {
  .both {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>

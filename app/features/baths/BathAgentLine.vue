<script setup lang="ts">
import { AGENTS, FORM_WORDS } from '~~/catalogue/agents'
import { schemeFacts } from '~~/catalogue/mordant-schemes'
import { isCalcAgent } from '~~/core/mordant/agents'
import { gramsToWeigh } from '~~/core/mordant/hydrates'
import { TAKEN_SHARE } from '~~/core/mordant/bath-again'
import { leastWaterL } from '~~/core/mordant/least-water'
import { BULK_DENSITY, gramsInSpoons, spoonsFor, type SpoonedAgent } from '~~/core/mordant/spoons'
import { formatMass, formatVolume, spoonsText } from '~/format/quantities'
import { formsOf } from '~~/shared/schemas/loft/shelf'
import type { StockLot } from '~/composables/useStock'
import { weighable, type AgentDraft } from '~~/shared/rules/basket/agents-for'
import PercentGauge from './PercentGauge.vue'
import type { BathDraft, BathForm, BathSurroundings } from './useBathForm'
import { present } from '~~/core/present'

/** One agent of a bath: grams, percentage, form, spoons, and where it is taken from. */
const {
  agent,
  bath,
  form,
  around,
  tannins,
  error = '',
} = defineProps<{
  agent: AgentDraft
  bath: BathDraft
  form: BathForm
  around: BathSurroundings
  /** Gathered lots that serve as tannin. */
  tannins: readonly StockLot[]
  error?: string
}>()

const TEASPOON_ML = 5
/** Below this a spoon is no measure. */
const LEAST_SPOONS = 0.2
const facts = computed(() => schemeFacts(bath.scheme))
const range = computed(
  () =>
    present(facts.value.stages[agent.stage]!.agents.find((each) => each.agent === agent.agent))
      .rangePercentWof,
)

/** Grams for one piece, by its weight: what each is offered. */
const each = computed(() => {
  const rows = form.rowsOf(bath)
  if (rows.length < 2) return ''
  const weights = [...new Set(rows.map(({ dryG }) => dryG))].slice(0, 4)
  return weights
    .map((dryG) => {
      const massG = weighable(gramsToWeigh(agent, dryG))
      return `${formatMass(massG)} for each of ${formatMass(dryG)}`
    })
    .join(', ')
})

const water = computed(() => {
  if (!isCalcAgent(agent.agent)) return ''
  const least = leastWaterL(agent.agent, agent.massG, {
    form: agent.form || undefined,
    tempC: bath.tempC ?? undefined,
  })
  return least === null ? '' : `dissolves in ${formatVolume(least, 2)} or more`
})

const shelf = computed(() => {
  if (agent.lotId) return ''
  const jars = around.shelf.filter((jar) => jar.agent === agent.agent && jar.form === agent.form)
  const leftG = jars.reduce((sum, jar) => sum + jar.leftG, 0)
  const jar = jars.find(({ id }) => id === agent.shelfId)
  if (jar) return `${formatMass(jar.leftG)} on the shelf`
  if (leftG === 0) return 'none on the shelf: weigh it in there, or it is not counted'
  return `${formatMass(leftG)} on the shelf, ${formatMass(Math.max(0, agent.massG - leftG))} short`
})

const spoons = computed(() => {
  if (!Object.hasOwn(BULK_DENSITY, agent.agent) || agent.massG <= 0) return ''
  const powder = agent.agent as SpoonedAgent
  const n = spoonsFor(powder, agent.massG, TEASPOON_ML)
  if (n < LEAST_SPOONS) return ''
  const { low, high } = gramsInSpoons(powder, n, TEASPOON_ML)
  return `~${spoonsText(n, TEASPOON_ML)}, which may hold ${formatMass(low)} to ${formatMass(high)}`
})

const left = computed(() => {
  const again = form.leftOf(bath, agent)
  if (!again) return ''
  const { low, mid, high } = again.leftG
  return `assumed: ${formatMass(mid)} left (${formatMass(low)} to ${formatMass(high)}), if fibre took ${100 * TAKEN_SHARE.low} to ${100 * TAKEN_SHARE.high} %`
})

const isTannin = computed(() => agent.agent === 'tannin' || agent.agent === 'oakGall')
const set = (edit: Partial<AgentDraft>) => form.edit(bath, agent, edit)
const setLot = (lotId: string) => set({ lotId: lotId === 'bought' ? null : lotId, shelfId: null })
</script>

<template>
  <div class="agent">
    <div>
      <p class="weigh">
        <output>{{ formatMass(agent.massG) }}</output> {{ AGENTS[agent.agent].label }}
        <span v-if="facts.stages.length > 1" class="quiet">bath {{ agent.stage + 1 }}</span>
      </p>
      <p class="quiet">
        {{ [each, water, shelf].filter(Boolean).join('; ') }}
      </p>
      <p v-if="spoons" class="quiet">{{ spoons }}</p>
      <p v-if="left" class="estimate">{{ left }}</p>
      <p v-if="error" class="wrong" role="alert">{{ error }}</p>
    </div>
    <div>
      <NumberField
        :model-value="agent.percentWof"
        :label="`% of the fibre, ${AGENTS[agent.agent].label}`"
        unit="%"
        @update:model-value="set({ percentWof: $event ?? 0 })"
      />
      <PercentGauge :percent="agent.percentWof" :range="range" />
    </div>
    <div class="stack tight">
      <ElSelect
        v-if="formsOf(agent.agent).length > 1"
        :model-value="agent.form"
        :aria-label="`Form of ${AGENTS[agent.agent].label}`"
        @update:model-value="set({ form: $event as string })"
      >
        <ElOption
          v-for="salt in formsOf(agent.agent)"
          :key="salt"
          :value="salt"
          :label="FORM_WORDS[salt] ?? salt"
        />
      </ElSelect>
      <ElSelect
        v-if="isTannin && tannins.length"
        :model-value="agent.lotId ?? 'bought'"
        aria-label="Tannin from"
        @update:model-value="setLot($event as string)"
      >
        <ElOption value="bought" label="bought powder" />
        <ElOption
          v-for="lot in tannins"
          :key="lot.id"
          :value="lot.id"
          :label="`${lot.code} ${lot.sourceName}, ${formatMass(lot.leftG)} ${lot.state}`"
        />
      </ElSelect>
    </div>
  </div>
</template>

<style scoped>
.agent {
  display: grid;
  grid-template-columns: minmax(0, 1.5fr) 160px minmax(0, 1fr);
  gap: 14px;
  padding: 8px 0;
  border-top: 1px solid var(--line);
}

.weigh output {
  font-weight: 700;
  font-size: 24px;
}

@media (max-width: 760px) {
  .agent {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>

<script setup lang="ts">
import { AGENTS, FORM_WORDS, NOT_OFFERED, agentFacts } from '~~/catalogue/agents'
import { schemeFacts, SCHEME_KEYS, SCHEMES, type Scheme } from '~~/catalogue/mordant-schemes'
import { BATH_HEATS, type BathHeat } from '~~/core/mordant/bath-steps'
import { bathAgain, TAKEN_SHARE } from '~~/core/mordant/bath-again'
import { CALC_AGENTS, type CalcAgent } from '~~/core/mordant/agents'
import { leastWaterL } from '~~/core/mordant/least-water'
import { BULK_DENSITY, gramsInSpoons, spoonsFor, type SpoonedAgent } from '~~/core/mordant/spoons'
import { formatMass, formatNumber } from '~~/core/quantity/format-quantity'
import { leastLiquorL } from '~~/shared/bath-facts'
import type { StockLot } from '~/composables/useStock'
import { piecesText } from '~/features/basket/readiness'
import { formsOf } from '~~/shared/schemas/shelf'
import type { AgentDraft } from './agents-for'
import GuardList from './GuardList.vue'
import PercentGauge from './PercentGauge.vue'
import { gramsWanted, type BathDraft, type BathForm, type BathSurroundings } from './useBathForm'

/** One bath: its scheme, what is weighed out, water and vessel, and what to mind. */
const { bath, form, around, tannins, at } = defineProps<{
  bath: BathDraft
  form: BathForm
  around: BathSurroundings
  /** Gathered lots that serve as tannin. */
  tannins: readonly StockLot[]
  at: number
}>()

const TEASPOON_ML = 5
const facts = computed(() => schemeFacts(bath.scheme))
const rows = computed(() => form.rowsOf(bath))
const fibreG = computed(() => form.fibreOf(bath))
const guards = computed(() => form.guardsOf(bath))
const again = computed(() =>
  around.earlier.filter(({ scheme }) => scheme === bath.scheme).slice(0, 8),
)
const rangeOf = (agent: AgentDraft) =>
  facts.value.stages[agent.stage]!.agents.find((each) => each.agent === agent.agent)!
    .rangePercentWof

/** The more pieces, the more it matters to name what is short. */
function shelfWords({ agent, form: salt, massG, shelfId, lotId }: AgentDraft): string {
  if (lotId) return ''
  const jars = around.shelf.filter((jar) => jar.agent === agent && jar.form === salt)
  const leftG = jars.reduce((sum, jar) => sum + jar.leftG, 0)
  if (shelfId) return `${formatMass(jars.find(({ id }) => id === shelfId)!.leftG)} on the shelf`
  if (leftG === 0) return 'none on the shelf: weigh it in there, or it is not counted'
  return `${formatMass(leftG)} on the shelf, ${formatMass(Math.max(0, massG - leftG))} short`
}

function spoonWords({ agent, massG }: AgentDraft): string {
  if (!Object.hasOwn(BULK_DENSITY, agent) || massG <= 0) return ''
  const spoons = spoonsFor(agent as SpoonedAgent, massG, TEASPOON_ML)
  if (spoons < 0.2) return ''
  const { low, high } = gramsInSpoons(agent as SpoonedAgent, spoons, TEASPOON_ML)
  return `~${formatNumber(spoons, 2)} teaspoons of 5 mL, which may hold ${formatNumber(low, 2)} to ${formatNumber(high, 2)} g`
}

function waterWords({ agent, form: salt, massG }: AgentDraft): string {
  if (!(CALC_AGENTS as readonly string[]).includes(agent)) return ''
  const least = leastWaterL(agent as CalcAgent, massG, {
    form: salt || undefined,
    tempC: bath.tempC ?? undefined,
  })
  return least === null ? '' : `dissolves in ${formatNumber(least, 2)} L or more`
}

function leftWords(agent: AgentDraft): string {
  const earlier = around.earlier.find(({ id }) => id === bath.againOf)
  const offered = earlier?.agents.find((each) => each.agent === agent.agent)
  if (!offered) return ''
  const { leftG } = bathAgain(offered.massG, gramsWanted(agent, fibreG.value))
  return `assumed: ${formatMass(leftG.mid)} left (${formatMass(leftG.low)} to ${formatMass(leftG.high)}), if fibre took ${100 * TAKEN_SHARE.low} to ${100 * TAKEN_SHARE.high} %`
}

function setPercent(agent: AgentDraft, typed: number | null) {
  agent.percentWof = typed ?? 0
  form.reckon(bath)
}
function setForm(agent: AgentDraft, salt: string) {
  agent.form = salt
  form.reckon(bath)
}
function setLot(agent: AgentDraft, lotId: string) {
  agent.lotId = lotId === 'bought' ? null : lotId
  agent.shelfId = null
  form.reckon(bath)
}
const setAgain = (id: string) => form.setAgain(bath, id === 'fresh' ? null : id)
const error = (field: string) => form.errors.value[`/baths/${at}/${field}`]
const name = computed(() => `Bath ${at + 1}`)
</script>

<template>
  <!-- eslint-disable vue/no-mutating-props -- a reactive draft that the form shares with its baths -->
  <section class="panel stack tight" :aria-label="name">
    <div class="head">
      <LabeledField v-slot="{ id }" :label="`${name}: mordant`">
        <ElSelect
          :id="id"
          :model-value="bath.scheme"
          @update:model-value="form.setScheme(bath, $event as Scheme)"
        >
          <ElOption
            v-for="key in SCHEME_KEYS"
            :key="key"
            :value="key"
            :label="SCHEMES[key].label"
          />
        </ElSelect>
      </LabeledField>
      <LabeledField v-slot="{ id }" label="Heat">
        <ElSelect
          :id="id"
          :model-value="bath.heat"
          @update:model-value="form.setHeat(bath, $event as BathHeat)"
        >
          <ElOption
            v-for="heat in facts.heats"
            :key="heat"
            :value="heat"
            :label="BATH_HEATS[heat].label"
          />
        </ElSelect>
      </LabeledField>
      <p class="figure">
        <strong>{{ formatMass(fibreG) }}</strong>
        <span class="quiet">{{ piecesText(rows.length) }}, dry</span>
      </p>
    </div>
    <p class="quiet">{{ rows.map(({ code }) => code).join(', ') }}</p>
    <p v-if="!facts.bonds" class="estimate">
      Shown as no mordant: it forms no bond between dye and fibre. It is recorded as a soak.
    </p>
    <div v-for="agent in bath.agents" :key="agent.stage + agent.agent" class="agent">
      <div>
        <p class="weigh">
          <output>{{ formatMass(agent.massG) }}</output> {{ AGENTS[agent.agent].label }}
          <span v-if="facts.stages.length > 1" class="quiet">bath {{ agent.stage + 1 }}</span>
        </p>
        <p class="quiet">
          {{ [waterWords(agent), shelfWords(agent)].filter(Boolean).join('; ') }}
        </p>
        <p v-if="spoonWords(agent)" class="quiet">{{ spoonWords(agent) }}</p>
        <p v-if="leftWords(agent)" class="estimate">{{ leftWords(agent) }}</p>
        <p v-if="error(`agents/${bath.agents.indexOf(agent)}/massG`)" class="wrong" role="alert">
          {{ error(`agents/${bath.agents.indexOf(agent)}/massG`) }}
        </p>
      </div>
      <div>
        <NumberField
          :model-value="agent.percentWof"
          :label="`% of the fibre, ${AGENTS[agent.agent].label}`"
          unit="%"
          @update:model-value="setPercent(agent, $event)"
        />
        <PercentGauge :percent="agent.percentWof" :range="rangeOf(agent)" />
      </div>
      <div class="stack tight">
        <ElSelect
          v-if="formsOf(agent.agent).length > 1"
          :model-value="agent.form"
          :aria-label="`Form of ${AGENTS[agent.agent].label}`"
          @update:model-value="setForm(agent, $event as string)"
        >
          <ElOption
            v-for="salt in formsOf(agent.agent)"
            :key="salt"
            :value="salt"
            :label="FORM_WORDS[salt] ?? salt"
          />
        </ElSelect>
        <ElSelect
          v-if="(agent.agent === 'tannin' || agent.agent === 'oakGall') && tannins.length"
          :model-value="agent.lotId ?? 'bought'"
          aria-label="Tannin from"
          @update:model-value="setLot(agent, $event as string)"
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
    <div class="four">
      <QuantityField
        v-model="bath.waterL"
        kind="volume"
        label="Water"
        :hint="`${formatNumber(leastLiquorL(rows), 2)} L at least, to move`"
        :error="error('waterL')"
      />
      <NumberField v-model="bath.tempC" label="Held at" unit="°C" :error="error('tempC')" />
      <QuantityField v-model="bath.vesselL" kind="volume" label="The vessel holds" />
      <LabeledField v-slot="{ id }" label="Afterwards">
        <ElSelect :id="id" v-model="bath.finish">
          <ElOption value="dried" label="dried and tagged" />
          <ElOption value="heldWet" label="held wet" />
        </ElSelect>
      </LabeledField>
    </div>
    <p class="row checks">
      <ElCheckbox v-model="bath.rinse">rinse it after</ElCheckbox>
      <ElCheckbox
        :model-value="bath.placing === 'after'"
        @update:model-value="bath.placing = $event ? 'after' : 'before'"
        >after the dye, as an afterbath</ElCheckbox
      >
      <ElSelect
        v-if="again.length"
        :model-value="bath.againOf ?? 'fresh'"
        aria-label="Bath used again"
        class="again"
        @update:model-value="setAgain($event as string)"
      >
        <ElOption value="fresh" label="a fresh bath" />
        <ElOption
          v-for="each in again"
          :key="each.id"
          :value="each.id"
          :label="`${each.code} used again`"
        />
      </ElSelect>
    </p>
    <p class="quiet">{{ facts.order }}</p>
    <PlainCaution v-for="agent in bath.agents" :key="agent.agent">
      {{ agentFacts(agent.agent).caution }}
    </PlainCaution>
    <GuardList v-model="bath.whys" :guards="guards" />
    <details v-if="at === 0" class="quiet">
      <summary>Not offered: {{ NOT_OFFERED.map(({ label }) => label).join(', ') }}</summary>
      <p v-for="each in NOT_OFFERED" :key="each.label">{{ each.label }}: {{ each.why }}</p>
    </details>
  </section>
</template>

<style scoped>
.head {
  display: grid;
  grid-template-columns: 1.4fr 1fr auto;
  gap: 12px;
  align-items: end;
}

.figure {
  text-align: right;
}

.figure strong {
  display: block;
  font-size: 22px;
  line-height: 1.1;
}

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

.four {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(130px, 1fr));
  gap: 10px;
}

.checks {
  gap: 0 18px;
}

.again {
  width: 190px;
}

summary {
  min-height: 32px;
  cursor: pointer;
}

@media (max-width: 760px) {
  .head,
  .agent {
    grid-template-columns: minmax(0, 1fr);
  }

  .figure {
    text-align: left;
  }
}
</style>

<script setup lang="ts">
import { spoonsText } from '~/format/quantities'
import { AGENT_KEYS, agentFacts, gPerMlOf, type Agent } from '~~/catalogue/agents'
import { PH_AGENT_KEYS, PH_AGENTS, type PhAgent } from '~~/core/acid-base/additions'
import { BULK_DENSITY, spoonsFor, type SpoonedAgent } from '~~/core/mordant/spoons'
import { formsOf } from '~~/shared/schemas/loft/shelf'
import type { PlannedAddition } from '~~/shared/schemas/pot/pot-plan'
import { POT_PLAN } from './usePotPlan'
import { POT_STOCK } from './usePotStock'
import { first, present } from '~~/core/present'

/** What goes in beside the plant: a mordant in the bath, a shift, and the pH it is brought to. */
const { errors } = defineProps<{ errors: Record<string, string> }>()
const plan = present(inject(POT_PLAN))
const stock = present(inject(POT_STOCK))
const spoonMl = computed(() => stock.value?.settings.spoonMl ?? 5)

const shifters = PH_AGENT_KEYS.filter(
  (key): key is PhAgent & Agent =>
    PH_AGENTS[key].moves !== null && (AGENT_KEYS as string[]).includes(key),
)
const percentOf = (massG: number | null) =>
  massG !== null && plan.fibreG > 0 ? Number(((100 * massG) / plan.fibreG).toPrecision(3)) : null

function add() {
  plan.draft.additions.push({
    agent: 'ironSulfate',
    form: first(formsOf('ironSulfate')),
    massG: null,
    when: 'after',
  })
}
function setAgent(i: number, agent: Agent) {
  Object.assign(plan.draft.additions[i]!, { agent, form: first(formsOf(agent)) })
}
/** A percentage is weighed out: what was told by the spoon before is told no more. */
const setPercent = (i: number, percent: number | null) =>
  Object.assign(plan.draft.additions[i]!, {
    massG: percent === null ? null : Math.round(percent * plan.fibreG) / 100,
    massBasis: 'weighed',
  })

/** `1.2 level spoons of 5 mL`: roughly, since powders pack differently. */
function spoons(agent: Agent, massG: number | null): string {
  if (!(agent in BULK_DENSITY) || massG === null || massG <= 0) return ''
  return `about ${spoonsText(spoonsFor(agent as SpoonedAgent, massG, spoonMl.value), spoonMl.value)}`
}

function toldOf({ agent, massG }: PlannedAddition): string {
  if (massG === null) return 'How much is not known. Typed as 5 g, 1 tsp, 5 %, 1 in 3.'
  const said = spoons(agent, massG)
  return said && `${said}.`
}

const shift = computed({
  get: () => plan.draft.ph !== null,
  set: (isOn: boolean) => (plan.draft.ph = isOn ? { target: 9, cap: 10, agent: 'sodaAsh' } : null),
})
function setShifter(agent: PhAgent & Agent) {
  const isUp = PH_AGENTS[agent].moves === 'up'
  plan.draft.ph = { agent, ...(isUp ? { target: 9, cap: 10 } : { target: 5, cap: 4 }) }
}
</script>

<template>
  <fieldset class="stack tight">
    <legend class="sr-only">Into the bath</legend>
    <div v-for="(each, i) in plan.draft.additions" :key="i" class="addition">
      <ElSelect
        :model-value="each.agent"
        filterable
        :aria-label="`Addition ${i + 1}`"
        @update:model-value="setAgent(i, $event as Agent)"
      >
        <ElOption
          v-for="key in AGENT_KEYS"
          :key="key"
          :value="key"
          :label="agentFacts(key).label"
        />
      </ElSelect>
      <QuantityField
        v-model="each.massG"
        :by-spoon="each.massBasis === 'about'"
        :label="`How much of addition ${i + 1}`"
        :g-per-ml="gPerMlOf(each.agent)"
        :is-liquid="agentFacts(each.agent).is === 'liquid'"
        :water-l="plan.draft.waterL ?? plan.water?.pourL ?? null"
        :fibre-g="plan.fibreG"
        bare
        @update:by-spoon="each.massBasis = $event ? 'about' : 'weighed'"
      />
      <NumberField
        :model-value="percentOf(each.massG)"
        label="of the fibre"
        unit="%"
        bare
        @update:model-value="setPercent(i, $event)"
      />
      <ElSelect v-model="each.when" aria-label="When">
        <ElOption value="before" label="before" />
        <ElOption value="in" label="in" />
        <ElOption value="after" label="after" />
      </ElSelect>
      <button
        type="button"
        class="x"
        :aria-label="`Leave addition ${i + 1} out`"
        @click="plan.draft.additions.splice(i, 1)"
      >
        ×
      </button>
      <p class="quiet">
        {{ toldOf(each) }}
        {{ agentFacts(each.agent).caution }}
      </p>
    </div>
    <div class="row">
      <ElCheckbox v-model="shift" label="Bring it to a pH" />
      <button type="button" class="link" @click="add">Add something to the bath</button>
    </div>
    <div v-if="plan.draft.ph" class="ph">
      <ElSelect
        :model-value="plan.draft.ph.agent"
        aria-label="With"
        @update:model-value="setShifter($event as PhAgent & Agent)"
      >
        <ElOption v-for="key in shifters" :key="key" :value="key" :label="agentFacts(key).label" />
      </ElSelect>
      <NumberField
        v-model="plan.draft.ph.target"
        label="to pH"
        :error="errors['/plan/ph/target']"
      />
      <NumberField v-model="plan.draft.ph.cap" label="never past" :error="errors['/plan/ph/cap']" />
    </div>
    <PlainCaution v-if="plan.draft.ph && plan.draft.ph.cap > 8" level="mind">
      {{ agentFacts(plan.draft.ph.agent).caution }} Alkali felts wool sooner: heat off while it is
      in.
    </PlainCaution>
  </fieldset>
</template>

<style scoped>
fieldset {
  min-width: 0;
  margin: 0;
  padding: 0;
  border: 0;
}

.addition {
  display: grid;
  grid-template-columns: repeat(3, minmax(0, 1fr)) 24px;
  gap: 6px;
}

.addition > :first-child {
  grid-column: 1 / -1;
}

.addition p {
  grid-column: 1 / -1;
}

.ph {
  display: grid;
  grid-template-columns: minmax(0, 1.4fr) minmax(0, 1fr) minmax(0, 1fr);
  gap: 8px;
  align-items: end;
}

.addition {
  align-items: start;
}

.x {
  height: 44px;
  border: 0;
  background: none;
  color: var(--quiet);
  font-size: 20px;
  cursor: pointer;
}
</style>

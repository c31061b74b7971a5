<script setup lang="ts">
import { NOT_OFFERED, agentFacts } from '~~/catalogue/agents'
import {
  schemeFacts,
  SCHEME_KEYS,
  SCHEMES,
  stagesOf,
  type Scheme,
} from '~~/catalogue/mordant-schemes'
import { BATH_HEATS, bathSteps, stepsEnd, type BathHeat } from '~~/core/mordant/bath-steps'
import { formatMass, formatVolume, inUnits } from '~/format/quantities'
import { leastLiquorL } from '~~/shared/rules/basket/bath-guards'
import { wetOutMinOf } from '~~/shared/rules/basket/fibre'
import type { StockLot } from '~/composables/useStock'
import { piecesText } from '~/features/basket/readiness'
import BathAgentLine from './BathAgentLine.vue'
import GuardList from './GuardList.vue'
import type { BathDraft, BathForm, BathSurroundings } from './useBathForm'
import { clockText } from '~/format/instants'

/** One bath: its scheme, what is weighed out, water and vessel, and what to mind. */
const { bath, form, around, tannins, at } = defineProps<{
  bath: BathDraft
  form: BathForm
  around: BathSurroundings
  /** Gathered lots that serve as tannin. */
  tannins: readonly StockLot[]
  at: number
}>()

const facts = computed(() => schemeFacts(bath.scheme))
const rows = computed(() => form.rowsOf(bath))
const fibreG = computed(() => form.fibreOf(bath))
const guards = computed(() => form.guardsOf(bath))
const again = computed(() =>
  around.earlier.filter(({ scheme }) => scheme === bath.scheme).slice(0, 8),
)
const setAgain = (id: string) => form.setAgain(bath, id === 'fresh' ? null : id)
const error = (field: string) => form.errors.value[`/baths/${at}/${field}`]
const name = computed(() => `Bath ${at + 1}`)

const readyWords = computed(() => {
  if (rows.value.length === 0) return ''
  const { heat, finish, rinse, placing, scheme } = bath
  const steps = bathSteps({
    heat,
    finish,
    rinse,
    placing,
    stages: stagesOf(scheme),
    wetOutMin: Math.max(...rows.value.map(wetOutMinOf)),
  })
  const now = Date.now()
  return `Begun now, it is done ${clockText(stepsEnd(steps, [], now), now)}.`
})

const CHOICES = {
  placing: [
    { value: 'before', label: 'before the dye' },
    { value: 'in', label: 'in the dye pot' },
    { value: 'after', label: 'after the dye' },
  ],
  finish: [
    { value: 'dried', label: 'dried and tagged' },
    { value: 'heldWet', label: 'held wet' },
  ],
} as const
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
    <BathAgentLine
      v-for="(agent, i) in bath.agents"
      :key="agent.stage + agent.agent"
      :agent="agent"
      :bath="bath"
      :form="form"
      :around="around"
      :tannins="tannins"
      :error="error(`agents/${i}/massG`)"
    />
    <div class="four">
      <QuantityField
        v-model="bath.waterL"
        kind="volume"
        label="Water"
        :hint="`${formatVolume(leastLiquorL(rows), 2)} at least, to move`"
        :error="error('waterL')"
      />
      <QuantityField
        v-model="bath.tempC"
        kind="temperature"
        label="Held at"
        :error="error('tempC')"
      />
      <QuantityField v-model="bath.vesselL" kind="volume" label="The vessel holds" />
      <LabeledField v-slot="{ id }" label="Vessel, in words">
        <ElInput :id="id" v-model="bath.vessel" placeholder="enamel pan" />
      </LabeledField>
      <ChoiceSelect v-model="bath.placing" label="When" :options="CHOICES.placing" />
      <ChoiceSelect v-model="bath.finish" label="Afterwards" :options="CHOICES.finish" />
      <LabeledField v-if="again.length" v-slot="{ id }" label="Liquor">
        <ElSelect
          :id="id"
          :model-value="bath.againOf ?? 'fresh'"
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
      </LabeledField>
      <ElCheckbox v-model="bath.rinse" class="rinse">rinse it after</ElCheckbox>
    </div>
    <p class="quiet">{{ inUnits(facts.order) }} {{ readyWords }}</p>
    <PlainCaution v-for="agent in bath.agents" :key="agent.agent">
      {{ agentFacts(agent.agent).caution }}
    </PlainCaution>
    <GuardList v-model="bath.justifications" :guards="guards" />
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

.four {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(165px, 1fr));
  align-items: start;
  gap: 10px;
}

.rinse {
  align-self: end;
}

summary {
  min-height: 32px;
  cursor: pointer;
}

@media (max-width: 760px) {
  .head {
    grid-template-columns: minmax(0, 1fr);
  }

  .figure {
    text-align: left;
  }
}
</style>

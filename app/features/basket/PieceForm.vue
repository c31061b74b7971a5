<script setup lang="ts">
import { MORDANT_KEYS, MORDANTS, type Mordant } from '~~/catalogue/agents'
import { FIBRE_KEYS, FIBRES, FORMS, type Fibre, type Form } from '~~/catalogue/fibres'
import { gramsOfAgent } from '~~/core/mordant/percent-of-fibre'
import { formatMass } from '~~/core/quantity/format-quantity'
import { newId } from '~~/shared/ids'
import { newPieceSchema, type NewPiece, type Piece } from '~~/shared/schemas/piece'
import type { GivenColour } from '~/components/ColourEntry.vue'
import { localToday } from '~/features/today/dates'

const api = useApi()
const { saving, failure, errors, save } = useSave()

interface PieceDraft {
  name: string
  fibre: Fibre
  form: Form
  dryG: number | null
  washed: boolean
  agent: Mordant | 'none'
  percentWof: number
  doneOn: string
  bare: GivenColour | null
}

const { draft, clear } = useDraft<PieceDraft>('piece', () => ({
  name: '',
  fibre: 'wool',
  form: 'yarn',
  dryG: null,
  washed: true,
  agent: 'none',
  percentWof: 10,
  doneOn: localToday(),
  bare: null,
}))
const id = ref(newId())
const form = ref<HTMLElement | null>(null)

const mordant = computed(() => (draft.agent === 'none' ? null : MORDANTS[draft.agent]))
const agentG = computed(() =>
  mordant.value && draft.dryG && draft.percentWof >= 0
    ? gramsOfAgent(draft.percentWof, draft.dryG)
    : null,
)

function chooseAgent(agent: Mordant | 'none') {
  draft.agent = agent
  if (agent !== 'none') draft.percentWof = MORDANTS[agent].usualPercentWof
}

async function keep() {
  const treatments = [
    ...(draft.washed ? [{ kind: 'wash', doneOn: draft.doneOn }] : []),
    ...(draft.agent === 'none'
      ? []
      : [
          {
            kind: 'mordant',
            agent: draft.agent,
            percentWof: draft.percentWof,
            doneOn: draft.doneOn,
          },
        ]),
  ]
  const body = {
    id: id.value,
    name: draft.name,
    fibre: draft.fibre,
    form: draft.form,
    dryG: draft.dryG ?? undefined,
    treatments,
    bare: draft.bare ? { ...draft.bare, washed: draft.washed } : undefined,
  }
  const piece = await save<NewPiece, Piece>(
    newPieceSchema,
    body,
    (checked) => api.post<Piece>('pieces', checked),
    (item) => `Put ${item.code} in the basket, ${formatMass(item.dryG)} dry.`,
  )
  if (!piece) return
  id.value = newId()
  const { fibre, form: kept, washed, agent, percentWof, doneOn, bare } = draft
  clear({ fibre, form: kept, washed, agent, percentWof, doneOn, bare })
}

defineExpose({ focus: () => form.value?.querySelector('input')?.focus() })
</script>

<template>
  <form ref="form" class="panel stack" aria-labelledby="new-piece" @submit.prevent="keep">
    <h2 id="new-piece">Weigh a piece</h2>
    <div class="two">
      <LabeledField v-slot="{ id: field }" label="Fibre">
        <ElSelect :id="field" v-model="draft.fibre" filterable>
          <ElOption v-for="key in FIBRE_KEYS" :key="key" :value="key" :label="FIBRES[key].label" />
        </ElSelect>
      </LabeledField>
      <LabeledField v-slot="{ id: field }" label="Form">
        <ElSelect :id="field" v-model="draft.form">
          <ElOption v-for="each in FORMS" :key="each" :value="each" :label="each" />
        </ElSelect>
      </LabeledField>
      <QuantityField
        v-model="draft.dryG"
        label="Dry weight, before wetting"
        :error="errors['/dryG']"
      />
      <LabeledField v-slot="{ id: field }" label="Name it, if you like">
        <ElInput :id="field" v-model="draft.name" placeholder="test hank" />
      </LabeledField>
    </div>
    <p class="quiet">{{ FIBRES[draft.fibre].heat }}</p>
    <ElCheckbox v-model="draft.washed">washed: grease keeps dye out</ElCheckbox>
    <div class="three">
      <LabeledField v-slot="{ id: field }" label="Mordant">
        <ElSelect
          :id="field"
          :model-value="draft.agent"
          @update:model-value="chooseAgent($event as Mordant | 'none')"
        >
          <ElOption value="none" label="none" />
          <ElOption
            v-for="key in MORDANT_KEYS"
            :key="key"
            :value="key"
            :label="MORDANTS[key].label"
          />
        </ElSelect>
      </LabeledField>
      <LabeledField
        v-if="mordant"
        v-slot="{ id: field }"
        label="of the fibre"
        unit="%"
        :error="errors['/treatments/1/percentWof'] ?? errors['/treatments/0/percentWof']"
      >
        <ElInput :id="field" v-model.number="draft.percentWof" inputmode="decimal" />
      </LabeledField>
      <LabeledField v-slot="{ id: field }" label="Done on" :error="errors['/treatments/0/doneOn']">
        <ElInput :id="field" v-model="draft.doneOn" type="date" :max="localToday()" />
      </LabeledField>
    </div>
    <p v-if="mordant">
      <strong v-if="agentG !== null">{{ formatMass(agentG) }} {{ mordant.label }}</strong>
      <span class="quiet">
        usually {{ mordant.rangePercentWof[0] }} to {{ mordant.rangePercentWof[1] }} % of the dry
        fibre (common practice)
      </span>
    </p>
    <PlainCaution v-if="mordant">{{ mordant.caution }}</PlainCaution>
    <ColourEntry
      v-model="draft.bare"
      label="Bare colour"
      :error="errors['/bare/lab'] ?? errors['/bare/hex']"
    />
    <p v-if="failure" class="wrong" role="alert">{{ failure }}</p>
    <ElButton type="primary" native-type="submit" :loading="saving">Put it in the basket</ElButton>
  </form>
</template>

<style scoped>
.two,
.three {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 12px;
}

.three {
  grid-template-columns: repeat(auto-fit, minmax(120px, 1fr));
}
</style>

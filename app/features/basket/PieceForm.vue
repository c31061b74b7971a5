<script setup lang="ts">
import { MORDANT_KEYS, MORDANTS, type Mordant } from '~~/catalogue/agents'
import { FIBRE_KEYS, FIBRES } from '~~/catalogue/fibres'
import { limitsSentence } from '~~/core/fibre/limits'
import { formatMass, inUnits } from '~/format/quantities'
import { wetWords } from '~~/core/safety/guards'
import { limitsOf } from '~~/shared/rules/basket/fibre'
import { handlingOf } from './readiness'
import { BASIS_OPTIONS } from './basis-words'
import PieceTraits from './PieceTraits.vue'
import { usePieceForm } from './usePieceForm'

const {
  draft,
  count,
  facts,
  mordant,
  agentG,
  wet,
  why,
  chooseAgent,
  keep,
  saving,
  failure,
  errors,
} = usePieceForm()
const form = ref<HTMLElement | null>(null)
const blend = computed(() =>
  draft.other === 'none' ? [] : [{ fibre: draft.other, percent: draft.otherPercent ?? 1 }],
)

const error = (field: string) => errors.value[`/pieces/0/${field}`]
/** Complaints that stand by no field here. */
const elsewhere = computed(() =>
  Object.entries(errors.value).filter(
    ([at]) => !at.startsWith('/pieces/') || /^\/pieces\/0\/(base|setId|overrides)/.test(at),
  ),
)
defineExpose({ focus: () => form.value?.querySelector('input')?.focus() })
</script>

<template>
  <form ref="form" class="panel stack tight" aria-labelledby="new-piece" @submit.prevent="keep">
    <h2 id="new-piece">Weigh pieces in</h2>
    <div class="three main">
      <LabeledField v-slot="{ id: field }" label="Fibre">
        <ElSelect :id="field" v-model="draft.fibre" filterable>
          <ElOption v-for="key in FIBRE_KEYS" :key="key" :value="key" :label="FIBRES[key].label" />
        </ElSelect>
      </LabeledField>
      <LabeledField v-slot="{ id: field }" label="Form">
        <ElSelect :id="field" v-model="draft.form">
          <ElOption v-for="each in facts.forms" :key="each" :value="each" :label="each" />
        </ElSelect>
      </LabeledField>
      <NumberField v-model="draft.count" label="How many alike" />
      <QuantityField
        v-model="draft.dryG"
        :label="count > 1 ? 'Each dry, before wetting' : 'Dry weight, before wetting'"
        :error="error('dryG')"
      />
      <ChoiceSelect v-model="draft.dryBasis" label="that is" :options="BASIS_OPTIONS" />
      <LabeledField v-slot="{ id: field }" label="Name" :error="error('name')">
        <ElInput :id="field" v-model="draft.name" placeholder="test hank" />
      </LabeledField>
      <LabeledField v-if="count === 1" v-slot="{ id: field }" label="Mark" :error="error('mark')">
        <ElInput :id="field" v-model="draft.mark" placeholder="2 knots" />
      </LabeledField>
      <LabeledField v-slot="{ id: field }" label="Set">
        <ElInput :id="field" v-model="draft.setName" placeholder="none" />
      </LabeledField>
    </div>
    <p v-if="draft.dryBasis === 'unknown'" class="estimate">
      Without its weight the ratio of a pot stays unknown: its swatch is shown beside the curve.
    </p>
    <p class="quiet">
      {{ inUnits(limitsSentence(limitsOf({ fibre: draft.fibre, blend }))) }}
      {{ handlingOf({ fibre: draft.fibre, treatments: [] }) }}
    </p>
    <template v-if="wet">
      <PlainCaution level="grave">{{ wetWords('This', wet) }}</PlainCaution>
      <LabeledField v-slot="{ id: field }" label="It was dry, because">
        <ElInput :id="field" v-model="why" placeholder="a double skein" />
      </LabeledField>
    </template>
    <p class="row checks">
      <ElCheckbox v-model="draft.washed"
        >washed, or sold ready to dye: grease keeps dye out</ElCheckbox
      >
      <ElCheckbox v-if="count > 1" v-model="draft.marked">different knots</ElCheckbox>
    </p>
    <div class="three">
      <LabeledField v-slot="{ id: field }" label="Mordant">
        <ElSelect
          :id="field"
          :model-value="draft.agent"
          @update:model-value="chooseAgent($event as Mordant | 'none')"
        >
          <ElOption value="none" label="none yet" />
          <ElOption
            v-for="key in MORDANT_KEYS"
            :key="key"
            :value="key"
            :label="MORDANTS[key].label"
          />
        </ElSelect>
      </LabeledField>
      <NumberField
        v-if="mordant"
        v-model="draft.percentWof"
        label="of the fibre"
        unit="%"
        :placeholder="`usual: ${mordant.usualPercentWof}`"
        hint="empty: not known"
        :error="error('treatments/1/percentWof') ?? error('treatments/0/percentWof')"
      />
      <DateField
        v-model="draft.doneOn"
        label="Done on"
        hint="empty: not known"
        :error="error('treatments/0/doneOn')"
      />
    </div>
    <p v-if="mordant">
      <strong v-if="agentG !== null"
        >{{ draft.percentWof === null ? `at the usual ${mordant.usualPercentWof} %: ` : ''
        }}{{ formatMass(agentG) }} {{ mordant.label }} each</strong
      >
      <span class="quiet">
        usually {{ mordant.rangePercentWof[0] }} to {{ mordant.rangePercentWof[1] }} % of the dry
        fibre (common practice)
      </span>
    </p>
    <ColourEntry
      v-model="draft.bare"
      label="Bare colour"
      :error="error('bare/lab') ?? error('bare/hex')"
    />
    <details>
      <summary>Blend, size, thickness, band</summary>
      <PieceTraits :draft="draft" :shrinks="facts.shrinksPercent" :error="error" />
    </details>
    <p v-for="[at, words] in elsewhere" :key="at" class="wrong" role="alert">{{ words }}</p>
    <p v-if="failure" class="wrong" role="alert">{{ failure }}</p>
    <ElButton type="primary" native-type="submit" :loading="saving">{{
      count > 1 ? `Put all ${count} in the basket` : 'Put it in the basket'
    }}</ElButton>
  </form>
</template>

<style scoped>
.three {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(120px, 1fr));
  gap: 8px 12px;
}

.main {
  grid-template-columns: 1.3fr 1fr 1fr;
}

@media (max-width: 480px) {
  .main {
    grid-template-columns: 1fr 1fr;
  }
}

.checks {
  gap: 0 18px;
}

summary {
  min-height: 44px;
  padding: 10px 0;
  color: var(--juniper);
  cursor: pointer;
}
</style>

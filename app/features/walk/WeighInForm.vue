<script setup lang="ts">
import { formatMass, formatRatio } from '~~/core/quantity/format-quantity'
import type { Patch } from '~~/shared/schemas/patch'
import { localToday } from '~/features/today/dates'
import OwnSource from './OwnSource.vue'
import { useWeighIn } from './useWeighIn'

const { patches } = defineProps<{ patches: Patch[] }>()

const { draft, stages, netG, dyesG, saving, failure, errors, keep, fromNote } = useWeighIn(
  () => patches,
)
const form = ref<HTMLElement | null>(null)
const adding = ref(false)

const here = computed(() => patches.find(({ id }) => id === draft.place))

defineExpose({
  focus: () => form.value?.querySelector('input')?.focus(),
  fromNote,
})
</script>

<template>
  <form ref="form" class="panel stack" aria-labelledby="weigh-in" @submit.prevent="keep">
    <div class="row">
      <h2 id="weigh-in">Weigh in</h2>
      <button type="button" class="own" @click="adding = true">A source of your own</button>
    </div>
    <SourcePicker
      v-model="draft.source"
      label="What did you gather?"
      :error="errors['/sourceId']"
    />
    <div v-if="stages.length" role="group" aria-label="Stage">
      <ElRadioGroup
        :model-value="draft.stage ?? ''"
        aria-label="Stage"
        @update:model-value="draft.stage = String($event)"
      >
        <ElRadioButton v-for="stage in stages" :key="stage" :value="stage">{{
          stage
        }}</ElRadioButton>
      </ElRadioGroup>
    </div>
    <PlainCaution v-if="draft.source?.caution">{{ draft.source.caution }}</PlainCaution>
    <PlainCaution v-else-if="draft.source">
      Nothing is noted against it here. That does not mean it is known to be safe: gloves, and not
      in food pots.
    </PlainCaution>

    <div class="two">
      <LabeledField v-slot="{ id }" label="Where" :error="errors['/patchId'] ?? errors['/name']">
        <ElSelect
          :id="id"
          v-model="draft.place"
          filterable
          allow-create
          clearable
          default-first-option
          placeholder="a place, or a new name"
          :value-on-clear="''"
        >
          <ElOption
            v-for="patch in patches"
            :key="patch.id"
            :value="patch.id"
            :label="patch.name"
          />
        </ElSelect>
      </LabeledField>
      <LabeledField v-slot="{ id }" label="When" :error="errors['/gatheredOn']">
        <ElInput :id="id" v-model="draft.gatheredOn" type="date" :max="localToday()" />
      </LabeledField>
    </div>
    <PlainCaution v-if="here?.hazards">{{ here.name }}: {{ here.hazards }}</PlainCaution>

    <div class="row">
      <ElRadioGroup v-model="draft.state" aria-label="State">
        <ElRadioButton value="fresh">fresh</ElRadioButton>
        <ElRadioButton value="dried">dried</ElRadioButton>
      </ElRadioGroup>
      <ElRadioGroup v-model="draft.how" aria-label="How it was weighed">
        <ElRadioButton value="scale">in its bag</ElRadioButton>
        <ElRadioButton value="net">net</ElRadioButton>
      </ElRadioGroup>
    </div>
    <div class="weights">
      <template v-if="draft.how === 'scale'">
        <QuantityField v-model="draft.grossG" label="On the scale" :error="errors['/grossG']" />
        <QuantityField v-model="draft.tareG" label="Empty bag" :error="errors['/tareG']" />
      </template>
      <QuantityField
        v-else
        v-model="draft.netG"
        class="wide"
        label="Net amount, in any unit"
        :error="errors['/netG'] ?? errors['']"
      />
      <p class="net">
        <span class="quiet">net {{ draft.state }}</span>
        <output aria-live="polite">{{ formatMass(netG) }}</output>
      </p>
    </div>
    <p v-if="dyesG && draft.source" class="quiet">
      Enough for <strong>~{{ formatMass(dyesG) }}</strong> of fibre at the usual
      {{ formatRatio(draft.source.usualRatio) }} {{ draft.source.usualRatioState }} ({{
        draft.source.provenance
      }}, not yours).
    </p>
    <LabeledField v-slot="{ id }" label="Note">
      <ElInput :id="id" v-model="draft.note" maxlength="2000" />
    </LabeledField>
    <p v-if="failure || errors['/id']" class="wrong" role="alert">{{ failure || errors['/id'] }}</p>
    <ElButton type="primary" native-type="submit" :loading="saving">Keep it</ElButton>
    <OwnSource v-model="adding" @added="draft.source = $event" />
  </form>
</template>

<style scoped>
.row {
  justify-content: space-between;
}

.own {
  min-height: 36px;
  border: 0;
  background: none;
  color: var(--juniper);
  text-decoration: underline;
  cursor: pointer;
}

.two,
.weights {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 12px;
}

.weights {
  grid-template-columns: 1fr 1fr auto;
  align-items: start;
}

.wide {
  grid-column: span 2;
}

.net {
  min-width: 84px;
  text-align: right;
}

.net .quiet,
.net output {
  display: block;
}

.net output {
  font-size: 24px;
  font-weight: 700;
  line-height: 1.7;
}
</style>

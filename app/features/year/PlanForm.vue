<script setup lang="ts">
import { AGENTS, MORDANT_KEYS } from '~~/catalogue/agents'
import { FIBRES, FORMS, type Form } from '~~/catalogue/fibres'
import { DEPTHS } from '~~/core/colour/depth'
import { formatRatio } from '~/format/quantities'
import { keysOf } from '~~/core/json'
import {
  newPlanSchema,
  planChangeSchema,
  type NewPlan,
  type Plan,
} from '~~/shared/schemas/year/plan'
import { blankPart, planBody, usualMordant, type PartDraft, type PlanDraft } from './plan-draft'

/** What is wanted, and by when: all that comes before it follows. */
const draft = defineModel<PlanDraft>({ required: true })
const emit = defineEmits<{ kept: [id: string]; close: [] }>()

const api = useApi()
const { saving, failure, errors, save } = useSave()

const FIBRE_OPTIONS = keysOf(FIBRES).map((value) => ({ value, label: FIBRES[value].label }))
const forms = computed(() => {
  const known: readonly Form[] = FIBRES[draft.value.fibre].forms
  return FORMS.filter((form) => known.includes(form)).map((value) => ({ value, label: value }))
})
watch(forms, (now) => {
  if (!now.some(({ value }) => value === draft.value.form))
    draft.value.form = now[0]?.value ?? 'yarn'
})
const MORDANT_OPTIONS = [
  { value: '', label: 'no mordant' },
  ...MORDANT_KEYS.map((value) => ({ value, label: AGENTS[value].label })),
] as const

/** A new plan's mordant is what its source wants, as far as that is known. */
watch(
  () => draft.value.source,
  (source) => {
    if (draft.value.rev === null && source) Object.assign(draft.value, usualMordant(source))
    draft.value.parts.filter((part) => !part.source).forEach(forgetSwatch)
  },
)
/** A swatch's ratio is of its own source: of another it says nothing. */
const forgetSwatch = (part: PartDraft) => {
  part.again = null
}
/** Ticks and moved days hang on the numbers of pots, which parts may change. */
const keepsNumbers = computed(
  () => Object.keys(draft.value.done).length + Object.keys(draft.value.moved).length > 0,
)

async function keep() {
  const { rev } = draft.value
  const { id, ...change } = planBody(draft.value)
  const kept =
    rev === null
      ? await save<NewPlan, Plan>(
          newPlanSchema,
          { ...change, id },
          (body) => api.post<Plan>('plans', body),
          ({ words }) => `Planned: ${words}.`,
        )
      : await save(
          planChangeSchema,
          change,
          (body) => api.patch<Plan>(`plans/${draft.value.id}`, body, rev),
          ({ words }: Plan) => `Changed: ${words}.`,
        )
  if (kept) emit('kept', kept.id)
}
const complaint = computed(
  () =>
    failure.value ||
    (errors.value['/sourceId'] ? 'Say of which source.' : '') ||
    (Object.values(errors.value)[0] ?? ''),
)
</script>

<template>
  <form class="stack tight" aria-label="A plan" @submit.prevent="keep">
    <LabeledField v-slot="{ id }" label="What is wanted" :error="errors['/words']">
      <ElInput :id="id" v-model="draft.words" placeholder="dock orange for the big jumper" />
    </LabeledField>
    <SourcePicker v-model="draft.source" label="Of which source" />
    <div class="two">
      <ChoiceSelect v-model="draft.fibre" label="Fibre" :options="FIBRE_OPTIONS" />
      <ChoiceSelect v-model="draft.form" label="Form" :options="forms" />
    </div>
    <fieldset v-for="(part, i) in draft.parts" :key="i" class="part">
      <legend>{{ i === 0 ? 'How much, how deep' : 'And' }}</legend>
      <p v-if="part.again" class="wide">
        As {{ part.again.code }},
        {{
          part.again.ratioDry === null
            ? 'whose ratio is not known: as usual'
            : `at ${formatRatio(part.again.ratioDry)} dry`
        }}.
        <button type="button" class="link" @click="part.again = null">Not as it</button>
      </p>
      <SourcePicker
        v-if="i > 0 && !part.isLaterBath"
        v-model="part.source"
        class="wide"
        :label="`Of ${draft.source?.commonName ?? 'the same'}, or of another source`"
        @update:model-value="forgetSwatch(part)"
      />
      <QuantityField v-model="part.fibreG" label="Fibre" :error="errors[`/parts/${i}/fibreG`]" />
      <NumberField v-model="part.pieces" label="Pieces" :error="errors[`/parts/${i}/pieces`]" />
      <LabeledField v-slot="{ id }" label="How deep">
        <ElSelect
          :id="id"
          v-model="part.depth"
          :disabled="part.again !== null && part.again.ratioDry !== null"
          placeholder="as usual"
          clearable
          :value-on-clear="''"
        >
          <ElOption v-for="each in DEPTHS.slice(1)" :key="each" :value="each" :label="each" />
        </ElSelect>
      </LabeledField>
      <ElCheckbox v-if="i > 0" v-model="part.isLaterBath">in what the one before left</ElCheckbox>
      <button v-if="i > 0" type="button" class="link" @click="draft.parts.splice(i, 1)">
        Take it out
      </button>
    </fieldset>
    <button type="button" class="link" @click="draft.parts.push(blankPart())">
      Another colour or depth
    </button>
    <div class="two">
      <ChoiceSelect v-model="draft.mordant" label="Mordant" :options="MORDANT_OPTIONS" />
      <NumberField
        v-if="draft.mordant"
        v-model="draft.mordantPercent"
        label="Of the dry fibre"
        unit="%"
        :error="errors['/mordantPercent']"
      />
    </div>
    <ElCheckbox v-model="draft.isWashed">the fibre is clean already</ElCheckbox>
    <ElCheckbox v-model="draft.isLasting">it must last in the light</ElCheckbox>
    <DateField v-model="draft.wantedBy" label="Wanted by" :error="errors['/wantedBy']" ahead />
    <p v-if="keepsNumbers" class="quiet">
      What is ticked off or moved stays with “pot 1”, “pot 2”: look at it again where parts change.
    </p>
    <p v-if="complaint" class="wrong" role="alert">{{ complaint }}</p>
    <div class="row">
      <ElButton type="primary" native-type="submit" :loading="saving">Keep the plan</ElButton>
      <ElButton @click="emit('close')">Close</ElButton>
    </div>
  </form>
</template>

<style scoped>
.two {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 12px;
}

.part {
  display: grid;
  grid-template-columns: 1.2fr 0.8fr 1fr;
  gap: 4px 10px;
  margin: 0;
  padding: 0;
  border: 0;
}

.wide {
  grid-column: 1 / -1;
}

.part .el-checkbox {
  grid-column: 1 / 3;
}
</style>

<script setup lang="ts">
import { sourceChangeSchema, type Source, type SourceChange } from '~~/shared/schemas/source'

/** Corrections of what the catalogue says; what the user says wins, and says whose it is. */
const { source } = defineProps<{ source: Source }>()
const emit = defineEmits<{ done: [] }>()

const api = useApi()
const { saving, failure, errors, save } = useSave()

const form = reactive({
  needsMordant: source.needsMordant,
  usualRatio: source.usualRatio,
  usualRatioState: source.usualRatioState,
  dryFraction: source.dryFraction,
  windowFrom: source.windowFrom,
  windowTo: source.windowTo,
  heatLimitC: source.heatLimitC,
  fastness: source.fastness,
  caution: source.caution,
})
type Field = keyof typeof form

async function keep() {
  const changed = (Object.keys(form) as Field[]).filter((field) => form[field] !== source[field])
  if (changed.length === 0) return emit('done')
  const body = Object.fromEntries(changed.map((field) => [field, form[field]]))
  const saved = await save<SourceChange, Source>(
    sourceChangeSchema,
    body,
    (checked) => api.patch<Source>(`sources/${source.id}`, checked, source.rev),
    ({ commonName }) => `Corrected ${commonName}.`,
  )
  if (saved) emit('done')
}

const number = (value: string) => (value.trim() === '' ? null : Number(value.replace(',', '.')))
</script>

<template>
  <form class="stack tight correct" aria-label="Correct it" @submit.prevent="keep">
    <div class="grid">
      <LabeledField v-slot="{ id }" label="Mordant">
        <ElSelect :id="id" v-model="form.needsMordant">
          <ElOption value="yes" label="needs one" />
          <ElOption value="no" label="needs none" />
          <ElOption value="unknown" label="not known" />
        </ElSelect>
      </LabeledField>
      <LabeledField
        v-slot="{ id }"
        label="Usual ratio"
        :unit="`: 1 ${form.usualRatioState}`"
        :error="errors['/usualRatio']"
      >
        <ElInput
          :id="id"
          :model-value="form.usualRatio ?? ''"
          inputmode="decimal"
          @update:model-value="form.usualRatio = number($event)"
        />
      </LabeledField>
      <LabeledField v-slot="{ id }" label="Of it, state">
        <ElSelect :id="id" v-model="form.usualRatioState">
          <ElOption value="fresh" label="fresh" />
          <ElOption value="dried" label="dried" />
        </ElSelect>
      </LabeledField>
      <LabeledField v-slot="{ id }" label="Dry matter, share" :error="errors['/dryFraction']">
        <ElInput
          :id="id"
          :model-value="form.dryFraction"
          inputmode="decimal"
          @update:model-value="form.dryFraction = number($event) ?? source.dryFraction"
        />
      </LabeledField>
      <LabeledField v-slot="{ id }" label="First month" :error="errors['/windowFrom']">
        <ElInput
          :id="id"
          :model-value="form.windowFrom ?? ''"
          inputmode="numeric"
          @update:model-value="form.windowFrom = number($event)"
        />
      </LabeledField>
      <LabeledField v-slot="{ id }" label="Last month" :error="errors['/windowTo']">
        <ElInput
          :id="id"
          :model-value="form.windowTo ?? ''"
          inputmode="numeric"
          @update:model-value="form.windowTo = number($event)"
        />
      </LabeledField>
      <LabeledField v-slot="{ id }" label="Heat up to" unit="°C" :error="errors['/heatLimitC']">
        <ElInput
          :id="id"
          :model-value="form.heatLimitC ?? ''"
          inputmode="numeric"
          @update:model-value="form.heatLimitC = number($event)"
        />
      </LabeledField>
      <LabeledField v-slot="{ id }" label="Fastness">
        <ElSelect :id="id" v-model="form.fastness">
          <ElOption
            v-for="each in ['good', 'fair', 'poor', 'unknown'] as const"
            :key="each"
            :value="each"
          />
        </ElSelect>
      </LabeledField>
    </div>
    <LabeledField v-slot="{ id }" label="What to mind">
      <ElInput
        :id="id"
        :model-value="form.caution ?? ''"
        @update:model-value="form.caution = $event.trim() === '' ? null : $event"
      />
    </LabeledField>
    <p v-if="failure" class="wrong" role="alert">{{ failure }}</p>
    <div class="row">
      <ElButton type="primary" native-type="submit" :loading="saving">Keep the correction</ElButton>
      <ElButton @click="emit('done')">Leave it</ElButton>
    </div>
  </form>
</template>

<style scoped>
.correct {
  padding: 12px;
  border: 1px solid var(--line);
  border-radius: var(--corner);
  background: var(--paper);
}

.grid {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(150px, 1fr));
  gap: 12px;
}
</style>

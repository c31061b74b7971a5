<script setup lang="ts">
import { sourceChangeSchema, type Source, type SourceChange } from '~~/shared/schemas/walk/source'
import { keysOf } from '~~/core/json'

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

async function keep() {
  const changed = keysOf(form).filter((field) => form[field] !== source[field])
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

const CHOICES = {
  needsMordant: [
    { value: 'yes', label: 'needs one' },
    { value: 'no', label: 'needs none' },
    { value: 'unknown', label: 'not known' },
  ],
  usualRatioState: [
    { value: 'fresh', label: 'fresh' },
    { value: 'dried', label: 'dried' },
  ],
} as const
</script>

<template>
  <form class="stack tight inset" aria-label="Correct it" @submit.prevent="keep">
    <div class="grid">
      <ChoiceSelect v-model="form.needsMordant" label="Mordant" :options="CHOICES.needsMordant" />
      <NumberField
        v-model="form.usualRatio"
        label="Usual ratio"
        :unit="`: 1 ${form.usualRatioState}`"
        :error="errors['/usualRatio']"
      />
      <ChoiceSelect
        v-model="form.usualRatioState"
        label="Of it, state"
        :options="CHOICES.usualRatioState"
      />
      <NumberField
        :model-value="form.dryFraction"
        label="Dry matter, share"
        :error="errors['/dryFraction']"
        @update:model-value="form.dryFraction = $event ?? source.dryFraction"
      />
      <NumberField v-model="form.windowFrom" label="First month" :error="errors['/windowFrom']" />
      <NumberField v-model="form.windowTo" label="Last month" :error="errors['/windowTo']" />
      <QuantityField
        v-model="form.heatLimitC"
        kind="temperature"
        label="Heat up to"
        :error="errors['/heatLimitC']"
      />
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
.grid {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(150px, 1fr));
  gap: 12px;
}
</style>

<script setup lang="ts">
import { POT_PLAN } from './usePotPlan'
import { localToday } from '~/format/dates'
import { present } from '~~/core/present'

/** A pot of the past, written down with what is known of it. */
const { errors, saving } = defineProps<{ errors: Record<string, string>; saving: boolean }>()
const emit = defineEmits<{ done: [] }>()
const plan = present(inject(POT_PLAN))
</script>

<template>
  <section class="panel stack tight" aria-labelledby="was-dyed">
    <h2 id="was-dyed">Dyed already?</h2>
    <p class="quiet">Write it down as it was; its pieces wait to be read.</p>
    <div class="grid">
      <LabeledField v-slot="{ id }" label="Day" :error="errors['/dyedOn']">
        <ElInput :id="id" v-model="plan.draft.dyedOn" type="date" :max="localToday()" />
      </LabeledField>
      <LabeledField v-slot="{ id }" label="Final pH" :error="errors['/finalPh']">
        <ElInput
          :id="id"
          v-model.number="plan.draft.finalPh"
          inputmode="decimal"
          placeholder="if read"
        />
      </LabeledField>
    </div>
    <ElButton :loading="saving" @click="emit('done')">Save as done</ElButton>
  </section>
</template>

<style scoped>
.grid {
  display: grid;
  grid-template-columns: repeat(2, minmax(0, 1fr));
  gap: 8px 12px;
}
</style>

<script setup lang="ts">
import type { TestView } from '~~/shared/views/fastness/fastness'
import FormEnd from './FormEnd.vue'
import { SEEN_CHOICES, STEP_CHOICES } from './choices'
import { lookChange, lookFacts, useFix } from './useFix'
import { lookUnits } from './useLook'

/** A look at one piece, put right or taken out; its colours stay as they were read. */
const { view, lookId } = defineProps<{ view: TestView; lookId: string }>()
const emit = defineEmits<{ close: [] }>()
const look = computed(() => view.test.looks.find(({ id }) => id === lookId)!)
const facts = reactive(lookFacts(look.value))
const fix = useFix()
async function send(isOut: boolean) {
  const change = isOut ? { withoutLook: lookId } : lookChange(lookId, facts)
  const words = isOut ? 'The look is taken out.' : 'Put right.'
  if (await fix.send([{ id: view.test.id, change }], words)) emit('close')
}
const units = computed(() => lookUnits(view.test.kind))
</script>

<template>
  <form class="stack tight" aria-label="Put the look right" @submit.prevent="send(false)">
    <div class="fields">
      <DateField v-model="facts.on" label="Looked at on" />
      <ChoiceSelect v-if="units.length" v-model="facts.unit" label="Until then" :options="units" />
      <NumberField
        v-if="facts.unit !== 'days'"
        v-model="facts.amount"
        label="How much"
        :unit="facts.unit === 'klxh' ? 'klx h' : facts.unit"
      />
      <ChoiceSelect v-model="facts.seen" label="It looks" :options="SEEN_CHOICES" />
      <ChoiceSelect v-model="facts.changeStep" label="Step of the change" :options="STEP_CHOICES" />
      <ChoiceSelect
        v-if="view.test.kind === 'wash' || view.test.kind === 'rub'"
        v-model="facts.stainStep"
        label="Step of the stain on white"
        :options="STEP_CHOICES"
      />
      <LabeledField v-slot="{ id }" label="Note">
        <ElInput :id="id" v-model="facts.note" />
      </LabeledField>
    </div>
    <FormEnd
      keep="Put it right"
      leave="Leave it"
      :saving="fix.saving"
      :failure="fix.failure"
      :errors="fix.errors"
      @leave="$emit('close')"
    >
      <ElButton :loading="fix.saving" @click="send(true)">Take it out</ElButton>
    </FormEnd>
  </form>
</template>

<style scoped>
.fields {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(170px, 1fr));
  gap: 10px;
}
</style>

<script setup lang="ts">
import type { TestSet } from '~~/shared/views/fastness/fastness'
import FormEnd from './FormEnd.vue'
import { FACING_CHOICES, SKY_CHOICES } from './choices'
import { factChanges, factsOf, useFix } from './useFix'

/** What was said of a set, put right: for all its pieces alike. */
const { set } = defineProps<{ set: TestSet }>()
const emit = defineEmits<{ close: [] }>()
const facts = reactive(factsOf(set))
const fix = useFix()
async function keep() {
  if (await fix.send(factChanges(set, facts), 'Put right.')) emit('close')
}
</script>

<template>
  <form class="stack tight fix" aria-label="Put the set right" @submit.prevent="keep">
    <div class="fields">
      <LabeledField v-slot="{ id }" label="Where, in your words">
        <ElInput :id="id" v-model="facts.place" />
      </LabeledField>
      <template v-if="set.kind === 'light'">
        <ChoiceSelect v-model="facts.facing" label="They hang in" :options="FACING_CHOICES" />
        <ChoiceSelect v-model="facts.sky" label="Sky over those days" :options="SKY_CHOICES" />
      </template>
      <DateField v-model="facts.begunOn" label="Begun on" />
      <DateField v-model="facts.endedOn" label="Ended on" />
      <DateField v-model="facts.lookOn" label="Look again on" ahead />
    </div>
    <FormEnd
      keep="Put it right"
      leave="Leave it"
      :saving="fix.saving"
      :failure="fix.failure"
      :errors="fix.errors"
      @leave="$emit('close')"
    />
  </form>
</template>

<style scoped>
.fields {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(190px, 1fr));
  gap: 10px;
}
</style>

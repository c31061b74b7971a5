<script setup lang="ts">
import type { MergeConflict } from '~~/shared/views/keeping/keeping'
import { formatCount } from '~~/core/quantity/format-count'
import { fieldText, thingsText, whenText } from './words'

/** Things that both logs changed: which side counts, for each or for all at once. */
const { conflicts } = defineProps<{ conflicts: MergeConflict[] }>()
const choices = defineModel<Record<string, 'here' | 'there'>>({ required: true })

const MOST = 50
const chooseAll = (side: (conflict: MergeConflict) => 'here' | 'there') =>
  (choices.value = Object.fromEntries(conflicts.map((conflict) => [conflict.id, side(conflict)])))
const later = ({ here, there }: MergeConflict) => (there > here ? 'there' : 'here')
const kind = (collection: string) => thingsText(collection, 1).replace(/^1 /, '')
</script>

<template>
  <fieldset>
    <legend>
      <strong>Changed on both sides:</strong> {{ formatCount(conflicts.length, 'thing') }}. Which
      counts?
    </legend>
    <div class="row">
      <ElButton @click="chooseAll(later)">What was changed later</ElButton>
      <ElButton @click="chooseAll(() => 'here')">All as here</ElButton>
      <ElButton @click="chooseAll(() => 'there')">All as there</ElButton>
    </div>
    <div
      v-for="conflict in conflicts.slice(0, MOST)"
      :key="conflict.id"
      class="conflict"
      role="radiogroup"
      :aria-label="`${kind(conflict.collection)} ${conflict.name}`"
    >
      <p class="name">
        {{ kind(conflict.collection) }} <strong>{{ conflict.name }}</strong>
      </p>
      <label v-for="side in ['here', 'there'] as const" :key="side" class="side">
        <input v-model="choices[conflict.id]" type="radio" :name="conflict.id" :value="side" />
        <span>
          <strong>{{ side === 'here' ? 'as here' : 'as there' }}</strong><span class="quiet"
            >, {{ whenText(conflict[side]) }}</span
          >
          <span v-for="field in conflict.fields" :key="field.name" class="field">
            {{ fieldText(field.name) }}: {{ field[side] || 'empty' }}
          </span>
        </span>
      </label>
    </div>
    <p v-if="conflicts.length > MOST" class="quiet">
      {{ formatCount(conflicts.length - MOST, 'more thing') }}: choose those with one of the buttons
      above.
    </p>
  </fieldset>
</template>

<style scoped>
fieldset {
  display: grid;
  gap: 12px;
  min-width: 0;
  margin: 0;
  padding: 0;
  border: 0;
}

legend {
  margin-bottom: 10px;
}

.conflict {
  display: grid;
  grid-template-columns: 160px minmax(0, 1fr) minmax(0, 1fr);
  gap: 8px 16px;
  padding-top: 10px;
  border-top: 1px solid var(--line);
}

.name {
  margin: 0;
  overflow-wrap: anywhere;
}

.side {
  display: flex;
  gap: 10px;
  align-items: start;
  min-height: 44px;
  padding: 6px 10px;
  border: 1px solid var(--line);
  border-radius: var(--corner);
  cursor: pointer;
  overflow-wrap: anywhere;
}

.side:has(:checked) {
  border-color: var(--juniper);
  background: var(--juniper-pale);
}

.side input {
  flex: none;
  width: 20px;
  height: 20px;
  accent-color: var(--juniper);
}

.field {
  display: block;
}

@media (max-width: 760px) {
  .conflict {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>

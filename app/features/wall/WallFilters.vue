<script setup lang="ts">
import type { useWall, WallAsk } from './useWall'

/** What of the wall is looked at, and how it hangs. */
const { choices } = defineProps<{
  choices: ReturnType<typeof useWall>['choices']['value']
}>()
defineEmits<{ clear: [] }>()
const ask = defineModel<WallAsk>({ required: true })

const FASTNESS = ['good', 'fair', 'poor', 'unknown'].map((value) => ({
  value,
  label: value === 'unknown' ? 'fastness not known' : `${value} fastness`,
}))
const VERDICTS = [
  { value: 'again', label: 'again' },
  { value: 'change', label: 'changed' },
  { value: 'not', label: 'not again' },
  { value: 'none', label: 'no verdict' },
]
const filters = computed(() => [
  { key: 'source' as const, any: 'any source', options: choices.source },
  { key: 'fibre' as const, any: 'any fibre', options: choices.fibre },
  { key: 'mordant' as const, any: 'any mordant', options: choices.mordant },
  { key: 'year' as const, any: 'any year', options: choices.year },
  { key: 'fastness' as const, any: 'any fastness', options: FASTNESS },
  { key: 'verdict' as const, any: 'any verdict', options: VERDICTS },
])
const isNarrowed = computed(() => filters.value.some(({ key }) => ask.value[key]))
</script>

<template>
  <div class="filters">
    <ElRadioGroup v-model="ask.by" aria-label="Hung by">
      <ElRadioButton value="hue">hue and depth</ElRadioButton>
      <ElRadioButton value="source">source and ratio</ElRadioButton>
    </ElRadioGroup>
    <select v-model="ask.state" class="choice" aria-label="Looked at">
      <option value="dry">dry</option>
      <option value="wet">wet</option>
      <option value="faded">after light</option>
    </select>
    <select
      v-for="{ key, any, options } in filters"
      :key="key"
      v-model="ask[key]"
      class="choice"
      :class="{ chosen: ask[key] }"
      :aria-label="key"
    >
      <option value="">{{ any }}</option>
      <option v-for="option in options" :key="option.value" :value="option.value">
        {{ option.label }}
      </option>
    </select>
    <ElButton v-if="isNarrowed" @click="$emit('clear')">Show all</ElButton>
  </div>
</template>

<style scoped>
.filters {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
  margin-bottom: 12px;
}

.choice {
  flex: 0 1 auto;
  min-width: 88px;
  max-width: 136px;
  height: 44px;
  padding: 0 8px;
  border: 1px solid var(--line);
  border-radius: var(--corner);
  background: var(--panel);
  color: var(--ink);
  font: inherit;
  cursor: pointer;
}

.chosen {
  border-color: var(--juniper);
  font-weight: 600;
}

@media (max-width: 760px) {
  .choice {
    flex: 1 1 28%;
    min-width: 0;
  }
}
</style>

<script setup lang="ts" generic="T extends string">
/** A choice that may be left open: nothing chosen is kept as not known. */
const {
  label,
  words,
  open = 'not known',
} = defineProps<{
  label: string
  words: Readonly<Record<T, string>>
  /** What it says while nothing is chosen. */
  open?: string
}>()
const value = defineModel<T | null>({ required: true })
</script>

<template>
  <LabeledField v-slot="{ id }" :label="label">
    <ElSelect
      :id="id"
      :model-value="value ?? ''"
      :placeholder="open"
      clearable
      @update:model-value="value = ($event || null) as T | null"
    >
      <ElOption v-for="(text, key) in words" :key="key" :value="key" :label="String(text)" />
    </ElSelect>
  </LabeledField>
</template>

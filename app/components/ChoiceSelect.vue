<script setup lang="ts" generic="T extends string | number">
/** One of a few, by its label: a select with its words beside the values. */
const {
  label,
  options,
  hint = '',
  error = '',
  filterable = false,
} = defineProps<{
  label: string
  options: readonly { value: T; label: string }[]
  hint?: string
  error?: string
  /** Typed in to find one, where there are many. */
  filterable?: boolean
}>()
const value = defineModel<T>({ required: true })
</script>

<template>
  <LabeledField v-slot="{ id }" :label="label" :hint="hint" :error="error">
    <!-- an empty value may be a choice, too: "not known" -->
    <ElSelect :id="id" v-model="value" :filterable="filterable" :empty-values="[null, undefined]">
      <ElOption
        v-for="option in options"
        :key="option.value"
        :value="option.value"
        :label="option.label"
      />
    </ElSelect>
  </LabeledField>
</template>

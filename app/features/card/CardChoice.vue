<script setup lang="ts" generic="T extends string">
/** A blank in the card's sentence that is chosen: the browser's own list, quick by key and thumb. */
defineProps<{
  label: string
  options: readonly { value: T; label: string }[]
  /** Shown as what is usual, and not yet said. */
  isUsual?: boolean
}>()
const value = defineModel<T>({ required: true })
</script>

<template>
  <select v-model="value" :aria-label="label" :class="{ usual: isUsual }">
    <option v-for="option in options" :key="option.value" :value="option.value">
      {{ option.label }}
    </option>
  </select>
</template>

<style scoped>
select {
  field-sizing: content;
  min-height: 44px;
  max-width: 100%;
  padding: 0 4px;
  border: 0;
  border-bottom: 2px solid var(--juniper);
  border-radius: 0;
  background: none;
  color: var(--ink);
  font: inherit;
  font-weight: 600;
  cursor: pointer;
}

.usual {
  border-bottom-style: dashed;
  border-bottom-color: var(--line-firm);
  color: var(--quiet);
  font-weight: 400;
}
</style>

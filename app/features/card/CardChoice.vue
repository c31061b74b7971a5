<script setup lang="ts" generic="T extends string">
/** A blank in the card's sentence that is chosen: the browser's own list, quick by key and thumb. */
defineProps<{
  label: string
  options: readonly { value: T; label: string }[]
  /** Shown as what is usual, and not yet said. */
  isUsual?: boolean
  /** Taken over from the card before, and not touched yet. */
  carried?: boolean
}>()
const value = defineModel<T>({ required: true })
</script>

<template>
  <select v-model="value" :aria-label="label" class="blank" :class="{ untold: isUsual, carried }">
    <option v-for="option in options" :key="option.value" :value="option.value">
      {{ option.label }}
    </option>
  </select>
</template>

<style scoped>
select {
  cursor: pointer;
}
</style>

<script setup lang="ts">
import { useId } from 'vue'

/** A label, its control, and below what it means or what is wrong with it. */
const {
  label,
  unit = '',
  hint = '',
  error = '',
  bare = false,
} = defineProps<{
  label: string
  unit?: string
  hint?: string
  error?: string
  bare?: boolean
}>()

const id = useId()
</script>

<template>
  <div class="field">
    <label :for="id" :class="{ 'sr-only': bare }">{{ label }}</label>
    <div class="control">
      <slot
        :id="id"
        :described="error || hint ? `${id}-more` : undefined"
        :invalid="Boolean(error)"
      />
      <span v-if="unit" class="unit">{{ unit }}</span>
    </div>
    <p
      v-if="error || hint"
      :id="`${id}-more`"
      :class="error ? 'wrong' : 'quiet'"
      :role="error ? 'alert' : undefined"
    >
      {{ error || hint }}
    </p>
  </div>
</template>

<style scoped>
.field {
  min-width: 0;
}

label {
  display: block;
  margin-bottom: 3px;
  color: var(--quiet);
  font-size: 14px;
}

.control {
  display: flex;
  align-items: center;
  gap: 8px;
}

.unit {
  color: var(--quiet);
  white-space: nowrap;
}
</style>

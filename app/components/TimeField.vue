<script setup lang="ts">
import { clockFormat } from '~/format/calendar'

/** A time of day: `14:05` to its page, by the reader's clock to the eye. */
const {
  label,
  hint = '',
  error = '',
} = defineProps<{ label: string; hint?: string; error?: string }>()
/** '' while it is empty. */
const time = defineModel<string>({ required: true })
</script>

<template>
  <LabeledField v-slot="{ id }" :label="label" :hint="hint" :error="error">
    <ElTimePicker
      :id="id"
      :model-value="time"
      value-format="HH:mm"
      :format="clockFormat()"
      :placeholder="clockFormat().replace('HH', 'hh').toLowerCase()"
      :aria-label="label"
      class="time"
      @update:model-value="time = ($event as string | null) ?? ''"
    />
  </LabeledField>
</template>

<style scoped>
.control :deep(.time) {
  width: 100%;
}
</style>

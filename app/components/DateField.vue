<script setup lang="ts">
import dayjs from 'dayjs'
import { dateFormat } from '~/format/calendar'
import { localToday } from '~/format/dates'

/** A day, typed or chosen: `2026-09-09` to its page, in the reader's order to the eye. */
const {
  label,
  hint = '',
  error = '',
  bare = false,
  ahead = false,
} = defineProps<{
  label: string
  hint?: string
  error?: string
  /** The label is said, not shown. */
  bare?: boolean
  /** May lie ahead: of what is planned. */
  ahead?: boolean
}>()
/** '' while it is empty. */
const day = defineModel<string>({ required: true })
const isAhead = (date: Date) => !ahead && dayjs(date).format('YYYY-MM-DD') > localToday()
</script>

<template>
  <LabeledField v-slot="{ id }" :label="label" :hint="hint" :error="error" :bare="bare">
    <ElDatePicker
      :id="id"
      :model-value="day"
      type="date"
      value-format="YYYY-MM-DD"
      :format="dateFormat()"
      :placeholder="dateFormat().toLowerCase()"
      :disabled-date="isAhead"
      :aria-label="label"
      class="day"
      @update:model-value="day = ($event as string | null) ?? ''"
    />
  </LabeledField>
</template>

<style scoped>
.control :deep(.day) {
  width: 100%;
}
</style>

<script setup lang="ts">
import dayjs from 'dayjs'
import { clockFormat, dateFormat } from '~/format/calendar'

/** A day and its time: `2026-09-09T14:05` to its page, in the reader's order to the eye. */
const { label, ahead = false } = defineProps<{
  label: string
  /** Lies ahead: of what is planned. Else it lies behind. */
  ahead?: boolean
}>()
/** '' while it is empty. */
const at = defineModel<string>({ required: true })
const isOut = (date: Date) =>
  ahead ? dayjs(date).isBefore(dayjs(), 'day') : dayjs(date).isAfter(dayjs(), 'day')
</script>

<template>
  <ElDatePicker
    :model-value="at"
    type="datetime"
    value-format="YYYY-MM-DDTHH:mm"
    :format="`${dateFormat()} ${clockFormat()}`"
    :date-format="dateFormat()"
    :time-format="clockFormat()"
    :disabled-date="isOut"
    :aria-label="label"
    @update:model-value="at = ($event as string | null) ?? ''"
  />
</template>

<script setup lang="ts">
import { asTyped, inDecimals } from '~/format/quantities'
import { parseNumber } from '~~/core/quantity/parse-number'

/** A plain number, typed as dyers type it: `1,5`, `1/2`; null while empty or unreadable. */
const {
  label,
  unit = '',
  hint = '',
  error = '',
  placeholder = '',
  bare = false,
} = defineProps<{
  label: string
  unit?: string
  hint?: string
  error?: string
  /** Shown while nothing is typed: no fact. */
  placeholder?: string
  bare?: boolean
}>()
const value = defineModel<number | null>({ required: true })

const text = ref('')
const misread = ref('')

watch(
  value,
  (now) => {
    if (now === parseNumber(asTyped(text.value))) return
    misread.value = ''
    text.value = now === null ? '' : inDecimals(String(now))
  },
  { immediate: true },
)

function typed(now: string) {
  text.value = now
  misread.value = ''
  value.value = now.trim() === '' ? null : parseNumber(asTyped(now))
}

/** Complains only when the hand has left the field. */
function left() {
  if (text.value.trim() && parseNumber(asTyped(text.value)) === null) {
    misread.value = `Cannot read "${text.value}" as a number.`
  }
}
</script>

<template>
  <LabeledField
    v-slot="{ id, described, invalid }"
    :label="label"
    :unit="unit"
    :hint="hint"
    :bare="bare"
    :error="misread || error"
  >
    <ElInput
      :id="id"
      :model-value="text"
      inputmode="decimal"
      autocomplete="off"
      :placeholder="placeholder"
      :aria-describedby="described"
      :aria-invalid="invalid"
      @update:model-value="typed"
      @blur="left"
    />
  </LabeledField>
</template>

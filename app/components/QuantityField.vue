<script setup lang="ts">
import { parseQuantity } from '~~/core/quantity/parse-quantity'
import { formatMass, formatTemperature, formatVolume } from '~~/core/quantity/format-quantity'
import type { QuantityKind } from '~~/core/quantity/units'
import { messageOf } from '~~/core/present'

/** A mass, volume or temperature typed in any unit; speaks to its page in g, L or °C. */
const {
  label,
  kind = 'mass',
  error = '',
  hint = '',
  bare = false,
} = defineProps<{
  label: string
  kind?: QuantityKind
  error?: string
  hint?: string
  /** The label is said, not shown: the words around it say it already. */
  bare?: boolean
}>()

/** g, L or °C; null while empty or unreadable. */
const amount = defineModel<number | null>({ required: true })

const UNIT = { mass: 'g', volume: 'L', temperature: '°C' } as const
const FORMAT = { mass: formatMass, volume: formatVolume, temperature: formatTemperature }
const text = ref('')
const misread = ref('')

/** Said where another unit was typed: what it comes to. */
const echo = computed(() => {
  if (amount.value === null || /^[\d.,\s]*(g|l|°?\s*c)?$/i.test(text.value)) return ''
  return `= ${FORMAT[kind](amount.value)}`
})

watch(
  amount,
  (value) => {
    if (value === read()) return
    misread.value = ''
    text.value = value === null ? '' : `${Math.round(value * 1000) / 1000}`
  },
  { immediate: true },
)

function read(): number | null {
  if (!text.value.trim()) return null
  try {
    return parseQuantity(text.value, kind, { defaultUnit: UNIT[kind] }).si
  } catch {
    return null
  }
}

function typed(value: string) {
  text.value = value
  misread.value = ''
  amount.value = read()
}

/** Complains only when the hand has left the field: half a number is no error yet. */
function left() {
  if (!text.value.trim()) return
  try {
    parseQuantity(text.value, kind, { defaultUnit: UNIT[kind] })
  } catch (problem) {
    misread.value = messageOf(problem)
  }
}
</script>

<template>
  <LabeledField
    v-slot="{ id, described, invalid }"
    :label="label"
    :bare="bare"
    :unit="UNIT[kind]"
    :hint="echo || hint"
    :error="misread || error"
  >
    <ElInput
      :id="id"
      :model-value="text"
      inputmode="text"
      autocomplete="off"
      :aria-describedby="described"
      :aria-invalid="invalid"
      @update:model-value="typed"
      @blur="left"
    />
  </LabeledField>
</template>

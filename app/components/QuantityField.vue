<script setup lang="ts">
import { parseQuantity } from '~~/core/quantity/parse-quantity'
import { parseAddition } from '~~/core/quantity/parse-addition'
import { defaultUnits } from '~~/core/quantity/unit-choice'
import type { QuantityKind } from '~~/core/quantity/units'
import {
  asTyped,
  formatMass,
  formatTemperature,
  formatVolume,
  inDecimals,
  units,
} from '~/format/quantities'
import { messageOf } from '~~/core/present'

/** A mass, volume or temperature typed in any unit; speaks to its page in g, L or °C. */
const {
  label,
  kind = 'mass',
  error = '',
  hint = '',
  bare = false,
  placeholder = '',
  gPerMl = 0,
  waterL = null,
  fibreG = 0,
  isLiquid = false,
} = defineProps<{
  label: string
  kind?: QuantityKind
  error?: string
  hint?: string
  /** The label is said, not shown: the words around it say it already. */
  bare?: boolean
  /** Shown while nothing is typed: no fact. */
  placeholder?: string
  /** Of a powder that may be told by the spoon; 0: by mass alone. */
  gPerMl?: number
  /** Of an addition: the bath that "1 in 3" is told of, and the dry fibre that "5 %" is. */
  waterL?: number | null
  fibreG?: number
  /** Poured, not weighed: its echo is a volume. */
  isLiquid?: boolean
}>()

/** g, L or °C; null while empty or unreadable. */
const amount = defineModel<number | null>({ required: true })
/** Whether it was told by the spoon: then it is known as well as spoons pack. */
const bySpoon = defineModel<boolean>('bySpoon', { default: false })

const FORMAT = { mass: formatMass, volume: formatVolume, temperature: formatTemperature }
/** No open pot is hotter, whatever its salts. */
const HOTTEST_C = 105

const text = ref('')
const misread = ref('')
const unit = computed(() => defaultUnits(units.value)[kind])
const isBare = computed(() => /^[\d.,\s/]*$/.test(text.value))

/** Said where another unit was typed: what it comes to. */
const echo = computed(() => {
  if (amount.value === null || isBare.value) return ''
  const typed = text.value.replace(/[\d.,\s/°]/g, '').toLowerCase()
  if (typed === unit.value.replace('°', '').toLowerCase()) return ''
  const said =
    isLiquid && gPerMl > 0 ? formatVolume(amount.value / gPerMl / 1000) : FORMAT[kind](amount.value)
  return `= ${isBySpoon.value ? '~' : ''}${said}`
})
const isBySpoon = computed(
  () =>
    kind === 'mass' &&
    ((gPerMl > 0 && readAs('volume') !== null) || (asAddition.value?.isAbout ?? false)),
)
/** Parts, handfuls and per cent, where there is something to tell them of. */
const asAddition = computed(() =>
  kind === 'mass' && readAs('mass') === null
    ? parseAddition(asTyped(text.value), { gPerMl, waterL, fibreG })
    : null,
)
/** A bare number that no pot reaches in °C was meant in °F. */
const asFahrenheit = computed(() => {
  if (kind !== 'temperature' || !isBare.value || unit.value !== '°C') return null
  return amount.value !== null && amount.value > HOTTEST_C ? `${text.value.trim()} F` : null
})

watch(
  [amount, unit],
  ([value], [, before]) => {
    if (before === unit.value && isSame(value, read())) return
    misread.value = ''
    text.value = value === null ? '' : inUnit(value)
  },
  { immediate: true },
)

// what a spoon of it weighs is another with another powder, a part with another bath
watch(
  () => [gPerMl, waterL, fibreG],
  () => {
    if (isBySpoon.value || asAddition.value) amount.value = read()
  },
)

/** The same but for what a unit's conversion loses. */
const isSame = (a: number | null, b: number | null) =>
  a === b || (a !== null && b !== null && Math.abs(a - b) <= 1e-9 * Math.abs(a))

/** A number alone, of the unit that stands behind the field. */
function inUnit(value: number): string {
  const one = parseQuantity(`1 ${unit.value}`, kind, { system: units.value.volume })
  const zero = kind === 'temperature' ? parseQuantity(`0 ${unit.value}`, kind).si : 0
  return inDecimals(`${Math.round(((value - zero) / (one.si - zero)) * 1000) / 1000}`)
}

function readAs(as: QuantityKind): number | null {
  try {
    const { volume: system } = units.value
    const defaultUnit = as === kind ? unit.value : undefined
    return parseQuantity(asTyped(text.value), as, { system, defaultUnit }).si
  } catch {
    return null
  }
}

function read(): number | null {
  if (!text.value.trim()) return null
  const plain = readAs(kind)
  if (plain !== null || kind !== 'mass') return plain
  const volumeL = gPerMl > 0 ? readAs('volume') : null
  return volumeL === null ? (asAddition.value?.massG ?? null) : volumeL * 1000 * gPerMl
}

function typed(value: string) {
  text.value = value
  misread.value = ''
  amount.value = read()
  bySpoon.value = isBySpoon.value
}

/** Complains only when the hand has left the field: half a number is no error yet. */
function left() {
  if (!text.value.trim() || read() !== null) return
  try {
    parseQuantity(asTyped(text.value), kind, {
      defaultUnit: unit.value,
      system: units.value.volume,
    })
  } catch (problem) {
    misread.value = messageOf(problem)
  }
}
</script>

<template>
  <div class="quantity">
    <LabeledField
      v-slot="{ id, described, invalid }"
      :label="label"
      :bare="bare"
      :unit="unit"
      :hint="echo || hint"
      :error="misread || error"
    >
      <ElInput
        :id="id"
        :model-value="text"
        inputmode="text"
        autocomplete="off"
        :placeholder="placeholder"
        :aria-describedby="described"
        :aria-invalid="invalid"
        @update:model-value="typed"
        @blur="left"
      />
    </LabeledField>
    <button v-if="asFahrenheit" type="button" class="link" @click="typed(asFahrenheit)">
      No pot gets so hot: {{ asFahrenheit }} is meant
    </button>
  </div>
</template>

<style scoped>
.quantity {
  min-width: 0;
}

.link {
  font-size: 13px;
  text-align: left;
}
</style>

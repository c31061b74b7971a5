<script setup lang="ts">
import { FIBRE_KEYS, FIBRES } from '~~/catalogue/fibres'
import type { TableInHand } from './useTable'

/** What holds for the whole table, where its cells do not say. */
const { table } = defineProps<{ table: TableInHand }>()

const has = (role: string) => table.columns.some((column) => column.role === role)
const hasColour = computed(() => has('colour') || (has('l') && has('a') && has('b')))

const SHEET_STATES = [
  { value: '', label: 'as usual of each, and said so' },
  { value: 'fresh', label: 'fresh' },
  { value: 'dried', label: 'dried' },
  { value: 'frozen', label: 'frozen' },
]
const ORDERS = [
  { value: 'dmy', label: '8/9 is 8 September' },
  { value: 'mdy', label: '8/9 is August 9' },
  { value: 'ymd', label: 'year first' },
] as const
const READ_BY = [
  { value: 'eye', label: 'chosen by eye' },
  { value: 'photo', label: 'from a photo' },
  { value: 'reader', label: 'by a colour reader' },
]
const UNREAD = [
  { value: 'refuse', label: 'its row is refused' },
  { value: 'note', label: 'it goes into the note' },
]
const fibres = [
  { value: '', label: 'each row says' },
  ...FIBRE_KEYS.map((value) => ({ value, label: FIBRES[value].label })),
]
const HEAD_ROWS = [
  { value: 1, label: 'one row' },
  { value: 2, label: 'two rows, one over the other' },
]
/** An empty value is one of the choices, which a select would take for none. */
const NONE = '-'
const shown = <T extends string>(options: readonly { value: T; label: string }[]) =>
  options.map(({ value, label }) => ({ value: value || NONE, label }))
const field = (key: 'state' | 'fibre' | 'readBy' | 'unread') =>
  computed({
    get: (): string => table.defaults[key] || NONE,
    set: (value: string) => table.setDefaults({ [key]: value === NONE ? '' : value }),
  })
const [state, fibre, readBy, unread] = [
  field('state'),
  field('fibre'),
  field('readBy'),
  field('unread'),
]
const order = computed({
  get: () => table.order,
  set: (value) => table.setOrder(value),
})
const headCount = computed({
  get: () => table.head.count as number,
  set: (count) => table.setHead({ ...table.head, count: count === 2 ? 2 : 1 }),
})
const headFrom = computed({
  get: () => table.head.from + 1,
  set: (line) => table.setHead({ ...table.head, from: Math.max(0, line - 1) }),
})
</script>

<template>
  <div class="meanings">
    <ChoiceSelect
      v-if="table.sheets.length > 1"
      :model-value="table.at"
      label="Sheet"
      :options="table.sheets.map(({ name }, value) => ({ value, label: name }))"
      @update:model-value="table.choose($event)"
    />
    <LabeledField v-slot="{ id }" label="Heads stand on line">
      <ElInputNumber :id="id" v-model="headFrom" :min="1" :max="20" :step-strictly="true" />
    </LabeledField>
    <ChoiceSelect v-model="headCount" label="and take" :options="HEAD_ROWS" />
    <ChoiceSelect v-model="order" label="Days of numbers" :options="ORDERS" />
    <ChoiceSelect
      v-if="has('plantMass') && !has('state')"
      v-model="state"
      label="Plants were weighed"
      :options="shown(SHEET_STATES)"
    />
    <ChoiceSelect
      v-model="fibre"
      label="Fibre, where not told"
      :options="shown(fibres)"
      filterable
    />
    <ChoiceSelect v-if="hasColour" v-model="readBy" label="Colours were" :options="READ_BY" />
    <ChoiceSelect v-model="unread" label="A cell that cannot be read" :options="UNREAD" />
  </div>
</template>

<style scoped>
.meanings {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(min(200px, 45%), 1fr));
  gap: 10px 16px;
}
</style>

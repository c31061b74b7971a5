<script setup lang="ts">
import { FIBRE_KEYS, FIBRES } from '~~/catalogue/fibres'
import { mordantKeyWords } from '~~/shared/words/swatch/mordant-key-words'
import { defaultUnits } from '~~/core/quantity/unit-choice'
import { parseQuantity } from '~~/core/quantity/parse-quantity'
import { messageOf } from '~~/core/present'
import CardBlank from '~/features/card/CardBlank.vue'
import CardChoice from '~/features/card/CardChoice.vue'
import { asTyped, formatMass, units } from '~/format/quantities'
import { USUAL_FIBRE_G, type MatchAsk } from './match-ask'

/** For what, and from what, a colour is wanted: a sentence with blanks, each usual as it stands. */
const { mordants } = defineProps<{
  /** Keys there are curves with. */
  mordants: readonly string[]
}>()
const ask = defineModel<MatchAsk>({ required: true })

const massText = ref(ask.value.fibreG === null ? '' : formatMass(ask.value.fibreG))
const massTrouble = ref('')
watch(massText, (text) => {
  massTrouble.value = ''
  if (!text.trim()) return void (ask.value.fibreG = null)
  try {
    const defaultUnit = defaultUnits(units.value).mass
    const { si } = parseQuantity(asTyped(text), 'mass', { defaultUnit })
    ask.value.fibreG = si > 0 ? si : null
    if (si <= 0) massTrouble.value = 'It must be more than nothing.'
  } catch (error) {
    ask.value.fibreG = null
    massTrouble.value = messageOf(error)
  }
})
const fibres = FIBRE_KEYS.map((value) => ({ value, label: FIBRES[value].label }))
const FROM = [
  { value: 'anything', label: 'anything I have dyed with' },
  { value: 'ready', label: 'what I have, or can gather by then' },
  { value: 'stock', label: 'what I have' },
] as const
const mordantChoices = computed(() => [
  { value: '', label: 'any mordant' },
  ...mordants.map((value) => ({ value, label: mordantKeyWords(value) })),
])
const LASTING = [
  { value: 'any', label: 'may fade' },
  { value: 'lasting', label: 'does not fade' },
] as const
const lasting = computed({
  get: () => (ask.value.isLasting ? 'lasting' : 'any'),
  set: (value) => (ask.value.isLasting = value === 'lasting'),
})
const WITHIN = ['1', '2', '3', '5', '8'].map((value) => ({ value, label: `${value} ΔE` }))
const within = computed({
  get: () => String(ask.value.within),
  set: (value) => (ask.value.within = Number(value)),
})
const POTS = [
  { value: 'two', label: 'one pot or two in turn' },
  { value: 'one', label: 'one pot' },
] as const
const pots = computed({
  get: () => (ask.value.isTwoPots ? 'two' : 'one'),
  set: (value) => (ask.value.isTwoPots = value === 'two'),
})
</script>

<template>
  <BlankSentence>
    <p class="line">
      for
      <CardBlank
        v-model="massText"
        label="How much dry fibre"
        :placeholder="formatMass(USUAL_FIBRE_G)"
        :trouble="massTrouble"
      />
      of
      <CardChoice v-model="ask.fibre" label="Fibre" :options="fibres" />
      by
      <DateField v-model="ask.by" label="By which day" class="day" bare ahead />
      from
      <CardChoice
        v-model="ask.from"
        label="From what"
        :options="FROM"
        :is-usual="ask.from === 'anything'"
      />
      on
      <CardChoice
        v-model="ask.mordant"
        label="Mordant"
        :options="mordantChoices"
        :is-usual="!ask.mordant"
      />
      that
      <CardChoice
        v-model="lasting"
        label="Whether it may fade"
        :options="LASTING"
        :is-usual="!ask.isLasting"
      />, in
      <CardChoice v-model="pots" label="How many pots" :options="POTS" :is-usual="ask.isTwoPots" />,
      within
      <CardChoice v-model="within" label="How near, CIEDE2000" :options="WITHIN" />
    </p>
  </BlankSentence>
</template>

<style scoped>
.line {
  margin: 0;
  font-size: 18px;
  line-height: 2.2;
}

.day {
  display: inline-block;
  width: 150px;
  font-family: var(--face);
  font-size: 15px;
}
</style>

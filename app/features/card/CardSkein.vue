<script setup lang="ts">
import { FIBRES, FORMS, type Fibre, type Form } from '~~/catalogue/fibres'
import { hexOfLab } from '~~/core/colour/screen-colour'
import { keysOf } from '~~/core/json'
import { present } from '~~/core/present'
import CardBlank from './CardBlank.vue'
import CardChoice from './CardChoice.vue'
import { colourOf } from './card-draft'
import { CARD } from './useCard'

/** One skein of the card: its fibre, its mordant, and what it came out as. */
const { index, isChosen } = defineProps<{ index: number; isChosen: boolean }>()
const emit = defineEmits<{ choose: [] }>()
const card = present(inject(CARD))
const { draft } = card

const piece = computed(() => present(draft.pieces[index]))
const isOneOfSeveral = computed(() => draft.pieces.length > 1)
const hex = computed(() => {
  const lab = colourOf(piece.value.colour)
  return lab && hexOfLab(lab)
})

const FIBRE_OPTIONS = keysOf(FIBRES).map((value) => ({ value, label: FIBRES[value].label }))
const formsOf = (fibre: Fibre) => {
  const known: readonly Form[] = FIBRES[fibre].forms
  return FORMS.filter((form) => known.includes(form)).map((value) => ({ value, label: value }))
}
const VERDICTS = [
  { value: '', label: 'no verdict yet' },
  { value: 'again', label: 'again' },
  { value: 'change', label: 'again, changed' },
  { value: 'not', label: 'not again' },
] as const

/** A fibre that has no such form takes its usual one; a bare colour was another fibre's. */
function setFibre(fibre: Fibre) {
  const forms = formsOf(fibre)
  const isKnown = forms.some(({ value }) => value === piece.value.form)
  Object.assign(piece.value, {
    fibre,
    bare: null,
    ...(!isKnown && forms[0] && { form: forms[0].value }),
  })
}
</script>

<template>
  <p class="line piece" :class="{ chosen: isChosen && isOneOfSeveral }">
    {{ index === 0 ? 'on' : 'and' }}
    <CardBlank
      v-model="piece.fibreText"
      :carried="card.carried.ofPiece(index, 'fibreText')"
      label="How much fibre"
      placeholder="how much"
      :trouble="card.troubles[`fibre${index}`]"
    />
    <CardChoice
      :model-value="piece.fibre"
      :carried="card.carried.ofPiece(index, 'fibre')"
      label="Fibre"
      :options="FIBRE_OPTIONS"
      @update:model-value="setFibre($event)"
    />
    <CardChoice
      v-model="piece.form"
      :carried="card.carried.ofPiece(index, 'form')"
      label="Form"
      :options="formsOf(piece.fibre)"
    />
    with
    <CardBlank
      v-model="piece.mordantText"
      :carried="card.carried.ofPiece(index, 'mordantText')"
      label="Mordant"
      placeholder="alum 12 %, none, or unknown"
      :trouble="card.troubles[`mordant${index}`]"
    />
    came out
    <button
      type="button"
      class="colour"
      :class="{ none: !hex }"
      :style="hex ? { background: hex } : {}"
      :aria-pressed="isChosen"
      :aria-label="hex ? `Colour ${hex}` : 'Colour not chosen yet'"
      @click="emit('choose')"
    />
    <CardChoice
      v-model="piece.verdict"
      label="Verdict"
      :options="VERDICTS"
      :is-usual="!piece.verdict"
    />
    <button
      v-if="isOneOfSeveral"
      type="button"
      class="take"
      :aria-label="`Take skein ${index + 1} off the card`"
      @click="card.takePiece(index)"
    >
      ×
    </button>
  </p>
</template>

<style scoped>
.line {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 8px;
  align-items: center;
}

.piece.chosen {
  border-left: 3px solid var(--juniper);
  padding-left: 8px;
}

.colour {
  width: 68px;
  height: 40px;
  border: 1px solid #6b7378;
  border-radius: 4px;
  cursor: pointer;
}

.colour[aria-pressed='true'] {
  outline: 2px solid var(--ink);
  outline-offset: 2px;
}

.colour.none {
  background: repeating-linear-gradient(135deg, #e4e5ea 0 6px, #f5f5f2 6px 12px);
}

.take {
  width: 44px;
  height: 44px;
  border: 0;
  background: none;
  color: var(--quiet);
  font-size: 20px;
  cursor: pointer;
}
</style>

<script setup lang="ts">
import { FIBRES, FORMS, type Fibre, type Form } from '~~/catalogue/fibres'
import { WAY_KEYS, WAYS, type Way } from '~~/catalogue/ways'
import type { Patch } from '~~/shared/schemas/walk/patch'
import type { Card } from '~~/shared/schemas/swatch/card'
import { hexOfLab } from '~~/core/colour/screen-colour'
import { keysOf } from '~~/core/json'
import { present } from '~~/core/present'
import CardBlank from './CardBlank.vue'
import CardChoice from './CardChoice.vue'
import { colourOf, type CardDraft } from './card-draft'
import { usualStateOf, usualWayOf } from '~~/shared/rules/swatch/taken-as-usual'
import { CARD } from './useCard'

/** What was dyed, as a sentence with blanks: only the plant must be told. */
const card = present(inject(CARD))
const chosen = defineModel<number>('piece', { required: true })
const { draft } = card

const api = useApi()
const { data: patches } = useLoaded(() => api.all<Patch>('patches'))

const STATES = [
  { value: 'fresh', label: 'fresh' },
  { value: 'dried', label: 'dried' },
  { value: 'frozen', label: 'frozen' },
] as const
const FIBRE_OPTIONS = keysOf(FIBRES).map((value) => ({ value, label: FIBRES[value].label }))
const formsOf = (fibre: Fibre) => {
  const known: readonly Form[] = FIBRES[fibre].forms
  return FORMS.filter((form) => known.includes(form)).map((value) => ({ value, label: value }))
}
const wayOptions = WAY_KEYS.map((value) => ({ value, label: WAYS[value].label }))
const state = computed<Card['state']>({
  get: () => draft.state || usualStateOf(draft.source),
  set: (value) => (draft.state = value),
})
const way = computed<Way>({
  get: () => draft.way || usualWayOf(draft.source),
  set: (value) => (draft.way = value),
})
const VERDICTS = [
  { value: '', label: 'no verdict yet' },
  { value: 'again', label: 'again' },
  { value: 'change', label: 'again, changed' },
  { value: 'not', label: 'not again' },
] as const
function hexOf({ colour }: CardDraft['pieces'][number]) {
  const lab = colourOf(colour)
  return lab && hexOfLab(lab)
}

/** A fibre that has no such form takes its usual one; a bare colour was another fibre's. */
function setFibre(piece: CardDraft['pieces'][number], fibre: Fibre) {
  piece.fibre = fibre
  piece.bare = null
  const forms = formsOf(fibre)
  if (!forms.some(({ value }) => value === piece.form)) piece.form = forms[0]?.value ?? piece.form
}
</script>

<template>
  <div class="sentence">
    <p class="line">
      <CardBlank
        v-model="draft.plantText"
        label="How much plant, or its ratio"
        placeholder="how much, or 6 : 1"
        :trouble="card.troubles.plant"
      />
      <CardChoice
        v-model="state"
        label="State it was weighed in"
        :options="STATES"
        :is-usual="!draft.state"
      />
      <SourcePicker
        v-model="draft.source"
        label="Plant"
        bare
        class="source"
        :error="card.troubles.source"
      />
      gathered
      <CardBlank
        v-model="draft.gatheredText"
        label="Gathered when"
        placeholder="some time"
        :trouble="card.troubles.gathered"
      />
      at
      <CardBlank
        v-model="draft.place"
        label="Gathered where"
        placeholder="somewhere"
        list="places"
      />
    </p>
    <datalist id="places">
      <option v-for="patch in patches ?? []" :key="patch.id" :value="patch.name" />
    </datalist>
    <p
      v-for="(piece, i) in draft.pieces"
      :key="i"
      class="line piece"
      :class="{ chosen: i === chosen && draft.pieces.length > 1 }"
    >
      {{ i === 0 ? 'on' : 'and' }}
      <CardBlank
        v-model="piece.fibreText"
        label="How much fibre"
        placeholder="how much"
        :trouble="card.troubles[`fibre${i}`]"
      />
      <CardChoice
        :model-value="piece.fibre"
        label="Fibre"
        :options="FIBRE_OPTIONS"
        @update:model-value="setFibre(piece, $event)"
      />
      <CardChoice v-model="piece.form" label="Form" :options="formsOf(piece.fibre)" />
      with
      <CardBlank
        v-model="piece.mordantText"
        label="Mordant"
        placeholder="alum 12 %, none, or unknown"
        :trouble="card.troubles[`mordant${i}`]"
      />
      came out
      <button
        type="button"
        class="colour"
        :class="{ none: !hexOf(piece) }"
        :style="hexOf(piece) ? { background: hexOf(piece)! } : {}"
        :aria-pressed="i === chosen"
        :aria-label="hexOf(piece) ? `Colour ${hexOf(piece)}` : 'Colour not chosen yet'"
        @click="chosen = i"
      />
      <CardChoice
        v-model="piece.verdict"
        label="Verdict"
        :options="VERDICTS"
        :is-usual="!piece.verdict"
      />
      <button
        v-if="draft.pieces.length > 1"
        type="button"
        class="take"
        :aria-label="`Take skein ${i + 1} off the card`"
        @click="card.takePiece(i)"
      >
        ×
      </button>
    </p>
    <p class="line">
      dyed
      <CardBlank
        v-model="draft.dyedText"
        label="Dyed when"
        placeholder="some time"
        :trouble="card.troubles.dyed"
      />
      by
      <CardChoice v-model="way" label="Way" :options="wayOptions" :is-usual="!draft.way" />
      at
      <CardBlank
        v-model="draft.tempText"
        label="How hot"
        placeholder="how hot"
        :trouble="card.troubles.temp"
      />
      for
      <CardBlank
        v-model="draft.minutesText"
        label="How long"
        placeholder="how long"
        :trouble="card.troubles.minutes"
      />
      in
      <CardBlank
        v-model="draft.waterText"
        label="How much water"
        placeholder="how much water"
        :trouble="card.troubles.water"
      />
      to pH
      <CardBlank v-model="draft.phText" label="pH" placeholder="?" :trouble="card.troubles.ph" />
    </p>
    <p class="line">
      <CardBlank v-model="draft.note" label="Note" placeholder="anything else on the tag" />
    </p>
  </div>
</template>

<style scoped>
.sentence {
  display: grid;
  gap: 4px;
  font-family: var(--face-title);
  font-size: 20px;
}

.sentence :deep(.blank) {
  field-sizing: content;
  min-height: 44px;
  max-width: 100%;
  padding: 0 6px;
  border: 0;
  border-bottom: 2px solid var(--juniper);
  border-radius: 0;
  background: none;
  color: var(--ink);
  font: inherit;
  font-weight: 600;
}

/* what is not told yet, or is only as usual */
.sentence :deep(.blank.untold) {
  border-bottom: 2px dashed var(--line-firm);
  color: var(--quiet);
  font-weight: 400;
}

.line {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 8px;
  align-items: center;
}

.source {
  width: min(330px, 100%);
  font-family: var(--face);
  font-size: 16px;
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

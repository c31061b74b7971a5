<script setup lang="ts">
import { WAY_KEYS, WAYS, type Way } from '~~/catalogue/ways'
import type { Patch } from '~~/shared/schemas/walk/patch'
import type { Card } from '~~/shared/schemas/swatch/card'
import { present } from '~~/core/present'
import CardBlank from './CardBlank.vue'
import CardChoice from './CardChoice.vue'
import CardSkein from './CardSkein.vue'
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
const wayOptions = WAY_KEYS.map((value) => ({ value, label: WAYS[value].label }))
const state = computed<Card['state']>({
  get: () => draft.state || usualStateOf(draft.source),
  set: (value) => (draft.state = value),
})
const way = computed<Way>({
  get: () => draft.way || usualWayOf(draft.source),
  set: (value) => (draft.way = value),
})
</script>

<template>
  <BlankSentence>
    <p class="line">
      <CardBlank
        v-model="draft.plantText"
        :carried="card.carried.of('plantText')"
        label="How much plant, or its ratio"
        placeholder="how much, or 6 : 1"
        :trouble="card.troubles.plant"
      />
      <CardChoice
        v-model="state"
        label="State it was weighed in"
        :options="STATES"
        :is-usual="!draft.state"
        :carried="card.carried.of('state')"
      />
      <SourcePicker
        v-model="draft.source"
        label="Plant"
        bare
        class="source"
        :class="{ carried: card.carried.of('source') }"
        :error="card.troubles.source"
      />
      gathered
      <CardBlank
        v-model="draft.gatheredText"
        :carried="card.carried.of('gatheredText')"
        label="Gathered when"
        placeholder="some time"
        :trouble="card.troubles.gathered"
      />
      at
      <CardBlank
        v-model="draft.place"
        :carried="card.carried.of('place')"
        label="Gathered where"
        placeholder="somewhere"
        list="places"
      />
    </p>
    <datalist id="places">
      <option v-for="patch in patches ?? []" :key="patch.id" :value="patch.name" />
    </datalist>
    <CardSkein
      v-for="(piece, i) in draft.pieces"
      :key="i"
      :index="i"
      :is-chosen="i === chosen"
      @choose="chosen = i"
    />
    <p class="line">
      dyed
      <CardBlank
        v-model="draft.dyedText"
        :carried="card.carried.of('dyedText')"
        label="Dyed when"
        placeholder="some time"
        :trouble="card.troubles.dyed"
      />
      by
      <CardChoice
        v-model="way"
        label="Way"
        :options="wayOptions"
        :is-usual="!draft.way"
        :carried="card.carried.of('way')"
      />
      at
      <CardBlank
        v-model="draft.tempText"
        :carried="card.carried.of('tempText')"
        label="How hot"
        placeholder="how hot"
        :trouble="card.troubles.temp"
      />
      for
      <CardBlank
        v-model="draft.minutesText"
        :carried="card.carried.of('minutesText')"
        label="How long"
        placeholder="how long"
        :trouble="card.troubles.minutes"
      />
      in
      <CardBlank
        v-model="draft.waterText"
        :carried="card.carried.of('waterText')"
        label="How much water"
        placeholder="how much water"
        :trouble="card.troubles.water"
      />
      to pH
      <CardBlank
        v-model="draft.phText"
        :carried="card.carried.of('phText')"
        label="pH"
        placeholder="?"
        :trouble="card.troubles.ph"
      />
    </p>
    <p class="line">
      <CardBlank
        v-model="draft.note"
        :carried="card.carried.of('note')"
        label="Note"
        placeholder="anything else on the tag"
      />
    </p>
    <p v-if="card.carried.any()" class="told-carried">
      <span class="mark" aria-hidden="true" /> carried over: look whether the tag says so, too.
    </p>
  </BlankSentence>
</template>

<style scoped>
.source.carried {
  border-bottom: 3px dotted var(--ochre);
}

.told-carried {
  display: flex;
  gap: 8px;
  align-items: center;
  color: var(--quiet);
  font-family: var(--face);
  font-size: 15px;
}

.mark {
  width: 28px;
  border-bottom: 3px dotted var(--ochre);
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
</style>

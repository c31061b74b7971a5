<script setup lang="ts">
import { FIBRE_KEYS, FIBRES } from '~~/catalogue/fibres'
import { SCHEME_KEYS, SCHEMES } from '~~/catalogue/mordant-schemes'
import { WAY_KEYS, wayFacts } from '~~/catalogue/ways'
import { BATH_HEAT_KEYS, BATH_HEATS, type BathHeat } from '~~/core/mordant/bath-steps'
import { formatCount } from '~~/core/quantity/format-count'
import { isInJars, TRIAL_FACTOR_FACTS } from '~~/shared/rules/trial/trial-factors'
import { formatMass } from '~/format/quantities'
import { SIZE_WORDS, WATER_WORDS } from '~/features/pot/end-words'
import LaidPieces from './LaidPieces.vue'
import LevelList from './LevelList.vue'
import SeenChances from './SeenChances.vue'
import { drawnSeed } from './trial-draft'
import { promiseWords, spreadWords } from './trial-words'
import type { useTrialDesign } from './useTrialDesign'

/** What is to be learnt: how it is laid out, and what it would and would not show. */
const { trial } = defineProps<{ trial: ReturnType<typeof useTrialDesign> }>()
const emit = defineEmits<{ kept: [] }>()
const { draft, stock, lot, lotName, view, isAsking, saving, failure, errors, refused, keep } = trial

const SCHEME_OPTIONS = [
  { value: 'none' as const, label: 'no mordant' },
  ...SCHEME_KEYS.map((value) => ({ value, label: SCHEMES[value].label })),
]
const FIBRE_OPTIONS = FIBRE_KEYS.map((value) => ({ value, label: FIBRES[value].label }))
const WAY_OPTIONS = WAY_KEYS.map((value) => ({ value, label: wayFacts(value).label }))
const HEAT_WORDS = Object.fromEntries(
  BATH_HEAT_KEYS.map((heat) => [heat, BATH_HEATS[heat].label]),
) as Record<BathHeat, string>
const FINISH_WORDS = { dried: 'dried', heldWet: 'kept wet' } as const
const isMordanting = computed(() => draft.factor === 'mordant' || draft.recipe.scheme !== 'none')
/** A bath to come goes as usual; of what was done nobody knows more than was said. */
const mordantOpen = computed(() => (draft.isMordanted ? 'not known' : 'as usual'))
const lotOptions = computed(() => [
  ...(stock.value?.lots ?? []).map((each) => ({
    value: each.id,
    label: `${lotName(each)}, ${each.code}`,
  })),
  ...(lot.value === null && draft.lotId
    ? [{ value: draft.lotId, label: 'the same lot: used up' }]
    : []),
])
const differsBy = computed(() => TRIAL_FACTOR_FACTS[draft.factor].differsBy)
const inJars = computed(() => isInJars(draft.factor, draft.inJars))
const levels = computed(() => draft.levels[draft.factor].filter((level) => level !== null))
const complaints = computed(() =>
  [...new Set([failure.value, refused.value, ...Object.values(errors.value)])].filter(Boolean),
)
const shortG = computed(() => (view.value ? view.value.plantG - view.value.leftG : 0))

async function keepIt() {
  if (await keep()) emit('kept')
}
</script>

<template>
  <form class="designer" @submit.prevent="keepIt">
    <section class="panel stack tight" aria-labelledby="what">
      <h2 id="what">What all have, and what differs</h2>
      <ChoiceSelect v-model="draft.lotId" label="Dyed with" :options="lotOptions" filterable />
      <LevelList v-model="draft.levels[draft.factor]" :factor="draft.factor" />
      <div class="fields">
        <NumberField v-model="draft.each" label="Pieces of each" :error="errors['/design/each']" />
        <QuantityField
          v-model="draft.pieceG"
          label="Each weighs, dry"
          :error="errors['/design/pieceG']"
        />
        <NumberField
          v-if="draft.factor !== 'ratioDry'"
          v-model="draft.recipe.ratioDry"
          label="Plant to fibre"
          unit=": 1 dry"
          :error="errors['/design/recipe/ratioDry']"
        />
        <ChoiceSelect
          v-if="draft.factor !== 'fibre'"
          v-model="draft.recipe.fibre"
          label="Fibre"
          :options="FIBRE_OPTIONS"
          filterable
        />
        <ChoiceSelect
          v-if="draft.factor !== 'mordant'"
          v-model="draft.recipe.scheme"
          label="Mordant"
          :options="SCHEME_OPTIONS"
        />
        <KnownSelect
          v-if="isMordanting && draft.factor !== 'mordantHeat'"
          v-model="draft.recipe.heat"
          label="Mordant bath"
          :words="HEAT_WORDS"
          :open="mordantOpen"
        />
        <KnownSelect
          v-if="isMordanting && draft.factor !== 'mordantFinish'"
          v-model="draft.recipe.finish"
          label="Out of the mordant"
          :words="FINISH_WORDS"
          :open="mordantOpen"
        />
        <ChoiceSelect
          v-if="draft.factor !== 'way'"
          v-model="draft.recipe.way"
          label="Way"
          :options="WAY_OPTIONS"
          filterable
        />
        <KnownSelect
          v-if="draft.factor !== 'water'"
          v-model="draft.recipe.water"
          label="Water"
          :words="WATER_WORDS"
          open="not said"
        />
        <KnownSelect
          v-if="draft.factor !== 'particleSize'"
          v-model="draft.recipe.size"
          label="Stuff"
          :words="SIZE_WORDS"
          open="not said"
        />
      </div>
      <ElCheckbox v-model="draft.isMordanted" label="they are mordanted already" />
      <ElCheckbox
        v-if="differsBy === 'piece'"
        v-model="draft.inJars"
        label="each in a jar of its own, one liquor"
      />
      <p v-else-if="differsBy === 'jar'" class="quiet">
        Each in a jar of its own, in one water bath.
      </p>
      <p v-else class="quiet">Each level has a fire of its own; its jars share a water bath.</p>
    </section>
    <section class="panel stack tight" aria-labelledby="laid">
      <h2 id="laid">Laid out</h2>
      <template v-if="view">
        <p class="promise" role="status">
          {{ promiseWords(draft.factor, view.promise, view.chances) }}
        </p>
        <SeenChances v-if="view.promise.timesSeen !== null" :chances="view.chances" />
        <p class="quiet">{{ spreadWords(view.promise) }}</p>
        <LaidPieces :factor="draft.factor" :levels="levels" :view="view" :in-jars="inJars" />
        <p>
          {{ formatCount(view.pieces.length, 'piece') }}, {{ formatMass(view.fibreG) }} of fibre,
          <strong>{{ formatMass(view.plantG) }} of plant</strong> of {{ formatMass(view.leftG) }}.
          <span v-if="shortG > 0" class="wrong"
            >{{ formatMass(shortG) }} short: take lighter pieces, fewer, or less plant.</span
          >
        </p>
        <p class="quiet">
          Who gets what was drawn by lot, no. {{ draft.seed }}.
          <button type="button" class="link" @click="draft.seed = drawnSeed()">Draw again</button>
        </p>
      </template>
      <p v-else-if="isAsking" class="quiet">Working it out.</p>
      <p v-else class="quiet">Say how many, how heavy and at which levels, each level once.</p>
      <p v-for="words in complaints" :key="words" class="wrong" role="alert">{{ words }}</p>
      <div class="row">
        <ElButton type="primary" native-type="submit" :loading="saving">Keep the trial</ElButton>
      </div>
    </section>
  </form>
</template>

<style scoped>
.designer {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
  gap: 16px;
  align-items: start;
}

section {
  min-width: 0;
}

.fields {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(150px, 1fr));
  gap: 8px 12px;
}

.promise {
  font-size: 17px;
}

@media (max-width: 960px) {
  .designer {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>

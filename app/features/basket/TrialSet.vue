<script setup lang="ts">
import { FIBRE_KEYS, FIBRES } from '~~/catalogue/fibres'
import { SCHEME_KEYS, SCHEMES } from '~~/catalogue/mordant-schemes'
import { AGENTS } from '~~/catalogue/agents'
import { formatMass, formatNumber, formatRatio } from '~/format/quantities'
import { useTrialSet } from './useTrialSet'

/** A set of small pieces across fibres and mordants: ready-made, to be changed where wanted. */
const emit = defineEmits<{ made: [setId: string] }>()
const { draft, setPercent, cells, fibreG, plantG, baths, name, make, saving, failure, errors } =
  useTrialSet()

async function keep() {
  const setId = await make()
  if (setId) emit('made', setId)
}
</script>

<template>
  <form class="panel stack tight" aria-labelledby="trial-set" @submit.prevent="keep">
    <h2 id="trial-set">A trial set</h2>
    <p>
      <strong>{{ cells.length }} pieces</strong>, {{ formatMass(fibreG) }} of fibre: each fibre with
      each mordant, and one of each without, as the control.
    </p>
    <LabeledField v-slot="{ id }" label="Fibres">
      <ElSelect :id="id" v-model="draft.fibres" multiple filterable>
        <ElOption v-for="key in FIBRE_KEYS" :key="key" :value="key" :label="FIBRES[key].label" />
      </ElSelect>
    </LabeledField>
    <LabeledField v-slot="{ id }" label="Mordants, beside the control">
      <ElSelect :id="id" v-model="draft.schemes" multiple>
        <ElOption v-for="key in SCHEME_KEYS" :key="key" :value="key" :label="SCHEMES[key].label" />
      </ElSelect>
    </LabeledField>
    <div class="three">
      <QuantityField
        v-model="draft.pieceG"
        label="Each weighs dry"
        :error="errors['/pieces/0/dryG']"
      />
      <NumberField v-model="draft.ratio" label="At a ratio of" unit=": 1" />
      <LabeledField v-slot="{ id }" label="Call it">
        <ElInput :id="id" v-model="draft.name" :placeholder="name" />
      </LabeledField>
    </div>
    <p v-if="draft.ratio">
      One pot of it at {{ formatRatio(draft.ratio) }} takes
      <strong>{{ formatMass(plantG) }}</strong> of plant, as weighed.
    </p>
    <div v-for="bath in baths" :key="bath.scheme" class="three">
      <NumberField
        v-for="{ agent, percentWof } in bath.agents"
        :key="agent"
        :model-value="draft.percents[bath.scheme]?.[agent] ?? null"
        :label="`${AGENTS[agent].label}, of the fibre`"
        unit="%"
        :placeholder="`usual: ${formatNumber(percentWof)}`"
        @update:model-value="setPercent(bath.scheme, agent, $event)"
      />
    </div>
    <ElCheckbox v-model="draft.washed">they are washed</ElCheckbox>
    <ElCheckbox v-model="draft.done">they are mordanted already: ready for a pot</ElCheckbox>
    <ul v-if="!draft.done" class="quiet">
      <li v-for="bath in baths" :key="bath.scheme">
        {{ SCHEMES[bath.scheme].label }}:
        {{
          bath.agents
            .map(({ agent, massG }) => `${formatMass(massG)} ${AGENTS[agent].label}`)
            .join(', ')
        }}, planned for today
      </li>
    </ul>
    <p v-if="failure" class="wrong" role="alert">{{ failure }}</p>
    <p v-for="(words, at) in errors" :key="at" class="wrong" role="alert">{{ words }}</p>
    <div class="row">
      <ElButton
        type="primary"
        native-type="submit"
        :loading="saving"
        :disabled="!draft.fibres.length || !draft.pieceG"
        >Make the set of {{ cells.length }}</ElButton
      >
      <NuxtLink to="/basket" class="el-button">Leave it</NuxtLink>
    </div>
  </form>
</template>

<style scoped>
.three {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(120px, 1fr));
  gap: 10px;
}
</style>

<script setup lang="ts">
import {
  TRIAL_FACTOR_FACTS,
  type Level,
  type TrialFactor,
} from '~~/shared/rules/trial/trial-factors'
import { isNumbered, nextLevel } from './trial-draft'
import { levelWords } from './trial-words'

/** The levels of what is asked: the first is what the others are held against. */
const { factor } = defineProps<{ factor: TrialFactor }>()
const levels = defineModel<(Level | null)[]>({ required: true })

const LEAST = 2
const MOST = 8
const UNITS: Partial<Record<TrialFactor, string>> = {
  mordantPercent: '% of the fibre',
  ratioDry: ': 1 dry',
  minutes: 'min',
}
const options = computed(() => {
  const { levels: all } = TRIAL_FACTOR_FACTS[factor]
  return 'least' in all ? [] : all.map((value) => ({ value, label: levelWords(factor, value) }))
})
const next = computed(() => nextLevel(factor, levels.value))
const nameOf = (i: number) =>
  factor === 'ratioDry' ? `Ratio ${i + 1}` : i === 0 ? 'Against' : `Level ${i + 1}`

function set(i: number, level: Level | null) {
  levels.value = levels.value.map((each, at) => (at === i ? level : each))
}
</script>

<template>
  <ol>
    <li v-for="(level, i) in levels" :key="`${factor} ${i}`">
      <QuantityField
        v-if="factor === 'tempC'"
        :model-value="level === null ? null : Number(level)"
        :label="nameOf(i)"
        kind="temperature"
        @update:model-value="set(i, $event)"
      />
      <NumberField
        v-else-if="isNumbered(factor)"
        :model-value="level === null ? null : Number(level)"
        :label="nameOf(i)"
        :unit="UNITS[factor]"
        @update:model-value="set(i, $event)"
      />
      <ChoiceSelect
        v-else
        :model-value="String(level)"
        :label="nameOf(i)"
        :options="options"
        filterable
        @update:model-value="set(i, $event)"
      />
      <button
        v-if="levels.length > LEAST"
        type="button"
        class="link"
        :aria-label="`Take out ${nameOf(i).toLowerCase()}`"
        @click="levels = levels.filter((_, at) => at !== i)"
      >
        Take it out
      </button>
    </li>
    <li v-if="levels.length < MOST && next !== null" class="more">
      <button type="button" class="link" @click="levels = [...levels, next]">One more level</button>
    </li>
  </ol>
</template>

<style scoped>
ol {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(170px, 1fr));
  gap: 8px 12px;
  margin: 0;
  padding: 0;
  list-style: none;
}

li {
  min-width: 0;
}

.more {
  align-self: end;
}
</style>

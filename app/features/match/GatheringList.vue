<script setup lang="ts">
import { formatMass, formatRatio } from '~/format/quantities'
import { chanceText } from './chance-text'
import { gatheringOf, type ToGather } from './gathering'
import type { MatchResult, Wanted } from './useMatch'

/** What a whole palette takes: for each colour its likeliest way, and all plants of them together. */
const { wanted, results, saving, failure } = defineProps<{
  wanted: readonly Wanted[]
  results: readonly (MatchResult | null)[]
  saving: boolean
  failure: string
}>()
const chosen = defineModel<number>({ required: true })
defineEmits<{ wish: [all: ToGather[]] }>()

const list = computed(() => gatheringOf(results))
const toGather = computed(() => list.value.filter(({ gatherUsualG }) => gatherUsualG > 0))
const best = (at: number) => results[at]?.ways[0] ?? null
</script>

<template>
  <section class="panel" aria-label="The palette">
    <h2>{{ wanted.length }} colours</h2>
    <ul class="colours">
      <li v-for="(colour, at) in wanted" :key="at">
        <button type="button" :aria-pressed="chosen === at" @click="chosen = at">
          <span class="pair" aria-hidden="true"
            ><span :style="{ background: colour.hex }" /><span
              :style="{ background: best(at)?.hex ?? 'transparent' }"
          /></span>
          <span
            >{{ colour.name
            }}<span class="quiet">{{
              best(at)
                ? `${chanceText(best(at)!.probability)}, ${best(at)!
                    .baths.map(({ name, ratioDry }) => `${name} ${formatRatio(ratioDry)} dry`)
                    .join(', then ')}`
                : 'nothing yet'
            }}</span></span
          >
        </button>
      </li>
    </ul>
    <template v-if="list.length">
      <h3>What they take together</h3>
      <ul class="plants" aria-label="Plants they take together">
        <li v-for="plant in list" :key="plant.sourceId">
          <strong>{{ plant.name }}</strong>: {{ formatMass(plant.dryG) }} dry in all<template
            v-if="plant.gatherUsualG > 0"
            >; to gather, {{ formatMass(plant.gatherUsualG) }} {{ plant.state }}</template
          ><template v-else>, in stock</template>
        </li>
      </ul>
      <ElButton
        v-if="toGather.length"
        type="primary"
        :loading="saving"
        @click="$emit('wish', toGather)"
        >Put what lacks on the walk</ElButton
      >
      <p v-if="failure" class="wrong" role="alert">{{ failure }}</p>
    </template>
  </section>
</template>

<style scoped>
.colours,
.plants {
  margin: 8px 0;
  padding: 0;
  list-style: none;
}

.colours {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(260px, 1fr));
  gap: 8px;
}

.colours button {
  display: flex;
  gap: 10px;
  align-items: center;
  width: 100%;
  min-height: 52px;
  padding: 4px 8px;
  border: 1px solid var(--line);
  border-radius: var(--corner);
  background: var(--panel);
  color: var(--ink);
  font: inherit;
  text-align: left;
  cursor: pointer;
}

.colours button[aria-pressed='true'] {
  border: 2px solid var(--juniper);
}

.quiet {
  display: block;
  font-size: 14px;
}

.pair {
  display: grid;
  flex: none;
  grid-template-columns: 1fr 1fr;
  width: 64px;
  height: 40px;
  padding: 4px;
  background: #a2a3a2;
}
</style>

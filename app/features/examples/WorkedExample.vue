<script setup lang="ts">
import { formatNumber, formatRatio } from '~/format/quantities'
import { formatRoughMass } from '~/format/rough-mass'
import { DEMO_TANSY, exampleFreshG, exampleSteps } from './demo-tansy'

/** What a station does, on one lot of the invented demo log: for one that is empty yet. */
const { station } = defineProps<{
  station: 'walk' | 'loft' | 'basket' | 'pot' | 'swatch' | 'strength'
}>()

const { name, place, freshG, dryFraction, hankG, alumPercent, bareHex } = DEMO_TANSY
const steps = exampleSteps()
const [weak, , strong] = steps
const dryG = freshG * dryFraction
/** By how much strength grows from one ratio to another, %. */
const added = (from: number, to: number) =>
  formatNumber(100 * (steps[to]!.strength / steps[from]!.strength - 1), 2)
</script>

<template>
  <aside class="example" aria-label="An example">
    <p class="quiet">An example, out of the invented demo log</p>
    <p v-if="station === 'walk'">
      {{ formatRoughMass(freshG) }} fresh {{ name }}, at {{ place }}:
      {{ formatNumber(100 * dryFraction) }} % of it is dry matter, so {{ formatRoughMass(dryG) }};
      enough for {{ formatRoughMass(dryG / strong!.ratioDry) }} of wool at
      {{ formatRatio(strong!.ratioDry) }} dry.
    </p>
    <p v-else-if="station === 'loft'">
      {{ formatRoughMass(freshG) }} fresh {{ name }} were weighed again when dry:
      {{ formatRoughMass(dryG) }}, {{ formatNumber(100 * dryFraction) }} %. From then on its ratios
      are told by its own dry matter, not by what is usual.
    </p>
    <p v-else-if="station === 'basket'">
      A hank of wool, {{ formatRoughMass(hankG) }} dry: alum at {{ alumPercent }} % is
      {{ formatRoughMass((alumPercent * hankG) / 100) }} for it, whatever the pot holds.
    </p>
    <p v-else-if="station === 'pot'">
      {{ formatRoughMass(hankG) }} of wool at {{ formatRatio(strong!.ratioDry) }} dry want
      {{ formatRoughMass(exampleFreshG(strong!.ratioDry)) }} of fresh {{ name }}; at
      {{ formatRatio(weak!.ratioDry) }} they want
      {{ formatRoughMass(exampleFreshG(weak!.ratioDry)) }}.
    </p>
    <template v-else>
      <ol class="steps" aria-label="Colours by dry ratio">
        <li>
          <span class="tile" :style="{ background: bareHex }" />
          <span>bare</span>
        </li>
        <li v-for="step in steps" :key="step.ratioDry">
          <span class="tile" :style="{ background: step.hex }" />
          <span>{{ formatRatio(step.ratioDry) }}</span>
          <span class="quiet">{{ formatNumber(step.strength, 2) }} {{ step.depth }}</span>
        </li>
      </ol>
      <p v-if="station === 'swatch'">
        Each skein is read over its bare fibre: what the {{ name }} added is its strength.
      </p>
      <p v-else>
        Twice the {{ name }} add {{ added(0, 1) }} % from {{ formatRatio(weak!.ratioDry) }}, and
        {{ added(2, 3) }} % from {{ formatRatio(strong!.ratioDry) }}: where more stops helping is
        what this page tells of your own.
      </p>
    </template>
  </aside>
</template>

<style scoped>
.example {
  display: grid;
  gap: 6px;
  max-width: 62ch;
  margin-top: 12px;
  padding: 12px 16px;
  border: 1px dashed var(--haze);
  border-radius: var(--corner);
  background: var(--panel);
  color: var(--haze-ink);
}

.steps {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
}

.steps li {
  display: grid;
  width: 92px;
  font-size: 13px;
}

.tile {
  height: 40px;
  border-radius: 3px;
}
</style>

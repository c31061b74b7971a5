<script setup lang="ts">
import { formatMass } from '~/format/quantities'
import type { LoftLot } from '~~/shared/views/loft/loft'
import { STEP_WORDS } from './words'
import { roughDate, shortDate } from '~/format/dates'

/** Every weighing on a lot's way, with what each step left. */
const { lot } = defineProps<{ lot: LoftLot }>()

const percent = (after: number, before: number) =>
  before > 0 ? `${Math.round((100 * after) / before)} %` : ''
</script>

<template>
  <table v-if="lot.steps.length" class="chain">
    <caption class="sr-only">
      Weighings of
      {{
        lot.code
      }}
    </caption>
    <thead>
      <tr>
        <th scope="col">Day</th>
        <th scope="col">What was done</th>
        <th scope="col" class="number">Before</th>
        <th scope="col" class="number">After</th>
        <th scope="col" class="number">Kept</th>
      </tr>
    </thead>
    <tbody>
      <tr>
        <td>{{ roughDate(lot.gatheredOn, lot.gatheredWithinDays) }}</td>
        <td>came to hand</td>
        <td class="number" />
        <td class="number">
          {{ lot.netG > 0 ? formatMass(lot.netG) : 'not known' }} {{ lot.steps[0]?.stateBefore }}
        </td>
        <td class="number" />
      </tr>
      <tr v-for="step in lot.steps" :key="step.id">
        <td>{{ shortDate(step.doneOn) }}</td>
        <td>{{ STEP_WORDS[step.kind].done }}{{ step.note ? `: ${step.note}` : '' }}</td>
        <td class="number">{{ formatMass(step.beforeG) }} {{ step.stateBefore }}</td>
        <td class="number">{{ formatMass(step.afterG) }} {{ step.stateAfter }}</td>
        <td class="number">{{ percent(step.afterG, step.beforeG) }}</td>
      </tr>
    </tbody>
  </table>
</template>

<style scoped>
.chain {
  width: 100%;
  border-collapse: collapse;
}

th,
td {
  padding: 5px 8px 5px 0;
  border-bottom: 1px solid var(--line);
  text-align: left;
}

th {
  color: var(--quiet);
  font-weight: 400;
  font-size: 13px;
}

.number {
  text-align: right;
}
</style>

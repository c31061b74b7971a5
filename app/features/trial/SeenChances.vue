<script setup lang="ts">
import { formatNumber } from '~/format/quantities'
import type { DesignView } from '~~/shared/views/trial/trial'
import { tenths } from './trial-words'

/** How often the trial would show that something is so many times as strong. */
const { chances } = defineProps<{ chances: DesignView['chances'] }>()
</script>

<template>
  <table>
    <caption class="sr-only">
      How often it would be shown
    </caption>
    <tbody>
      <tr v-for="{ times, chance } in chances" :key="times">
        <th scope="row">{{ formatNumber(times, 2) }} times</th>
        <td class="bar" aria-hidden="true">
          <span
            ><span
              class="reach"
              :class="{ often: chance >= 0.8 }"
              :style="{ width: `${100 * chance}%` }"
          /></span>
        </td>
        <td>{{ tenths(chance) }}</td>
      </tr>
    </tbody>
  </table>
</template>

<style scoped>
table {
  width: 100%;
  border-collapse: collapse;
}

th {
  width: 84px;
  font-weight: 400;
  text-align: left;
}

td {
  padding: 3px 0;
}

td:last-child {
  width: 110px;
  padding-left: 10px;
}

.bar > span {
  display: block;
  height: 12px;
  border-radius: 6px;
  background: var(--line);
}

.reach {
  display: block;
  height: 100%;
  border-radius: 6px;
  background: var(--haze);
}

.reach.often {
  background: var(--juniper);
}
</style>

<script setup lang="ts">
import { formatNumber } from '~/format/quantities'
import { dryRatioText } from '~/format/ratio'
import type { StrengthGroup } from '~~/shared/views/strength/strength'
import { placedPoints } from './placed-points'
import { EXCLUSION_WORDS } from './words'

const { group, leftOut } = defineProps<{ group: StrengthGroup; leftOut: string[] }>()
defineEmits<{ toggle: [swatchId: string] }>()

/** Palest ratio first, those beside the curve last. */
const points = computed(() =>
  [
    ...group.points.filter((p) => p.strength === null || p.ratioDry === null),
    ...placedPoints(group.points),
  ].sort(
    (a, b) =>
      Number(a.exclusion !== null) - Number(b.exclusion !== null) ||
      (a.ratioDry ?? Infinity) - (b.ratioDry ?? Infinity),
  ),
)
</script>

<template>
  <section aria-labelledby="points">
    <h2 id="points" class="sr-only">Swatches</h2>
    <div class="scroll" tabindex="0" role="region" aria-labelledby="points">
      <table>
        <thead>
          <tr>
            <th scope="col">tag</th>
            <th scope="col">dry ratio</th>
            <th scope="col">strength</th>
            <th scope="col"><span class="sr-only">leave out</span></th>
          </tr>
        </thead>
        <tbody>
          <tr
            v-for="point in points"
            :key="point.swatchId"
            :class="{ out: leftOut.includes(point.swatchId) }"
          >
            <th scope="row">
              <NuxtLink :to="`/swatch?swatch=${point.swatchId}`">
                <span class="chip" :style="{ background: point.hex }" />{{ point.code }}
              </NuxtLink>
              <span class="quiet">{{ point.name }}, {{ point.lotCodes.join(', ') }}</span>
              <span v-if="point.fromLog" class="quiet">of {{ point.fromLog }}</span>
              <span v-if="point.sureness !== 'sure'" class="doubt">name {{ point.sureness }}</span>
              <span v-if="point.evidence.length" class="quiet">{{
                point.evidence.join('; ')
              }}</span>
            </th>
            <td>
              {{ dryRatioText(point) }}
              <span v-if="point.boiled" class="quiet">boiled</span>
            </td>
            <td :class="{ estimate: point.basis === 'estimated' }">
              <template v-if="point.strength !== null">
                {{ point.basis === 'estimated' ? '~' : '' }}{{ formatNumber(point.strength) }}
                {{ point.strength <= 0 ? 'took no dye' : point.depth }}
              </template>
              <span v-if="point.exclusion" class="quiet">
                not counted: {{ EXCLUSION_WORDS[point.exclusion] }}
              </span>
            </td>
            <td>
              <button
                v-if="!point.exclusion"
                type="button"
                class="leave"
                :aria-pressed="leftOut.includes(point.swatchId)"
                :aria-label="`Leave ${point.code} out`"
                @click="$emit('toggle', point.swatchId)"
              >
                {{ leftOut.includes(point.swatchId) ? 'put back' : 'leave out' }}
              </button>
            </td>
          </tr>
        </tbody>
      </table>
    </div>
  </section>
</template>

<style scoped>
.scroll {
  max-height: 300px;
  overflow: auto;
}

table {
  width: 100%;
  border-collapse: collapse;
  font-size: 14px;
}

th,
td {
  padding: 4px 6px 4px 0;
  border-top: 1px solid var(--line);
  font-weight: 400;
  text-align: left;
  vertical-align: top;
}

thead th {
  border: 0;
  color: var(--quiet);
  font-size: 13px;
}

.quiet,
.doubt {
  display: block;
}

th a,
td:nth-child(2) {
  white-space: nowrap;
}

.out th,
.out td:not(:last-child) {
  opacity: 0.45;
}

.doubt {
  color: var(--ochre);
}

.chip {
  display: inline-block;
  width: 14px;
  height: 14px;
  margin-right: 7px;
  border-radius: 3px;
  vertical-align: -2px;
}

a,
.leave {
  display: inline-block;
  min-height: 24px;
}

.leave {
  padding: 0;
  border: 0;
  background: none;
  color: var(--juniper);
  text-decoration: underline;
  white-space: nowrap;
  cursor: pointer;
}
</style>

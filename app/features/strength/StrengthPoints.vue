<script setup lang="ts">
import { formatNumber, formatRatio } from '~~/core/quantity/format-quantity'
import type { CurveView } from '~~/shared/curve-view'
import type { StrengthGroup } from '~~/shared/strength-view'
import { setRight } from './band'
import { NOT_COUNTED_WORDS } from './words'

const { group, curve } = defineProps<{ group: StrengthGroup; curve: CurveView | null }>()

/** Palest ratio first, those beside the curve last. */
const points = computed(() =>
  [...group.points.filter((p) => p.strength === null), ...setRight(group.points, curve)].sort(
    (a, b) =>
      Number(a.notCounted !== null) - Number(b.notCounted !== null) ||
      (a.ratioDry ?? Infinity) - (b.ratioDry ?? Infinity),
  ),
)
</script>

<template>
  <section class="panel" aria-labelledby="points">
    <h2 id="points">Swatches</h2>
    <div class="scroll" tabindex="0" role="region" aria-labelledby="points">
      <table>
        <thead>
          <tr>
            <th scope="col">tag</th>
            <th scope="col">dry ratio</th>
            <th scope="col">strength</th>
            <th scope="col">lot</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="point in points" :key="point.swatchId">
            <th scope="row">
              <NuxtLink :to="`/swatch?swatch=${point.swatchId}`">
                <span class="chip" :style="{ background: point.hex }" />{{ point.code }}
              </NuxtLink>
            </th>
            <td>{{ point.ratioDry === null ? 'unknown' : formatRatio(point.ratioDry) }}</td>
            <td v-if="point.notCounted" class="quiet">{{ NOT_COUNTED_WORDS[point.notCounted] }}</td>
            <td v-else :class="{ estimate: point.basis === 'estimated' }">
              {{ point.basis === 'estimated' ? '~' : '' }}{{ formatNumber(point.strength) }}
              {{ point.depth }}
            </td>
            <td>
              {{ point.lotCodes.join(', ') }}
              <span v-if="point.sureness !== 'sure'" class="doubt">name {{ point.sureness }}</span>
              <span v-if="point.evidence.length" class="quiet">{{
                point.evidence.join('; ')
              }}</span>
            </td>
          </tr>
        </tbody>
      </table>
    </div>
  </section>
</template>

<style scoped>
.scroll {
  max-height: 186px;
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
}

thead th {
  border: 0;
  color: var(--quiet);
  font-size: 13px;
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

a {
  display: inline-block;
  min-height: 24px;
}
</style>

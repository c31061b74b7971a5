<script setup lang="ts">
import { formatNumber } from '~~/core/quantity/format-quantity'
import { dryRatioText } from '~/format/ratio'
import type { Pot } from '~~/shared/schemas/pot/pot'
import BathTrace from './BathTrace.vue'
import { formatDuration } from '~~/core/quantity/format-duration'

/** A pot that is over: what really happened, and where its swatches are read. */
const { pot } = defineProps<{ pot: Pot }>()

const LIQUOR = {
  kept: 'kept',
  reused: 'used again',
  shifted: 'shifted and used',
  poured: 'poured away',
}
const boiled = computed(() => {
  const known = pot.end?.boiled
  if (known === undefined || known === null) return 'not known'
  return known ? 'yes' : 'no'
})
const facts = computed(() => [
  ['Ratio', dryRatioText(pot)],
  ['Hottest with the pieces in', pot.tempC === null ? 'not read' : `${formatNumber(pot.tempC)} °C`],
  ['Boiled', boiled.value],
  ['Time in', pot.minutes === null ? 'not noted' : formatDuration(pot.minutes)],
  ['Final pH', pot.finalPh === null ? 'not read' : formatNumber(pot.finalPh, 3)],
  ['Liquor', pot.end?.liquor ? LIQUOR[pot.end.liquor] : 'not noted'],
])
</script>

<template>
  <div class="stack tight">
    <div class="row">
      <NuxtLink :to="`/swatch?pot=${pot.id}`" class="el-button el-button--primary"
        >Read its swatches</NuxtLink
      >
      <NuxtLink :to="`/sheet?pot=${pot.id}`" class="el-button">Recipe card</NuxtLink>
      <a :href="`/api/recipe/${pot.id}?as=markdown`" class="el-button" download>Markdown</a>
      <a :href="`/api/recipe/${pot.id}`" class="el-button" download>JSON</a>
      <NuxtLink
        v-if="pot.end && pot.end.liquor !== 'poured'"
        :to="`/pot?from=${pot.id}`"
        class="el-button"
      >
        Plan a next bath
      </NuxtLink>
    </div>
    <h3>What really happened</h3>
    <dl>
      <div v-for="[label, value] in facts" :key="label">
        <dt>{{ label }}</dt>
        <dd>{{ value }}</dd>
      </div>
    </dl>
    <template v-if="pot.end">
      <p v-if="!pot.end.departures.length" class="quiet">
        As planned, within what two like pots may differ by.
      </p>
      <PlainCaution v-for="words in pot.end.departures" :key="words" level="mind">{{
        words
      }}</PlainCaution>
    </template>
    <ul>
      <li v-for="piece in pot.pieces" :key="piece.pieceId">
        <strong>{{ piece.pieceCode }}</strong>
        {{ piece.minutes === null ? 'time not noted' : `${formatDuration(piece.minutes)} in` }}
        <span v-if="piece.outcome" class="quiet">
          {{
            [
              piece.outcome.waters !== null && `${piece.outcome.waters} waters`,
              ...piece.outcome.handle,
              piece.outcome.smell && `smells of ${piece.outcome.smell}`,
            ]
              .filter(Boolean)
              .join(', ')
          }}
        </span>
      </li>
    </ul>
    <BathTrace v-if="pot.litAt" :pot="pot" :now="Date.now()" />
  </div>
</template>

<style scoped>
h3 {
  font-size: 15px;
}

dl {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(180px, 1fr));
  gap: 8px 18px;
}

dt {
  color: var(--quiet);
  font-size: 13px;
}
</style>

<script setup lang="ts">
import { colourName } from '~~/core/colour/colour-name'
import { pieceInWords } from '~~/shared/words/swatch/piece-in-words'
import type { BoothView, NearSwatch } from '~~/shared/views/swatch/booth'
import { roughDate } from '~/format/dates'
import { formatNumber } from '~/format/quantities'
import { dryRatioText } from '~/format/ratio'
import type { Hanging } from './useWall'

/** The swatch in hand: what it is, what comes near it, and what to do with it. */
const { swatch, sources, picked } = defineProps<{
  swatch: Hanging
  sources: string
  picked: number
}>()
const api = useApi()
const { data: hand } = useLoaded(
  () => api.get<BoothView>(`booth/${swatch.id}`),
  () => swatch.id,
)
const { data: near } = useLoaded(
  () => {
    const { l, a, b } = swatch.colour
    return api.get<{ items: NearSwatch[] }>('booth/near', { l, a, b, but: swatch.id })
  },
  () => swatch.id,
)
const name = computed(() => {
  const words = colourName(swatch.colour)
  return words.charAt(0).toUpperCase() + words.slice(1)
})
</script>

<template>
  <section class="panel" aria-label="The swatch in hand">
    <h2>{{ name }}</h2>
    <div class="patch" :style="{ background: swatch.colour.hex }" />
    <template v-if="hand && hand.swatch.id === swatch.id">
      <p>
        <strong>{{ sources }}</strong>, {{ pieceInWords(hand.piece, hand.pot.dyedOn) }}
      </p>
      <p class="quiet small">
        {{ dryRatioText(hand.pot) }}, {{ roughDate(hand.pot.dyedOn, hand.pot.dyedWithinDays)
        }}<br />{{ swatch.code }}
      </p>
    </template>
    <p v-if="near?.items.length" class="small">
      Nearest of yours
      <template v-for="(each, i) in near.items.slice(0, 2)" :key="each.id">
        <template v-if="i"> and </template>{{ each.words }}
        <strong>{{ formatNumber(each.de2000, 2) }} ΔE</strong></template
      >.
    </p>
    <div class="actions">
      <NuxtLink :to="`/year?again=${swatch.id}`" class="el-button el-button--primary"
        >Make it again</NuxtLink
      >
      <NuxtLink :to="`/match?swatch=${swatch.id}`" class="el-button">A colour near it</NuxtLink>
      <NuxtLink :to="`/swatch?swatch=${swatch.id}`" class="el-button">Open it</NuxtLink>
    </div>
    <p v-if="picked < 2" class="quiet small">With Shift, a second one lies beside it.</p>
  </section>
</template>

<style scoped>
.panel {
  align-self: start;
}

.patch {
  height: 96px;
  margin: 6px 0 10px;
  border-radius: var(--corner);
}

.actions {
  display: grid;
  gap: 8px;
  margin-top: 10px;
}

.actions .el-button {
  margin: 0;
}

.small {
  font-size: 14px;
}
</style>

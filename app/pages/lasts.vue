<script setup lang="ts">
import { FIBRES } from '~~/catalogue/fibres'
import { PARTS } from '~~/catalogue/parts'
import { mordantKeyOf } from '~~/shared/schemas/basket/piece'
import { bestReading } from '~~/shared/rules/swatch/best-reading'
import type { BoothView } from '~~/shared/views/swatch/booth'
import type { SourcesFastness } from '~~/shared/views/fastness/fastness'
import { cardLines, mordantInFull } from '~/features/fastness/card-lines'

/** A card to go with a skein: what it is dyed with, how to wash it, what moves it. No place stands on it. */
const api = useApi()
const route = useRoute()
const swatchId = computed(() => (typeof route.query.swatch === 'string' ? route.query.swatch : ''))
const { data, failure } = useLoaded(async () => {
  if (!swatchId.value) return null
  const [booth, { items }] = await Promise.all([
    api.get<BoothView>(`booth/${swatchId.value}`),
    api.get<SourcesFastness>('fastness/sources'),
  ])
  return { booth, items }
}, swatchId)

const card = computed(() => {
  if (!data.value) return null
  const { booth, items } = data.value
  const { sources, piece, pot, swatch } = booth
  const mordant = mordantKeyOf(piece, pot.dyedOn)
  return {
    hex: bestReading(swatch.readings)?.hex ?? null,
    title: sources.map(({ commonName, part }) => `${commonName} ${PARTS[part].label}`).join(', '),
    what: `on ${FIBRES[piece.fibre].label}, ${mordantInFull(mordant)}`,
    code: swatch.code,
    year: pot.dyedOn.slice(0, 4),
    lines: cardLines(sources, piece.fibre, mordant, items),
  }
})
const print = () => window.print()
useHead({ title: 'Card for a skein · Juniper Haze' })
</script>

<template>
  <div class="no-print row">
    <ElButton type="primary" @click="print">Print</ElButton>
    <NuxtLink v-if="swatchId" :to="`/swatch?swatch=${swatchId}`" class="el-button"
      >Back to the swatch</NuxtLink
    >
    <p v-if="failure" class="wrong" role="alert">{{ failure }}</p>
    <p v-if="!swatchId">A card is of a swatch: open one, and choose its card there.</p>
  </div>
  <article v-if="card" class="card">
    <span
      class="colour"
      :style="card.hex ? { background: card.hex } : undefined"
      aria-hidden="true"
    />
    <div class="words">
      <h1 class="capital">{{ card.title }}</h1>
      <p>{{ card.what }} · {{ card.code }}</p>
      <dl>
        <template v-for="{ what, says } in card.lines" :key="what">
          <dt>{{ what }}</dt>
          <dd>
            <p v-for="sentence in says" :key="sentence">{{ sentence }}</p>
          </dd>
        </template>
      </dl>
      <p class="quiet">Dyed by hand with plants: no two dye lots are alike.</p>
    </div>
  </article>
</template>

<style scoped>
.card {
  display: grid;
  grid-template-columns: 84px minmax(0, 1fr);
  gap: 18px;
  max-width: 620px;
  margin-top: 14px;
  padding: 18px;
  border: 1px solid var(--line-firm);
  border-radius: var(--corner);
  background: #fff;
}

.colour {
  border-radius: 4px;
  background: #e4e5ea;
  -webkit-print-color-adjust: exact;
  print-color-adjust: exact;
}

.words {
  display: grid;
  gap: 8px;
}

h1 {
  font-size: 26px;
}

dl {
  display: grid;
  grid-template-columns: 92px 1fr;
  gap: 6px 12px;
  margin: 0;
}

dt {
  color: var(--quiet);
}

dd {
  margin: 0;
}
</style>

<script setup lang="ts">
import type { Lot } from '~~/shared/schemas/loft/lot'
import type { Photo } from '~~/shared/schemas/loft/photo'
import type { Page } from '~~/shared/schemas/log/common'
import type { Pot } from '~~/shared/schemas/pot/pot'
import { roughDate } from '~/format/dates'
import { formatMass } from '~/format/quantities'
import { dryRatioText } from '~/format/ratio'

/** What there is of a plant: its photos, its lots and the pots it went into. */
const { sourceId } = defineProps<{ sourceId: string }>()

const SHOWN = 8
const ALL = 200
const api = useApi()
const showsAll = reactive({ lots: false, pots: false })
/** One more than is shown tells whether there are more. */
const most = (of: 'lots' | 'pots') => (showsAll[of] ? ALL : SHOWN + 1)
const { data, failure } = useLoaded(
  async () => {
    const limit = most('lots')
    const [inStock, latest, pots, photos] = await Promise.all([
      api.get<Page<Lot>>('lots', { sourceId, inStock: true, limit }),
      api.get<Page<Lot>>('lots', { sourceId, limit }),
      api.get<Page<Pot>>('pots', { sourceId, limit: most('pots') }),
      api.get<Page<Photo>>('photos', { sourceId, limit: 12 }),
    ])
    // what is left first, then the latest
    const left = new Set(inStock.items.map(({ id }) => id))
    const lots = [...inStock.items, ...latest.items.filter(({ id }) => !left.has(id))]
    return { lots, pots: pots.items, photos: photos.items }
  },
  () => [sourceId, showsAll.lots, showsAll.pots],
)
const lots = computed(() => data.value?.lots ?? [])
const pots = computed(() => data.value?.pots ?? [])
const shownOf = <T,>(rows: readonly T[], all: boolean) => (all ? rows : rows.slice(0, SHOWN))
</script>

<template>
  <p v-if="failure" class="wrong" role="alert">{{ failure }}</p>
  <section v-if="data" class="panel stack tight" aria-labelledby="stock">
    <h2 id="stock">Lots</h2>
    <ul v-if="data.photos.length" class="photos" aria-label="Your photos of it">
      <li v-for="photo in data.photos" :key="photo.id">
        <PhotoThumb :photo="photo" />
      </li>
    </ul>
    <ul class="lines">
      <li v-for="lot in shownOf(lots, showsAll.lots)" :key="lot.id">
        <NuxtLink :to="`/loft?lot=${lot.id}`">{{ lot.code }}</NuxtLink>
        <span>{{ roughDate(lot.gatheredOn, lot.gatheredWithinDays) }}</span>
        <span :class="{ quiet: !(lot.leftG > 0) }">{{
          lot.netG === 0
            ? 'amount not known'
            : lot.leftG > 0
              ? `${formatMass(lot.leftG)} ${lot.state} left`
              : `used up, ${formatMass(lot.netG)} came`
        }}</span>
      </li>
    </ul>
    <ElButton v-if="lots.length > SHOWN && !showsAll.lots" @click="showsAll.lots = true"
      >All its lots</ElButton
    >
    <p v-if="!lots.length" class="quiet">
      None yet: <NuxtLink to="/walk">weigh some in</NuxtLink>.
    </p>
    <h2>Pots</h2>
    <ul class="lines">
      <li v-for="pot in shownOf(pots, showsAll.pots)" :key="pot.id">
        <NuxtLink :to="`/hob?pot=${pot.id}`">{{ pot.code }}</NuxtLink>
        <span>{{ roughDate(pot.dyedOn, pot.dyedWithinDays) }}</span>
        <span>{{ pot.stage === 'done' ? dryRatioText(pot) : pot.stage }}</span>
      </li>
    </ul>
    <p v-if="!pots.length" class="quiet">None yet.</p>
    <ElButton v-if="pots.length > SHOWN && !showsAll.pots" @click="showsAll.pots = true"
      >All its pots</ElButton
    >
  </section>
</template>

<style scoped>
.photos {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
}

.photos :deep(img) {
  width: 92px;
  height: 92px;
  border-radius: 4px;
  object-fit: cover;
}

.lines li {
  display: grid;
  grid-template-columns: 110px 110px 1fr;
  gap: 10px;
  align-items: center;
  min-height: 32px;
  border-top: 1px solid var(--line);
}
</style>

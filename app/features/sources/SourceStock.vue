<script setup lang="ts">
import { formatCount } from '~~/core/quantity/format-count'
import type { Lot } from '~~/shared/schemas/loft/lot'
import type { Photo } from '~~/shared/schemas/loft/photo'
import type { Page } from '~~/shared/schemas/log/common'
import type { Pot } from '~~/shared/schemas/pot/pot'
import { roughDate } from '~/format/dates'
import { formatMass } from '~/format/quantities'
import { dryRatioText } from '~/format/ratio'

/** What there is of a plant: its photos, its lots and the pots it went into. */
const { sourceId } = defineProps<{ sourceId: string }>()

const MOST = 8
const api = useApi()
const { data } = useLoaded(
  async () => {
    const [lots, pots, photos] = await Promise.all([
      api.get<Page<Lot>>('lots', { sourceId, limit: 200 }),
      api.get<Page<Pot>>('pots', { sourceId, limit: 200 }),
      api.get<Page<Photo>>('photos', { sourceId, limit: 12 }),
    ])
    return { lots: lots.items, pots: pots.items, photos: photos.items }
  },
  () => sourceId,
)
const showsAll = reactive({ lots: false, pots: false })
/** What is left first, then the latest. */
const lots = computed(() =>
  [...(data.value?.lots ?? [])].sort(
    (a, b) => Number(b.leftG > 0) - Number(a.leftG > 0) || b.gatheredOn.localeCompare(a.gatheredOn),
  ),
)
const pots = computed(() => data.value?.pots ?? [])
const shownOf = <T,>(rows: readonly T[], all: boolean) => (all ? rows : rows.slice(0, MOST))
</script>

<template>
  <section v-if="data" class="panel stack tight" aria-labelledby="stock">
    <h2 id="stock">
      Lots <span class="quiet">{{ formatCount(lots.length, 'lot') }}</span>
    </h2>
    <ul v-if="data.photos.length" class="photos" aria-label="Your photos of it">
      <li v-for="photo in data.photos" :key="photo.id">
        <a :href="`/api/pictures/${photo.id}`" target="_blank">
          <img
            :src="`/api/pictures/${photo.id}?size=small`"
            :alt="`Your photo${photo.takenAt ? ` of ${photo.takenAt.slice(0, 10)}` : ''}`"
            loading="lazy"
          />
        </a>
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
    <ElButton v-if="lots.length > MOST && !showsAll.lots" @click="showsAll.lots = true"
      >All {{ lots.length }} lots</ElButton
    >
    <p v-if="!lots.length" class="quiet">
      None yet: <NuxtLink to="/walk">weigh some in</NuxtLink>.
    </p>
    <h2>
      Pots <span class="quiet">{{ formatCount(pots.length, 'pot') }}</span>
    </h2>
    <ul class="lines">
      <li v-for="pot in shownOf(pots, showsAll.pots)" :key="pot.id">
        <NuxtLink :to="`/hob?pot=${pot.id}`">{{ pot.code }}</NuxtLink>
        <span>{{ roughDate(pot.dyedOn, pot.dyedWithinDays) }}</span>
        <span>{{ pot.stage === 'done' ? dryRatioText(pot) : pot.stage }}</span>
      </li>
    </ul>
    <ElButton v-if="pots.length > MOST && !showsAll.pots" @click="showsAll.pots = true"
      >All {{ pots.length }} pots</ElButton
    >
  </section>
</template>

<style scoped>
.photos {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
}

.photos img {
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

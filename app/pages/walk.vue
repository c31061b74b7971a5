<script setup lang="ts">
import { PARTS } from '~~/catalogue/parts'
import { formatMass, formatNumber } from '~~/core/quantity/format-quantity'
import type { Page } from '~~/shared/schemas/common'
import type { Lot } from '~~/shared/schemas/lot'
import type { Patch } from '~~/shared/schemas/patch'
import type { Source } from '~~/shared/schemas/source'
import type { TodayView } from '~~/shared/today-view'
import WeighInForm from '~/features/walk/WeighInForm.vue'
import { ago, localToday } from '~/features/today/dates'
import { windowText, orderedRows } from '~/features/today/windows'

const api = useApi()
const route = useRoute()
const router = useRouter()
const today = localToday()

const { data: patches } = useLoaded(() => api.get<Page<Patch>>('patches', { limit: 200 }))
const { data: view } = useLoaded(() => api.get<TodayView>('today', { on: today }))
const { data: stock, failure } = useLoaded(async () => {
  const [lots, sources] = await Promise.all([
    api.get<Page<Lot>>('lots', { inStock: true, limit: 12 }),
    api.get<Page<Source>>('sources', { limit: 200 }),
  ])
  const byId = new Map(sources.items.map((source) => [source.id, source]))
  return lots.items.map((lot) => ({ lot, source: byId.get(lot.sourceId) }))
})
const hexOf = (code: string) =>
  view.value?.year.flatMap(({ gatherings }) => gatherings).find((dot) => dot.code === code)?.hex

const open = computed(() =>
  orderedRows(view.value?.year ?? [], today).filter(
    (row) => !windowText(row, today).startsWith('opens'),
  ),
)
const placeOf = (lot: Lot) => patches.value?.items.find(({ id }) => id === lot.patchId)?.name

const form = ref<InstanceType<typeof WeighInForm> | null>(null)
useStationKeys({ n: () => form.value?.focus() })

watch([() => route.query.note, patches, form], async ([note, known, weighIn]) => {
  if (typeof note !== 'string' || !known || !weighIn) return
  await weighIn.fromNote(note)
  void router.replace('/walk')
})

useHead({ title: 'Walk · Juniper Haze' })
</script>

<template>
  <h1 class="sr-only">Walk</h1>
  <div class="walk">
    <WeighInForm ref="form" :patches="patches?.items ?? []" />
    <div class="stack">
      <section aria-labelledby="open-now">
        <h2 id="open-now">Open now, of what you gather</h2>
        <ul class="open">
          <li v-for="row in open" :key="row.source.id">
            <strong>{{ row.source.commonName }}</strong> {{ PARTS[row.source.part].label }}
            <span class="quiet">{{ windowText(row, today) }}</span>
          </li>
          <li v-if="view && !open.length" class="quiet">
            Nothing you have gathered before is in its usual months.
          </li>
        </ul>
      </section>
      <section class="stack tight" aria-labelledby="stock">
        <h2 id="stock">Gathered and left</h2>
        <p v-if="failure" class="wrong" role="alert">{{ failure }}</p>
        <ul class="tags">
          <li v-for="{ lot, source } in stock ?? []" :key="lot.id">
            <SwingTag
              :code="lot.code"
              :hex="hexOf(lot.code)"
              :figure="formatMass(lot.leftG)"
              :figure-note="`${lot.state}, of ${formatMass(lot.netG)}`"
              :to="`/pot?lot=${lot.id}`"
              :line="
                [lot.stage, placeOf(lot), ago(lot.gatheredOn)].filter(Boolean).join(', ') +
                (lot.state === 'dried'
                  ? ''
                  : ` · ${lot.dryFractionBasis === 'measured' ? '' : '~'}${formatNumber(lot.dryFraction)} dry`)
              "
            >
              <template #name>
                {{ source?.commonName }} {{ source ? PARTS[source.part].label : '' }}
              </template>
            </SwingTag>
          </li>
        </ul>
        <p v-if="stock && !stock.length" class="quiet">
          Nothing in stock. Weigh in what you gather, and its tag hangs here.
        </p>
      </section>
    </div>
  </div>
</template>

<style scoped>
.walk {
  display: grid;
  grid-template-columns: 480px minmax(0, 1fr);
  gap: 20px;
  align-items: start;
}

.open {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 0 20px;
}

.open li {
  padding: 6px 0;
  border-bottom: 1px solid var(--line);
}

.open .quiet {
  display: block;
}

.tags {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(345px, 1fr));
  gap: 8px;
}

@media (max-width: 960px) {
  .walk,
  .tags,
  .open {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>

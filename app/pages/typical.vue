<script setup lang="ts">
import { PART_KEYS, PARTS } from '~~/catalogue/parts'
import { HABITAT_KEYS, HABITATS } from '~~/catalogue/sources/habitats'
import { HUE_FAMILIES } from '~~/core/colour/colour-name'
import { DEPTHS } from '~~/core/colour/depth'
import { formatCount } from '~~/core/quantity/format-count'
import { mordantKeyWords } from '~~/shared/words/swatch/mordant-key-words'
import {
  TYPICAL_FIBRES,
  TYPICAL_MORDANTS,
  type TypicalView,
} from '~~/shared/views/strength/typical'
import StrengthNav from '~/features/strength/StrengthNav.vue'
import {
  handyFibreG,
  monthsText,
  typicalAmount,
  typicalRows,
  type TypicalAsk,
} from '~/features/strength/typical-rows'
import { monthName } from '~/format/dates'
import { formatMass } from '~/format/quantities'

/** What any plant usually gives, before a swatch of one's own: from its kind, wide, in haze. */
const api = useApi()
const { draft: ask } = useDraft<TypicalAsk>('typical', () => ({
  family: '',
  month: new Date().getMonth() + 1,
  part: '',
  habitat: '',
  mordant: 'alum',
  fibre: 'wool',
  depth: 'middling',
  fibreG: handyFibreG(),
}))
const {
  data: view,
  failure,
  reload,
} = useLoaded(() => api.get<TypicalView>('typical', { mordant: ask.mordant, fibre: ask.fibre }))
watch([() => ask.mordant, () => ask.fibre], () => void reload())
const SHOWN = 60
const most = ref(SHOWN)
const fibreG = computed(() => ask.fibreG || handyFibreG())
const rows = computed(() => (view.value ? typicalRows(view.value.rows, ask) : []))
const shown = computed(() =>
  rows.value
    .slice(0, most.value)
    .map((row) => ({ ...row, amount: typicalAmount(row, { ...ask, fibreG: fibreG.value }) })),
)
const MORDANT_WORDS = { none: 'no mordant', alum: 'alum', iron: 'iron' } as const
watch(ask, () => (most.value = SHOWN))
useHead({ title: 'Any plant, as usual · Juniper Haze' })
</script>

<template>
  <StrengthNav />
  <div class="page-head">
    <h1>Any plant, as usual</h1>
    <span class="estimate"
      >typical of its kind, from memory: no swatch of yours stands behind these</span
    >
    <p v-if="failure" class="wrong" role="alert">{{ failure }}</p>
  </div>
  <form class="ask" aria-label="What is asked" @submit.prevent>
    <ElSelect v-model="ask.family" aria-label="Hue" placeholder="any hue" clearable>
      <ElOption value="" label="any hue" />
      <ElOption v-for="each in HUE_FAMILIES" :key="each" :value="each" :label="`${each}s`" />
    </ElSelect>
    <span>in</span>
    <ElSelect v-model="ask.month" aria-label="Month">
      <ElOption :value="0" label="any month" />
      <ElOption v-for="month in 12" :key="month" :value="month" :label="monthName(month)" />
    </ElSelect>
    <span>from</span>
    <ElSelect v-model="ask.part" aria-label="Part" placeholder="any part" clearable>
      <ElOption value="" label="any part" />
      <ElOption v-for="part in PART_KEYS" :key="part" :value="part" :label="PARTS[part].label" />
    </ElSelect>
    <ElSelect
      v-model="ask.habitat"
      aria-label="Where"
      placeholder="anywhere"
      clearable
      class="where"
    >
      <ElOption value="" label="anywhere" />
      <ElOption v-for="each in HABITAT_KEYS" :key="each" :value="each" :label="HABITATS[each]" />
    </ElSelect>
    <span>with</span>
    <ElSelect v-model="ask.mordant" aria-label="Mordant">
      <ElOption
        v-for="each in TYPICAL_MORDANTS"
        :key="each"
        :value="each"
        :label="MORDANT_WORDS[each]"
      />
    </ElSelect>
    <span>on</span>
    <QuantityField v-model="ask.fibreG" kind="mass" label="Fibre" bare class="mass" />
    <ElSelect v-model="ask.fibre" aria-label="Kind of fibre">
      <ElOption v-for="each in TYPICAL_FIBRES" :key="each" :value="each" :label="each" />
    </ElSelect>
    <ElSelect v-model="ask.depth" aria-label="Depth">
      <ElOption v-for="each in DEPTHS.slice(1)" :key="each" :value="each" :label="each" />
    </ElSelect>
  </form>
  <section v-if="view" class="panel" aria-label="Plants that answer">
    <p class="quiet">
      {{ formatCount(rows.length, 'plant') }}, those of which least is usually taken first. Whether
      a name is sure, what may be taken and what is poisonous stands on its own page.
    </p>
    <ul class="rows">
      <li v-for="row in shown" :key="row.sourceId">
        <span>
          <NuxtLink :to="`/source/${row.sourceId}`" class="capital name"
            >{{ row.commonName }} {{ PARTS[row.part].label }}</NuxtLink
          >
          <span class="latin quiet">{{ row.scientificName }}</span>
        </span>
        <span>
          {{ row.hue || 'hue not known' }}
          <span class="quiet">{{
            row.fastness === 'unknown' ? 'fastness not known' : `${row.fastness} fastness`
          }}</span>
        </span>
        <span>{{ monthsText(row.months) }}</span>
        <span class="haze">
          <strong v-if="row.amount.usual">~{{ row.amount.usual }} {{ row.usualRatioState }}</strong>
          <span v-else>no amount is usual</span>
          <span class="quiet">{{
            row.amount.span
              ? `${ask.depth}, by its kind: ${row.amount.span}`
              : `by its kind not likely to get ${ask.depth}`
          }}</span>
        </span>
        <span>
          <span v-if="row.stopGroup === 'protected'" class="warned">protected in places</span>
          <span v-else-if="row.poisonous" class="warned">poisonous</span>
          <NuxtLink v-if="row.swatches" :to="`/strength?source=${row.sourceId}`" class="own">{{
            formatCount(row.swatches, 'swatch of yours', 'swatches of yours')
          }}</NuxtLink>
        </span>
      </li>
    </ul>
    <p v-if="!rows.length">
      No plant of the catalogue answers to all of this: ask for less. What it gives with
      {{ mordantKeyWords(ask.mordant === 'none' ? 'none' : ask.mordant === 'alum' ? 'Al' : 'Fe') }}
      is not written down for every one.
    </p>
    <ElButton v-if="rows.length > most" @click="most = rows.length"
      >Show all {{ rows.length }}</ElButton
    >
    <p class="quiet below">
      Amounts are for {{ formatMass(fibreG) }} of dry fibre: what is usually taken, whatever the
      fibre, and, from the kind of stuff on {{ ask.fibre }} alone, between what and what it would
      take to come out {{ ask.depth }} or deeper. A pair of trial jars tells more.
    </p>
  </section>
</template>

<style scoped>
.ask {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  align-items: center;
  margin-bottom: 10px;
}

.ask > .el-select {
  width: 138px;
}

.ask > .where {
  width: 208px;
}

.mass {
  width: 96px;
}

.rows li {
  display: grid;
  grid-template-columns: 1.5fr 1.3fr 1fr 1.2fr 0.9fr;
  gap: 12px;
  align-items: center;
  min-height: 48px;
  padding: 5px 0;
  border-top: 1px solid var(--line);
}

.quiet {
  display: block;
  font-size: 13px;
}

.name {
  display: block;
  font-weight: 600;
}

.haze {
  color: #5d6274;
}

.warned {
  display: block;
  color: var(--ochre);
  font-size: 13px;
}

.own {
  font-size: 13px;
}

.below {
  margin-top: 10px;
}

@media (max-width: 760px) {
  .rows li {
    grid-template-columns: 1fr 1fr;
    gap: 2px 12px;
  }
}
</style>

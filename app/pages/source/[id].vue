<script setup lang="ts">
import { PARTS } from '~~/catalogue/parts'
import { HABITATS, habitatsOf } from '~~/catalogue/sources/habitats'
import { WAYS } from '~~/catalogue/ways'
import { gatheringCautions } from '~~/core/safety/gathering'
import { formatMass, formatNumber, formatRatio, formatTemperature } from '~/format/quantities'
import type { SourceOnWalk, WalkView } from '~~/shared/views/walk/walk'
import CorrectSource from '~/features/sources/CorrectSource.vue'
import { HUE_MARK_WORDS } from '~/features/sources/colours-given'
import SourceColours from '~/features/sources/SourceColours.vue'
import SourceStock from '~/features/sources/SourceStock.vue'
import { findsText } from '~/features/today/windows'
import SourceClaims from '~/features/sources/SourceClaims.vue'
import { ruleWords } from '~/features/walk/rule-words'
import WishList from '~/features/wishes/WishList.vue'
import { localToday, monthName } from '~/format/dates'
import { formatCount } from '~~/core/quantity/format-count'
import { present } from '~~/core/present'

/** All that is known of one source, ours and theirs, and where it is from. */
const api = useApi()
const route = useRoute()
const sourceId = String(route.params.id)
const { data: known, failure } = useLoaded(() =>
  api.get<SourceOnWalk>(`walk/${sourceId}`, { on: localToday() }),
)
const source = computed(() => known.value?.source ?? null)
const { data: walk } = useLoaded(() => api.get<WalkView>('walk', { on: localToday() }))
const season = computed(() => walk.value?.rows.filter((row) => row.source.id === sourceId) ?? [])
const found = computed(() => findsText(season.value[0]?.finds ?? null))
const correcting = ref(false)

const cautions = computed(() =>
  source.value ? gatheringCautions({ ...source.value, sureness: 'sure', hazards: [] }) : [],
)
const facts = computed(() => {
  const it = source.value
  if (!it) return []
  const window =
    it.windowFrom === null
      ? 'not known'
      : it.windowFrom === 1 && it.windowTo === 12
        ? 'all year'
        : `${monthName(it.windowFrom)} to ${monthName(present(it.windowTo))}, northern year`
  const habitats = habitatsOf(it.scientificName).map((each) => HABITATS[each])
  return [
    { field: 'ways', label: 'Ways', value: it.ways.map((way) => WAYS[way].label).join(', ') },
    {
      field: 'needsMordant',
      label: 'Mordant',
      value: { yes: 'needs one', no: 'needs none', unknown: 'not known' }[it.needsMordant],
    },
    {
      field: 'usualRatio',
      label: 'Usual ratio',
      value:
        it.usualRatio === null
          ? 'none is usual'
          : `${formatRatio(it.usualRatio)} ${it.usualRatioState}`,
    },
    {
      field: 'dryFraction',
      label: 'Dry matter',
      value: `${formatNumber(100 * it.dryFraction, 2)} % of the fresh weight`,
    },
    { field: 'windowFrom', label: 'Season', value: window },
    ...(habitats.length > 0
      ? [{ field: 'habitats', label: 'Grows in', value: habitats.join(', ') }]
      : []),
    {
      field: 'hues',
      label: 'Colour',
      value:
        Object.entries(it.hues)
          .map(([mark, hue]) => `${HUE_MARK_WORDS[mark as keyof typeof HUE_MARK_WORDS]}: ${hue}`)
          .join('; ') || 'not known',
    },
    {
      field: 'heatLimitC',
      label: 'Heat',
      value:
        it.heatLimitC === null ? 'no limit noted' : `up to ${formatTemperature(it.heatLimitC)}`,
    },
    {
      field: 'fastness',
      label: 'Fastness',
      value: it.fastness === 'unknown' ? 'not known: test before you rely on it' : it.fastness,
    },
    { field: 'care', label: 'Care', value: `${it.care} Take ${ruleWords(it.rule)}.` },
  ]
})
const isYours = (field: string) =>
  source.value?.provenance === 'yours' || source.value?.corrected.includes(field)

useHead({ title: () => `${source.value?.commonName ?? 'A source'} · Juniper Haze` })
</script>

<template>
  <p v-if="failure" class="wrong" role="alert">{{ failure }}</p>
  <template v-if="source && known">
    <div class="page-head">
      <h1>{{ source.commonName }} {{ PARTS[source.part].label }}</h1>
      <span class="latin">{{ source.scientificName }}</span>
      <div class="end row">
        <NuxtLink :to="`/strength?source=${source.id}`" class="el-button">Its strength</NuxtLink>
        <ElButton :aria-expanded="correcting" @click="correcting = !correcting"
          >Correct it</ElButton
        >
      </div>
    </div>
    <div class="source">
      <div class="stack">
        <div v-if="cautions.length" class="stack tight">
          <PlainCaution v-for="caution in cautions" :key="caution.key" :level="caution.level">
            {{ caution.words }}
          </PlainCaution>
        </div>
        <SourceColours :source="source" />
        <section v-if="season.length" class="panel" aria-labelledby="season">
          <h2 id="season">Its year <span class="quiet">dots are your gatherings</span></h2>
          <YearRibbons :rows="season" :today="localToday()" :most="1" />
          <p v-if="found">{{ found }}</p>
        </section>
        <section class="panel stack" aria-label="What is known">
          <CorrectSource v-if="correcting" :source="source" @done="correcting = false" />
          <p class="quiet">
            {{
              source.provenance === 'yours'
                ? 'All of it is yours.'
                : `Typical, ${source.provenance}, but for what is marked as yours.`
            }}
          </p>
          <dl>
            <div v-for="fact in facts" :key="fact.field">
              <dt>{{ fact.label }}</dt>
              <dd>
                {{ fact.value }}
                <span v-if="isYours(fact.field)" class="quiet">yours</span>
              </dd>
            </div>
            <div v-if="source.synonyms.length || source.otherNames.length">
              <dt>Also called</dt>
              <dd>
                <em class="latin">{{ source.synonyms.join(', ') }}</em>
                {{ source.otherNames.join(', ') }}
              </dd>
            </div>
          </dl>
        </section>
      </div>
      <div class="stack">
        <SourceStock :source-id="source.id" />
        <section class="panel stack tight" aria-labelledby="by-you">
          <h2 id="by-you">By your own log</h2>
          <ul>
            <li v-if="known.ratioDry?.basis === 'learnt'">
              Usually taken at {{ formatRatio(known.ratioDry.value) }} dry, by
              {{ formatCount(known.ratioDry.n, 'swatch', 'swatches') }} of yours
            </li>
            <li>
              {{ formatNumber(100 * known.dryFraction.value, 3) }} % dry matter,
              {{
                known.dryFraction.basis === 'typical'
                  ? 'typical, not yours'
                  : `from ${known.dryFraction.n} of your dryings`
              }}
            </li>
            <li v-if="known.rate">
              {{ formatMass(known.rate.gramsPerHour) }} an hour
              <template v-if="known.rate.n > 1"
                >({{ formatMass(known.rate.low) }} to {{ formatMass(known.rate.high) }})</template
              >, from {{ formatCount(known.rate.n, 'timed walk') }}
            </li>
            <li v-for="bearing in known.bearings" :key="bearing.patchId">
              {{ bearing.patchName }}: taken {{ formatMass(bearing.takenG) }} this year<template
                v-if="bearing.leftG !== null"
                >, {{ formatMass(bearing.leftG) }} left</template
              >
            </li>
          </ul>
        </section>
        <SourceClaims :source="source" />
        <WishList :source-id="source.id" />
      </div>
    </div>
  </template>
</template>

<style scoped>
.source {
  display: grid;
  grid-template-columns: minmax(0, 3fr) minmax(0, 2fr);
  gap: 20px;
  align-items: start;
}

dl > div {
  display: grid;
  grid-template-columns: 110px 1fr;
  gap: 10px;
  padding: 7px 0;
  border-top: 1px solid var(--line);
}

dt {
  color: var(--quiet);
}

@media (max-width: 960px) {
  .source {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>

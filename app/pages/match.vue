<script setup lang="ts">
import GatheringList from '~/features/match/GatheringList.vue'
import MatchSentence from '~/features/match/MatchSentence.vue'
import MatchAnswerWords from '~/features/match/MatchAnswerWords.vue'
import WantedColour from '~/features/match/WantedColour.vue'
import WayCard from '~/features/match/WayCard.vue'
import type { ToGather } from '~/features/match/gathering'
import { FIRST_ASK, type MatchAsk } from '~/features/match/match-ask'
import type { ToldBath } from '~/features/match/told-ways'
import { useMatch, useResults, wantedOfColour, type Wanted } from '~/features/match/useMatch'
import { usePlanWay } from '~/features/match/usePlanWay'
import { keptColour } from '~/features/swatch/given'
import SwatchNav from '~/features/swatch/SwatchNav.vue'
import { formatNumber } from '~/format/quantities'
import { colourName } from '~~/core/colour/colour-name'
import { hexOfLab, labOfHex } from '~~/core/colour/screen-colour'
import type { Lab } from '~~/core/colour/tristimulus'
import { messageOf } from '~~/core/present'
import { bestReading } from '~~/shared/rules/swatch/best-reading'
import { swatchName } from '~~/shared/words/swatch/swatch-name'
import type { BoothView } from '~~/shared/views/swatch/booth'

/** A colour that is wanted, and the ways to come near it from what the log's swatches tell. */
const route = useRoute()
const { draft: ask } = useDraft<MatchAsk>('match', () => ({ ...FIRST_ASK }))
const { draft: kept } = useDraft<{ wanted: Wanted[] }>('match-wanted', () => ({ wanted: [] }))
const chosen = ref(0)
const want = (all: Wanted[]) => {
  kept.wanted = all
  chosen.value = 0
}

const api = useApi()
async function wantSwatch(id: string) {
  const { swatch, sources, piece, pot } = await api.get<BoothView>(`booth/${id}`)
  const best = bestReading(swatch.readings, { afterLight: true })
  if (!best) return
  const seen = keptColour(best)
  want([
    {
      name: `${swatchName(sources, piece, pot.dyedOn)}, ${swatch.code}`,
      lab: seen.lab,
      hex: seen.hex,
      reflectance: seen.basis === 'measured' ? seen.reflectance : null,
      errorDe: best.errorDe ?? 0,
    },
  ])
}
const { swatch: ofSwatch, want: ofHex } = route.query
const swatchFailure = ref('')
if (typeof ofSwatch === 'string') {
  wantSwatch(ofSwatch).catch((error: unknown) => (swatchFailure.value = messageOf(error)))
}
if (typeof ofSwatch !== 'string' && typeof ofHex === 'string' && /^#?[0-9a-f]{6}$/i.test(ofHex)) {
  const lab: Lab = labOfHex(ofHex)
  want([wantedOfColour(colourName(lab), lab, hexOfLab(lab))])
}

const match = useMatch(ask)
const { view, failure, isReady, share, searchFailure } = match
const { results, isSearching, isStopped, stop, run } = useResults(match, () => kept.wanted, ask)
const wanted = computed(() => kept.wanted[chosen.value] ?? null)
const result = computed(() => results.value[chosen.value] ?? null)
const mordants = computed(() =>
  [...new Set(view.value?.curves.map(({ mordant }) => mordant))].sort(),
)
const { of, saving, failure: planFailure, plan, wish } = usePlanWay(ask)

async function wishOne(bath: ToldBath, key: string) {
  of.value = key
  await wish(bath, { dryG: bath.plant.dryG, colour: wanted.value?.name ?? 'a colour' })
}
async function wishAll(all: ToGather[]) {
  of.value = 'palette'
  const colour = `${kept.wanted.length} colours`
  for (const { baths, dryG } of all) {
    const [one] = baths
    if (one && !(await wish(one, { dryG, colour, pieces: baths.length }))) return
  }
  void navigateTo('/walk')
}
const SHOWN = 8
useHead({ title: 'A colour you want · Juniper Haze' })
</script>

<template>
  <SwatchNav />
  <div class="page-head"><h1>A colour you want</h1></div>
  <p v-if="failure || swatchFailure" class="wrong" role="alert">{{ failure || swatchFailure }}</p>

  <div class="match">
    <section class="wanted" aria-label="The colour that is wanted">
      <div v-if="wanted" class="patch" :style="{ background: wanted.hex }" />
      <div v-else class="patch none">none yet</div>
      <p v-if="wanted" class="on-grey">
        <strong>{{ wanted.name }}</strong><br />
        {{
          wanted.errorDe > 0
            ? `known within ${formatNumber(wanted.errorDe, 2)} ΔE`
            : 'exactly this colour'
        }}
        · <NuxtLink :to="`/wall?want=${wanted.hex.slice(1)}`">among mine</NuxtLink>
      </p>
      <div class="panel"><WantedColour @want="want" /></div>
      <div class="panel"><MatchSentence :model-value="ask" :mordants="mordants" /></div>
      <p v-if="view" class="on-grey small">
        <template v-if="view.foretelling === null"
          >How well this foretells is being looked at.</template
        >
        <template v-else-if="view.foretelling.n === 0"
          >None of your swatches could be foretold from others yet.</template
        >
        <template v-else>
          How well this has foretold your own swatches: half within
          <strong>{{ formatNumber(view.foretelling.medianMiss, 2) }} ΔE</strong>, nine in ten within
          {{ formatNumber(view.foretelling.mostMiss, 2) }}; what was promised nine times in ten held
          for {{ Math.round(100 * (view.foretelling.held ?? 0)) }} % ({{ view.foretelling.n }}, each
          from the other pots).
        </template>
        {{
          view.uptake.n === 0
            ? 'What a second dye does on a first is as is usual: none of yours was read after both.'
            : `What a second dye does on a first: from ${view.uptake.n} of yours.`
        }}
      </p>
    </section>

    <div class="ways">
      <p v-if="view && !isReady" role="status" class="quiet">
        The colours of your sources are being worked out: {{ view.pending }} to go.
      </p>
      <div v-if="isSearching" class="row searching" role="status">
        <ElProgress
          :percentage="Math.round(100 * (share ?? 0))"
          :stroke-width="10"
          aria-label="Searching"
        />
        <ElButton @click="stop">Stop</ElButton>
      </div>
      <p v-if="isStopped" role="status">Stopped. <ElButton @click="run">Search again</ElButton></p>
      <p v-if="searchFailure" class="wrong" role="alert">{{ searchFailure }}</p>
      <GatheringList
        v-if="kept.wanted.length > 1"
        v-model="chosen"
        :wanted="kept.wanted"
        :results="results"
        :saving="saving"
        :failure="of === 'palette' ? planFailure : ''"
        @wish="wishAll"
      />
      <p v-if="!wanted" class="panel">
        Pick a colour, take a photo of a leaf beside white paper, or open
        <NuxtLink to="/wall">one of your swatches</NuxtLink>. Ways to come near it stand here,
        likeliest first.
      </p>
      <template v-else-if="result">
        <MatchAnswerWords :result="result" :within="ask.within" />
        <WayCard
          v-for="way in result.ways.slice(0, SHOWN)"
          :key="way.key"
          :way="way"
          :wanted-hex="wanted.hex"
          :within="ask.within"
          :saving="saving && of === way.key"
          :failure="of === way.key ? planFailure : ''"
          @plan="plan(way, wanted.name)"
          @wish="(bath) => wishOne(bath, way.key)"
        />
      </template>
    </div>
  </div>
</template>

<style scoped>
h1,
.on-grey {
  color: #16191b;
}

.match {
  display: grid;
  grid-template-columns: 408px minmax(0, 1fr);
  gap: 16px;
  align-items: start;
}

.wanted {
  display: grid;
  gap: 10px;
  padding: 14px;
  border-radius: var(--corner);
  background: #a2a3a2;
}

.wanted p {
  margin: 0;
}

.wanted a {
  color: #16191b;
}

.patch {
  height: 112px;
  border-radius: 3px;
}

.none {
  display: grid;
  place-items: center;
  border: 1px dashed #16191b;
  color: #16191b;
}

.small {
  font-size: 14px;
}

.ways {
  display: grid;
  gap: 12px;
}

.searching {
  flex-wrap: nowrap;
}

.searching :deep(.el-progress) {
  flex: 1;
}

@media (max-width: 960px) {
  .match {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>

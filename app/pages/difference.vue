<script setup lang="ts">
import type { EvidenceView, SpoiltView } from '~~/shared/views/evidence/evidence'
import AlmostClean from '~/features/evidence/AlmostClean.vue'
import EffectChart from '~/features/evidence/EffectChart.vue'
import PairStrips from '~/features/evidence/PairStrips.vue'
import {
  answerWords,
  effectTitle,
  keyOfEffect,
  repeatWords,
  sourceWords,
  spoiltWords,
} from '~/features/evidence/effect-words'
import TwoBeside from '~/features/evidence/TwoBeside.vue'
import StrengthNav from '~/features/strength/StrengthNav.vue'
import { FACTOR_WORDS } from '~/features/pot/factor-words'
import { formatCount } from '~~/core/quantity/format-count'

/** What made the difference: everything that was ever changed, held against what was not. */
const api = useApi()
const { query } = useRoute()
const sourceId = ref(typeof query.source === 'string' ? query.source : '')
const of = computed((): Record<string, string> =>
  sourceId.value ? { sourceId: sourceId.value } : {},
)
const isAnyRatio = ref(false)
const { data: view, failure } = useLoaded(
  () =>
    api.get<EvidenceView>('evidence', { ...of.value, ...(isAnyRatio.value && { ratios: 'any' }) }),
  () => [sourceId.value, isAnyRatio.value],
)
/** A list shows nothing chosen where its value is empty. */
const ALL = 'all'
const which = computed({
  get: () => sourceId.value || ALL,
  set: (id) => (sourceId.value = id === ALL ? '' : id),
})
/** Of the whole log, whatever is chosen: so that another source can be. */
const names = ref<Record<string, string>>({})
watch(view, (now) => {
  if (now) names.value = { ...names.value, ...now.sourceNames }
})
const looks = computed(() => new Map((view.value?.looks ?? []).map((look) => [look.id, look])))
const key = ref('')
const effects = computed(() => view.value?.effects ?? [])
const effect = computed(
  () => effects.value.find((each) => keyOfEffect(each) === key.value) ?? effects.value[0] ?? null,
)
const { data: spoilt, failure: uncounted } = useLoaded(
  async () =>
    effect.value
      ? await api.get<SpoiltView>('evidence/spoilt', { factor: effect.value.factor, ...of.value })
      : null,
  effect,
)
/** Two swatches that an address brings. */
const brought = {
  ...(typeof query.a === 'string' && { first: query.a }),
  ...(typeof query.b === 'string' && { second: query.b }),
}
watch(
  () => view.value !== null && effect.value !== null,
  async (isThere) => {
    if (!isThere || !('first' in brought)) return
    await nextTick()
    document.getElementById('two')?.scrollIntoView({ block: 'center' })
  },
)
const MOST_ALMOST = 2
const tested = computed(() => effects.value.filter(({ q }) => q !== null).length)
const spoiltCount = computed(() =>
  (spoilt.value?.items ?? []).reduce((sum, { differed, unknown }) => sum + differed + unknown, 0),
)
const isCut = computed(() => (spoilt.value?.items ?? []).some((each) => each.isCut))
useHead({ title: 'What made the difference · Juniper Haze' })
</script>

<template>
  <StrengthNav />
  <p v-if="failure || uncounted" class="wrong" role="alert">{{ failure || uncounted }}</p>
  <template v-if="view && effect">
    <h1 class="question">
      What did
      <ElSelect
        :model-value="keyOfEffect(effect)"
        class="what"
        filterable
        aria-label="What was changed"
        @update:model-value="key = $event"
      >
        <ElOption
          v-for="each in effects"
          :key="keyOfEffect(each)"
          :value="keyOfEffect(each)"
          :label="effectTitle(each)"
        />
      </ElSelect>
      do, for
      <ElSelect v-model="which" class="which" filterable aria-label="For which source">
        <ElOption :value="ALL" label="all sources" />
        <ElOption v-for="(name, id) in names" :key="id" :value="id" :label="name" />
      </ElSelect>
    </h1>
    <p class="answer" role="status">
      {{ answerWords(effect, view.ratios) }} {{ repeatWords(view.repeats) }}
    </p>
    <p class="row ratios">
      <ElCheckbox
        v-model="isAnyRatio"
        label="Pots of any ratio, brought to one along the source’s curve"
      />
      <span v-if="view.withoutCurve" class="quiet">
        {{ formatCount(view.withoutCurve, 'source has', 'sources have') }} no curve yet: its ratios
        must be alike.
      </span>
    </p>
    <div class="both">
      <section class="panel" aria-labelledby="pairs">
        <h2 id="pairs">Pairs <span class="quiet">clean ones, side by side</span></h2>
        <PairStrips :key="keyOfEffect(effect)" :effect="effect" :looks="looks" />
      </section>
      <div class="stack">
        <section class="panel" aria-labelledby="all">
          <h2 id="all">Everything that was ever changed</h2>
          <EffectChart :effects="effects" :chosen="keyOfEffect(effect)" @choose="key = $event" />
          <p class="quiet">
            Lines hold the truth about nine times in ten or more (simulated). Filled: more than
            luck, with {{ formatCount(tested, 'question') }} asked at once; of those called so one
            in twenty at the most is chance, on average. Pieces of one pot count as one proof.
          </p>
        </section>
        <section v-if="spoilt && spoiltCount" class="panel" aria-labelledby="spoilt">
          <h2 id="spoilt">Spoilt {{ spoiltCount }}{{ isCut ? ' and more' : '' }}</h2>
          <p>
            Pairs in which {{ FACTOR_WORDS[effect.factor] }} differed, and one thing more, mostly:
            {{ spoiltWords(spoilt.items) }}.
          </p>
        </section>
        <section v-if="view.almost.length" class="panel" aria-labelledby="almost">
          <h2 id="almost">
            Almost <span class="quiet">one piece more would make these clean</span>
          </h2>
          <AlmostClean :almost="view.almost.slice(0, MOST_ALMOST)" :looks="looks" />
        </section>
        <section v-if="effect.perSource.length > 1" class="panel" aria-labelledby="sources">
          <h2 id="sources">Source by source</h2>
          <ul>
            <li v-for="each in effect.perSource" :key="each.source">
              <button type="button" class="link" @click="sourceId = each.source">
                {{ names[each.source] ?? '' }}</button>: {{ sourceWords(each) }}
            </li>
          </ul>
          <p v-if="effect.sources > effect.perSource.length" class="quiet">
            And {{ formatCount(effect.sources - effect.perSource.length, 'source') }} with fewer
            proofs.
          </p>
        </section>
        <section id="two" class="panel" aria-labelledby="any">
          <h2 id="any">Any two, side by side</h2>
          <TwoBeside v-bind="brought" />
        </section>
      </div>
    </div>
  </template>
  <section v-else-if="view" class="panel stack">
    <h1>What made the difference</h1>
    <p v-if="view.read === 0">
      Nothing was read yet. <NuxtLink to="/card">A swatch you have</NuxtLink>, or a pot with two
      pieces, is where it begins.
    </p>
    <p v-else>
      Of {{ formatCount(view.read, 'swatch', 'swatches') }} no two differ in one thing alone. Put
      two pieces in one pot that differ in one thing: their liquor is the same, known or not. From
      pot to pot everything must be written down ({{ view.known }} of {{ view.read }} are): water,
      cut, final pH, the mordant’s percentage, heat and drying.
    </p>
    <p>
      <NuxtLink class="el-button" to="/trial">Lay out a fair trial</NuxtLink>
      <NuxtLink class="el-button" to="/pot">Plan a pot</NuxtLink>
      <button v-if="sourceId" type="button" class="link" @click="sourceId = ''">All sources</button>
    </p>
    <template v-if="view.read > 1">
      <h2>Any two, side by side</h2>
      <TwoBeside v-bind="brought" />
    </template>
  </section>
</template>

<style scoped>
.what {
  width: 260px;
}

.which {
  width: 220px;
}

.ratios {
  gap: 4px 16px;
  margin: -8px 0 12px;
}

.answer {
  max-width: 90ch;
  margin: 10px 0 16px;
  font-size: 17px;
  line-height: 1.45;
}

.both {
  display: grid;
  grid-template-columns: minmax(0, 5fr) minmax(0, 7fr);
  gap: 16px;
  align-items: start;
}

@media (max-width: 960px) {
  .both {
    grid-template-columns: minmax(0, 1fr);
  }

  .what,
  .which {
    width: 100%;
  }
}
</style>

<script setup lang="ts">
import dayjs from 'dayjs'
import { formatCount } from '~~/core/quantity/format-count'
import { formatMass } from '~/format/quantities'
import { fullDate } from '~/format/calendar'
import {
  attentionWords,
  fibreWords,
  gatheredName,
  gatheredWords,
  learntName,
  learntWords,
  perFibreWords,
  placeWords,
  wasteWords,
} from '~/features/year/back-words'
import type { YearBack } from '~~/shared/views/year/back'

/** A year on one page of paper: gathered, dyed, learnt, and what it cost. */
const api = useApi()
const route = useRoute()
const router = useRouter()
const year = computed(() => {
  const asked = Number(route.query.year)
  return Number.isInteger(asked) && asked > 0 ? asked : dayjs().year()
})
const { data: back, failure } = useLoaded(
  () => api.get<YearBack>('year/back', { year: year.value }),
  year,
)
const years = computed(() => [...new Set([year.value, ...(back.value?.years ?? [])])])
const YEAR_OPTIONS = computed(() =>
  [...years.value].sort((a, b) => b - a).map((value) => ({ value: `${value}`, label: `${value}` })),
)
const MOST_LEARNT = 12
const isBlank = computed(
  () => back.value !== null && back.value.gathered.length === 0 && back.value.pots === 0,
)
const waste = computed(() => (back.value ? wasteWords(back.value.waste) : []))
const print = () => window.print()
useHead({ title: () => `${year.value} looked back on · Juniper Haze` })
</script>

<template>
  <div class="no-print">
    <div class="page-head">
      <h1>Looking back</h1>
      <NuxtLink to="/year">Year</NuxtLink>
      <p v-if="failure" class="wrong" role="alert">{{ failure }}</p>
      <div class="row end">
        <ChoiceSelect
          class="which"
          :model-value="`${year}`"
          label="Which year"
          :options="YEAR_OPTIONS"
          @update:model-value="router.replace({ query: { year: $event } })"
        />
        <ElButton type="primary" :disabled="isBlank" @click="print">Print</ElButton>
      </div>
    </div>
    <p v-if="!back && !failure" class="quiet" role="status">
      Being worked out: each curve as it was known before the year and after it.
    </p>
    <p v-if="isBlank">
      Nothing of {{ year }} is written down: no gathering and no pot.
      <NuxtLink to="/card">A swatch you have</NuxtLink> from then, with its pot, brings it here.
    </p>
  </div>
  <article v-if="back && !isBlank" class="paper">
    <header>
      <h2>{{ back.year }}</h2>
      <p>
        {{ formatCount(back.pots, 'pot') }}, {{ formatCount(back.pieces, 'piece') }},
        {{ fibreWords(back) }}; as of {{ fullDate(undefined) }}
      </p>
    </header>
    <div class="two">
      <section>
        <h3>Gathered</h3>
        <p v-if="!back.gathered.length">Nothing is written down.</p>
        <dl>
          <template v-for="row in back.gathered" :key="row.sourceId">
            <dt>{{ gatheredName(row) }}</dt>
            <dd>
              {{ gatheredWords(row) }}
              <span v-for="place in row.places" :key="place.patchName ?? ''" class="place">{{
                placeWords(place)
              }}</span>
            </dd>
          </template>
        </dl>
        <h3>Plant for fibre</h3>
        <dl>
          <template v-for="row in back.plantPerFibre" :key="row.sourceId">
            <dt>{{ row.sourceName }}</dt>
            <dd>{{ perFibreWords(row) }}</dd>
          </template>
        </dl>
        <p v-if="back.unmeasuredPots">
          {{ formatCount(back.unmeasuredPots, 'first bath') }} not counted: unweighed, or of several
          sources.
        </p>
      </section>
      <section>
        <h3>Dyed</h3>
        <ul class="colours">
          <li v-for="colour in back.colours" :key="colour.family">
            <span class="capital">{{ colour.family }}</span>
            <span class="skeins" aria-hidden="true">
              <span v-for="(hex, i) in colour.hexes" :key="i" :style="{ background: hex }" />
            </span>
            <span>{{ formatCount(colour.pieces, 'piece') }}, {{ formatMass(colour.fibreG) }}</span>
          </li>
        </ul>
        <p>
          <template v-if="back.unread">
            {{ formatCount(back.unread, 'swatch', 'swatches') }} not read yet.
          </template>
          Again: {{ back.verdicts.again }}; with a change: {{ back.verdicts.change }}; not again:
          {{ back.verdicts.not }}.
        </p>
        <h3>Learnt</h3>
        <p v-if="!back.learnt.length">No curve has a swatch of this year.</p>
        <dl>
          <template
            v-for="row in back.learnt.slice(0, MOST_LEARNT)"
            :key="`${row.sourceId} ${row.key}`"
          >
            <dt>{{ learntName(row) }}</dt>
            <dd>{{ learntWords(row) }}</dd>
          </template>
        </dl>
        <p v-if="back.learnt.length > MOST_LEARNT">
          And {{ formatCount(back.learnt.length - MOST_LEARNT, 'more curve') }}.
        </p>
        <h3>What it cost</h3>
        <p>Attention: {{ attentionWords(back.attention) }}.</p>
        <p v-if="waste.length">Waste, as far as it is written down: {{ waste.join('; ') }}.</p>
        <p v-else>No waste is written down.</p>
      </section>
    </div>
  </article>
</template>

<style scoped>
.paper {
  max-width: 940px;
  margin: 14px auto 0;
  padding: 18px 24px;
  font-size: 13px;
}

.which {
  width: 120px;
}

.paper h2 {
  font-size: 21px;
}

h3 {
  margin: 10px 0 3px;
  border-bottom: 1px solid var(--line);
  font-size: 15px;
}

.two {
  display: grid;
  grid-template-columns: 1fr 1.1fr;
  gap: 24px;
}

dl {
  display: grid;
  grid-template-columns: minmax(0, 0.8fr) minmax(0, 1.2fr);
  gap: 3px 10px;
  margin: 0;
}

dd {
  margin: 0;
}

.place {
  display: block;
}

.colours {
  margin: 0;
  padding: 0;
  list-style: none;
}

.colours li {
  display: grid;
  grid-template-columns: 70px minmax(0, 1fr) 130px;
  gap: 10px;
  align-items: center;
  padding: 2px 0;
}

.skeins {
  display: flex;
  height: 18px;
}

.skeins span {
  flex: 1 1 0;
  max-width: 22px;
  print-color-adjust: exact;
}

@media (max-width: 700px) {
  .two {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>

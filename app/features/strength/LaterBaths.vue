<script setup lang="ts">
import { DEPTH_STARTS } from '~~/core/colour/depth'
import { formatNumber, formatRatio } from '~/format/quantities'
import { coatsAnswer } from '~~/core/strength/coats'
import { bathsWorthwhile, type ExpectedBath } from '~~/core/strength/later-baths'
import { sentenceSpan } from '~/format/spans'
import type { StrengthGroup } from '~~/shared/views/strength/strength'
import { hexAtStrength } from './ribbon-paint'
import { percentText } from './words'
import { formatCount } from '~~/core/quantity/format-count'
import { laterBathsOf } from '~/features/strength/later-baths'
import { useCurvesWorker } from '~/composables/useCurvesWorker'
import { latestOnly } from '~/composables/latest'
import { plain } from '~/workers/plain'

/** What a second and third bath gave, and how many are worth the fire; coats, where it was painted. */
const { group, ratio } = defineProps<{ group: StrengthGroup; ratio: number }>()

const BATHS = 5
const answer = computed(() => group.curve?.answer ?? null)
const later = computed(() => laterBathsOf(group.points))
const taken = computed(() => answer.value?.taken ?? null)
const worker = useCurvesWorker()
const expected = shallowRef<ExpectedBath[]>([])
const ask = latestOnly()
watch(
  [answer, () => ratio],
  async ([now]) => {
    const isLatest = ask()
    if (!now) return void (expected.value = [])
    const baths = await worker.expectedBaths({
      points: plain(now.points),
      context: plain(now.prior),
      baths: plain(now.laterBaths),
      ratioDry: ratio,
      count: BATHS,
    })
    if (isLatest()) expected.value = baths
  },
  { immediate: true },
)
const rows = computed(() =>
  expected.value.map((each) => ({
    ...each,
    hex: group.curve && hexAtStrength(group.curve, each.mid),
    seen: later.value.filter(({ bathNumber }) => bathNumber === each.bath),
  })),
)
/** How many baths are worth the fire, and the fewest and most. */
const worth = computed(() => {
  if (expected.value.length === 0) return null
  const { mid, low, high } = bathsWorthwhile(expected.value, DEPTH_STARTS.pale)
  const most = high === BATHS ? `${BATHS} or more` : `${high}`
  const span = low === high ? '' : ` (${low} to ${most})`
  return `${mid === BATHS ? `${BATHS} or more` : mid}${span} ${mid === 1 ? 'bath is' : 'baths are'}`
})

const coats = computed(() => {
  const readings = group.points.flatMap(({ coats: count, strength, lotCodes }) =>
    count === null || !(strength !== null && strength > 0)
      ? []
      : [{ coats: count, strength, piece: lotCodes.join() }],
  )
  return group.points.some((point) => point.coats !== null) ? coatsAnswer(readings, 4) : null
})
</script>

<template>
  <section class="stack tight" aria-labelledby="baths">
    <h2 id="baths" class="sr-only">Baths in a row</h2>
    <template v-if="answer && taken && group.n > 0">
      <p>
        Each bath takes about <strong>{{ percentText(taken.mid) }}</strong> of what is left ({{
          percentText(taken.low)
        }}
        to {{ percentText(taken.high) }};
        {{
          taken.n > 0
            ? `from ${formatCount(taken.n, 'swatch', 'swatches')} of later baths`
            : 'usual, not yours: no later bath was read'
        }}).
      </p>
      <ol aria-label="Strength to expect of each bath">
        <li v-for="row in rows" :key="row.bath">
          <span class="patch" :style="{ background: row.hex ?? 'transparent' }" />
          <span>bath {{ row.bath }}</span>
          <span>
            {{ formatNumber(row.mid, 2) }}
            <span class="quiet">({{ sentenceSpan(row) }})</span>
          </span>
          <span class="seen">
            <NuxtLink
              v-for="each in row.seen"
              :key="each.swatchId"
              :to="`/swatch?swatch=${each.swatchId}`"
              :title="each.code"
              :aria-label="`${each.code}, strength ${formatNumber(each.strength, 2)}`"
              class="chip"
              :style="{ background: each.hex }"
            />
          </span>
        </li>
      </ol>
      <p v-if="worth">
        From {{ formatRatio(ratio) }} dry, <strong>{{ worth }}</strong> likely to come out pale or
        deeper. Spans hold the next piece of a new lot nine times in ten.
      </p>
    </template>
    <p v-else class="quiet">A curve of first baths is wanted before later ones can be reckoned.</p>
    <template v-if="coats">
      <p>
        <strong>Coats</strong>,
        {{
          coats.n > 0 ? `from ${formatCount(coats.n, 'swatch', 'swatches')}` : 'usual, not yours'
        }}:
        <template v-for="(gain, i) in coats.gains" :key="gain.to">
          {{ i > 0 ? ', ' : '' }}coat {{ gain.to }} adds {{ percentText(gain.mid) }} ({{
            percentText(gain.low)
          }}
          to {{ percentText(gain.high) }})</template
        >.
      </p>
    </template>
  </section>
</template>

<style scoped>
ol {
  display: grid;
  gap: 4px;
}

li {
  display: grid;
  grid-template-columns: 34px 64px 1fr auto;
  gap: 10px;
  align-items: center;
}

.patch {
  height: 28px;
  border: 1px solid var(--line);
  border-radius: 4px;
}

.seen {
  display: flex;
  gap: 4px;
}

.chip {
  width: 26px;
  height: 26px;
  border: 1px solid #6b7378;
  border-radius: 4px;
}
</style>

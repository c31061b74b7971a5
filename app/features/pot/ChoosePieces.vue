<script setup lang="ts">
import WorkedExample from '~/features/examples/WorkedExample.vue'
import { mordantKeyWords } from '~~/shared/words/swatch/mordant-key-words'
import { limitsSentence, strictest } from '~~/core/fibre/limits'
import { limitsOf } from '~~/shared/rules/basket/fibre'
import { formatMass, inUnits } from '~/format/quantities'
import type { Piece } from '~~/shared/schemas/basket/piece'
import { codesText, groupAlike } from '~/features/basket/alike'
import { weightText } from '~/features/basket/basis-words'
import { isMordanted, marksOf, pieceName, readiness } from '~/features/basket/readiness'
import { POT_PLAN } from './usePotPlan'
import type { PotStock } from './usePotStock'
import { first, present } from '~~/core/present'

const { stock, errors } = defineProps<{ stock: PotStock; errors: Record<string, string> }>()
const plan = present(inject(POT_PLAN))

const isIn = ({ id }: Piece) => plan.draft.pieceIds.includes(id)
/** Pieces that were dyed before are asked for: most pots want undyed ones. */
const withDyed = ref(stock.dyedBefore.some(isIn))
/** Fewer alike pieces stand one by one. */
const LEAST_FOLDED = 3
/** First of each line of alike pieces that is unfolded. */
const unfolded = ref<string[]>([])

/** What is in the pot first, then what is ready for it. Ordered when the basket is loaded, so
 * that tags do not jump under the hand. */
const ordered = computed(() => {
  const rank = (piece: Piece) => (entered.has(piece.id) ? 0 : isMordanted(piece) ? 1 : 2)
  const offered = withDyed.value ? [...stock.pieces, ...stock.dyedBefore] : stock.pieces
  return [...offered].sort((a, b) => rank(a) - rank(b))
})
const entered = new Set(plan.draft.pieceIds)
const lines = computed(() =>
  groupAlike(ordered.value).flatMap((alike) =>
    alike.length < LEAST_FOLDED || unfolded.value.includes(first(alike).id)
      ? alike.map((piece) => [piece])
      : [alike],
  ),
)
const sets = computed(() =>
  stock.sets.flatMap(({ id, name }) => {
    const pieces = ordered.value.filter(({ setId }) => setId === id)
    return pieces.length > 1 ? [{ id, name, pieces }] : []
  }),
)

const isAllIn = (pieces: readonly Piece[]) => pieces.every(isIn)
/** All of a line go in; where all are, all come out. */
function toggle(pieces: readonly Piece[]) {
  const ids = pieces.map(({ id }) => id)
  const others = plan.draft.pieceIds.filter((each) => !ids.includes(each))
  plan.draft.pieceIds = isAllIn(pieces) ? others : [...others, ...ids]
}
/** So many of a line of alike pieces go in, the first of them. */
function take(pieces: readonly Piece[], count: number | null) {
  const ids = pieces.map(({ id }) => id)
  const others = plan.draft.pieceIds.filter((each) => !ids.includes(each))
  const wanted = Math.min(ids.length, Math.max(0, Math.round(count ?? 0)))
  plan.draft.pieceIds = [...others, ...ids.slice(0, wanted)]
}
const figure = (pieces: readonly Piece[]) =>
  `${pieces.length > 1 ? `${pieces.length} × ` : ''}${weightText(first(pieces))}`
const hexOf = (piece: Piece) => plan.presentColours.get(piece.id)?.hex ?? piece.bare?.hex
/** Of several, the name without the mark that tells them apart. */
const nameOf = (pieces: readonly Piece[]) =>
  pieceName(pieces.length > 1 ? { ...first(pieces), mark: '' } : first(pieces))
const lineOf = (piece: Piece) =>
  piece.potIds.length > 0 ? `dyed before: ${readiness(piece)}` : readiness(piece)
</script>

<template>
  <section class="stack tight pieces" aria-labelledby="onto">
    <h2 id="onto">
      Onto
      <span class="quiet">
        {{ plan.pieces.length }} of {{ stock.hasMorePieces ? 'the newest ' : ''
        }}{{ ordered.length }} pieces, {{ formatMass(plan.fibreG) }} dry
      </span>
    </h2>
    <p v-if="plan.pieces.length" class="quiet">
      {{ inUnits(limitsSentence(strictest(plan.pieces.map(limitsOf)))) }}
    </p>
    <p v-if="errors['/pieces']" class="wrong">Choose at least one piece.</p>
    <p v-if="sets.length || stock.dyedBefore.length" class="row choices">
      <ElButton
        v-for="set in sets"
        :key="set.id"
        size="small"
        :aria-pressed="isAllIn(set.pieces)"
        @click="toggle(set.pieces)"
        >All {{ set.pieces.length }} of {{ set.name }}</ElButton
      >
      <ElCheckbox v-if="stock.dyedBefore.length" v-model="withDyed">also what was dyed</ElCheckbox>
    </p>
    <ul tabindex="-1">
      <li v-for="alike in lines" :key="first(alike).id">
        <SwingTag
          :code="codesText(alike.map(({ code }) => code))"
          :hex="hexOf(first(alike))"
          :chosen="isAllIn(alike)"
          :figure="figure(alike)"
          :figure-note="mordantKeyWords(marksOf(first(alike)))"
          :line="lineOf(first(alike))"
          @choose="toggle(alike)"
        >
          <template #name>{{ nameOf(alike) }}</template>
        </SwingTag>
        <p v-if="alike.length > 1" class="row some">
          <NumberField
            :model-value="alike.filter(isIn).length"
            :label="`How many of ${codesText(alike.map(({ code }) => code))}`"
            :unit="`of ${alike.length} alike`"
            bare
            @update:model-value="take(alike, $event)"
          />
          <button type="button" class="link" @click="unfolded.push(first(alike).id)">
            one by one
          </button>
        </p>
      </li>
      <li v-if="!ordered.length" class="quiet">
        The basket is empty. <NuxtLink to="/basket">Weigh a piece</NuxtLink> first.
        <WorkedExample station="pot" />
      </li>
    </ul>
  </section>
</template>

<style scoped>
ul {
  /* hidden labels of what is scrolled out would make the page longer */
  position: relative;
  display: grid;
  gap: 6px;
  max-height: 228px;
  overflow-y: auto;
}

.choices {
  gap: 4px 10px;
}

.some {
  gap: 10px;
  align-items: center;
  margin: 4px 0 2px 14px;
}

.some > :first-child {
  width: 168px;
}
</style>

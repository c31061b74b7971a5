<script setup lang="ts">
import { limitsSentence, strictest } from '~~/core/fibre/limits'
import { limitsOf } from '~~/shared/rules/basket/fibre'
import { formatMass, inUnits } from '~/format/quantities'
import type { Piece } from '~~/shared/schemas/basket/piece'
import { weightText } from '~/features/basket/basis-words'
import { isMordanted, marksOf, pieceName, readiness } from '~/features/basket/readiness'
import { POT_PLAN } from './usePotPlan'
import type { PotStock } from './usePotStock'
import { present } from '~~/core/present'

const { stock, errors } = defineProps<{ stock: PotStock; errors: Record<string, string> }>()
const plan = present(inject(POT_PLAN))

const isIn = (id: string) => plan.draft.pieceIds.includes(id)

/** What is in the pot first, then what is ready for it. Ordered when the basket is loaded, so
 * that tags do not jump under the hand. */
const ordered = computed(() => {
  const rank = (piece: Piece) => (entered.has(piece.id) ? 0 : isMordanted(piece) ? 1 : 2)
  return [...stock.pieces].sort((a, b) => rank(a) - rank(b))
})
const entered = new Set(plan.draft.pieceIds)

function toggle(id: string) {
  plan.draft.pieceIds = isIn(id)
    ? plan.draft.pieceIds.filter((each) => each !== id)
    : [...plan.draft.pieceIds, id]
}
</script>

<template>
  <section class="stack tight pieces" aria-labelledby="onto">
    <h2 id="onto">
      Onto
      <span class="quiet">
        {{ plan.pieces.length }} of {{ stock.hasMorePieces ? 'the newest ' : ''
        }}{{ stock.pieces.length }} pieces, {{ formatMass(plan.fibreG) }} dry
      </span>
    </h2>
    <p v-if="plan.pieces.length" class="quiet">
      {{ inUnits(limitsSentence(strictest(plan.pieces.map(limitsOf)))) }}
    </p>
    <p v-if="errors['/pieces']" class="wrong">Choose at least one piece.</p>
    <ul tabindex="-1">
      <li v-for="piece in ordered" :key="piece.id">
        <SwingTag
          :code="piece.code"
          :hex="piece.bare?.hex"
          :chosen="isIn(piece.id)"
          :figure="weightText(piece)"
          :figure-note="marksOf(piece) === 'none' ? 'no mordant' : marksOf(piece)"
          :line="readiness(piece)"
          @choose="toggle(piece.id)"
        >
          <template #name>{{ pieceName(piece) }}</template>
        </SwingTag>
      </li>
      <li v-if="!stock.pieces.length" class="quiet">
        The basket is empty. <NuxtLink to="/basket">Weigh a piece</NuxtLink> first.
      </li>
    </ul>
  </section>
</template>

<style scoped>
ul {
  display: grid;
  gap: 6px;
  max-height: 228px;
  overflow-y: auto;
}
</style>

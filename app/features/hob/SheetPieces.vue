<script setup lang="ts">
import type { RecipeCard } from '~~/core/formats/recipe-card'
import { formatMass } from '~/format/quantities'
import type { Pot } from '~~/shared/schemas/pot/pot'
import { formatDuration } from '~~/core/quantity/format-duration'

/** The pieces of a pot on paper: what is hoped for, or what came. */
const { card, pot, isCard } = defineProps<{ card: RecipeCard; pot: Pot; isCard: boolean }>()

const expectedOf = (code: string) => {
  const piece = pot.pieces.find(({ pieceCode }) => pieceCode === code)
  return pot.plan?.expected.find(({ pieceId }) => pieceId === piece?.pieceId) ?? null
}
const pullOf = (code: string) => {
  const piece = pot.pieces.find(({ pieceCode }) => pieceCode === code)
  return pot.plan?.pulls.find(({ pieceId }) => pieceId === piece?.pieceId)?.minutes ?? null
}
</script>

<template>
  <section>
    <h2>Pieces</h2>
    <table>
      <thead>
        <tr>
          <th>tag</th>
          <th>fibre</th>
          <th>dry</th>
          <th>mordant</th>
          <th>{{ isCard ? 'colour' : 'hoped for' }}</th>
          <th>{{ isCard ? 'time in' : 'pull after' }}</th>
          <th>{{ isCard ? 'feel' : 'in / out' }}</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="piece in card.pieces" :key="piece.code">
          <th>{{ piece.code }}</th>
          <td>{{ piece.fibre }}</td>
          <td>{{ formatMass(piece.dryG) }}</td>
          <td>{{ piece.mordant }}</td>
          <td>
            <span
              v-if="isCard ? piece.hex : expectedOf(piece.code)?.hex"
              class="chip"
              :style="{ background: (isCard ? piece.hex : expectedOf(piece.code)?.hex) ?? '' }"
            />
            {{
              isCard
                ? (piece.basis ?? 'not read')
                : expectedOf(piece.code)
                  ? `n = ${expectedOf(piece.code)!.n}`
                  : ''
            }}
          </td>
          <td>
            {{
              isCard
                ? piece.minutes === null
                  ? ''
                  : formatDuration(piece.minutes)
                : pullOf(piece.code)
                  ? formatDuration(pullOf(piece.code)!)
                  : ''
            }}
          </td>
          <td>{{ isCard ? piece.handle.join(', ') : '' }}</td>
        </tr>
      </tbody>
    </table>
  </section>
</template>

<style scoped>
h2 {
  margin: 10px 0 3px;
  border-bottom: 1px solid #000;
  font-size: 15px;
}

table {
  width: 100%;
  border-collapse: collapse;
}

th,
td {
  padding: 3px 6px;
  border: 1px solid #999;
  text-align: left;
}

.chip {
  display: inline-block;
  width: 26px;
  height: 12px;
  vertical-align: -1px;
  print-color-adjust: exact;
}
</style>

<script setup lang="ts">
import { formatMass } from '~~/core/quantity/format-quantity'
import type { Page } from '~~/shared/schemas/common'
import type { Piece } from '~~/shared/schemas/piece'
import PieceForm from '~/features/basket/PieceForm.vue'
import { isMordanted, marksOf, pieceName, readiness } from '~/features/basket/readiness'

const api = useApi()
const { data: pieces, failure } = useLoaded(() =>
  api.get<Page<Piece>>('pieces', { undyed: true, limit: 200 }),
)
const { data: dyed } = useLoaded(() => api.get<Page<Piece>>('pieces', { undyed: false, limit: 6 }))
const groups = computed(() => {
  const all = pieces.value?.items ?? []
  return [
    {
      id: 'mordanted',
      title: 'Mordanted, for any pot',
      pieces: all.filter(isMordanted),
      empty: 'None yet. Mordant a piece the night before its pot.',
    },
    {
      id: 'unmordanted',
      title: 'Without mordant',
      pieces: all.filter((piece) => !isMordanted(piece)),
      empty: 'None.',
    },
    {
      id: 'dyed',
      title: 'Dyed last',
      pieces: dyed.value?.items ?? [],
      empty: 'None yet.',
    },
  ]
})

const form = ref<InstanceType<typeof PieceForm> | null>(null)
useStationKeys({ n: () => form.value?.focus() })
useHead({ title: 'Basket · Juniper Haze' })
</script>

<template>
  <h1 class="sr-only">Basket</h1>
  <div class="basket">
    <PieceForm ref="form" />
    <div class="stack">
      <p v-if="failure" class="wrong" role="alert">{{ failure }}</p>
      <section
        v-for="group in groups"
        :key="group.id"
        :aria-labelledby="group.id"
        class="stack tight"
      >
        <h2 :id="group.id">
          {{ group.title }} <span class="quiet">{{ group.pieces.length }} pieces</span>
        </h2>
        <ul class="tags">
          <li v-for="piece in group.pieces" :key="piece.id">
            <SwingTag
              :code="piece.code"
              :hex="piece.bare?.hex"
              :figure="formatMass(piece.dryG)"
              :figure-note="marksOf(piece) === 'none' ? 'no mordant' : marksOf(piece)"
              :line="readiness(piece)"
              :to="piece.potIds.length ? undefined : `/pot?piece=${piece.id}`"
            >
              <template #name>{{ pieceName(piece) }}</template>
            </SwingTag>
          </li>
        </ul>
        <p v-if="pieces && !group.pieces.length" class="quiet">{{ group.empty }}</p>
      </section>
      <PlainCaution>
        Walnut, lichen ferments, leaf blue and bark tannins need no mordant; most others take little
        without one.
      </PlainCaution>
    </div>
  </div>
</template>

<style scoped>
.basket {
  display: grid;
  grid-template-columns: 480px minmax(0, 1fr);
  gap: 20px;
  align-items: start;
}

.tags {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(330px, 1fr));
  gap: 8px;
}

@media (max-width: 960px) {
  .basket,
  .tags {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>

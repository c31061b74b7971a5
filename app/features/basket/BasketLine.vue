<script setup lang="ts">
import { formatMass } from '~/format/quantities'
import type { BasketRow } from '~~/shared/views/basket/basket'
import { mordantKeyWords } from '~~/shared/words/swatch/mordant-key-words'
import { marksOf, pieceName, readinessLine } from './readiness'

/** One line of the basket; drawn anew only when its piece is another, not whenever one scrolls. */
const { row, chosen, current } = defineProps<{
  row: BasketRow
  chosen: boolean
  current: boolean
}>()
defineEmits<{ toggle: [] }>()

const note = computed(() => mordantKeyWords(marksOf(row)))
</script>

<template>
  <label class="choose">
    <input
      type="checkbox"
      :checked="chosen"
      :aria-label="`Choose ${row.code}`"
      @change="$emit('toggle')"
    />
  </label>
  <SwingTag
    :code="row.code"
    :hex="row.hex"
    :figure="formatMass(row.dryG)"
    :figure-note="note"
    :line="readinessLine(row)"
    :to="`/basket?piece=${row.id}`"
    :current="current"
  >
    <template #name>{{ pieceName(row) }}</template>
  </SwingTag>
</template>

<style scoped>
.choose {
  display: grid;
  place-items: center start;
  min-height: 44px;
  cursor: pointer;
}

/* a plain box: thousands of lines pass by, and each is drawn in no time */
input {
  width: 20px;
  height: 20px;
  margin: 0;
  accent-color: var(--juniper);
  cursor: pointer;
}
</style>

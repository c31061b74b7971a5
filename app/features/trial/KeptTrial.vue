<script setup lang="ts">
import { formatCount } from '~~/core/quantity/format-count'
import type { TrialView } from '~~/shared/views/trial/trial'
import { formatNumber } from '~/format/quantities'
import { answerLines, departureWords, levelWords } from './trial-words'

/** A trial that was laid out, with what came of it so far. */
const { view } = defineProps<{ view: TrialView }>()

const design = computed(() => view.trial.design)
const left = computed(() => view.pieces.filter(({ strength }) => strength === null).length)
const lines = computed(() => answerLines(view))
const rows = computed(() =>
  design.value.levels.map((level, i) => ({
    words: levelWords(design.value.factor, level),
    strength: view.answer.strengths[i] ?? null,
    pieces: view.pieces.filter((piece) => piece.level === i),
  })),
)
/** The first pot of it that waits for hands. */
const open = computed(() =>
  view.pieces.find(({ stage }) => stage === 'planned' || stage === 'running'),
)
const unread = computed(() =>
  view.pieces.find(({ stage, strength }) => stage === 'done' && strength === null),
)
</script>

<template>
  <article class="panel" :aria-label="view.trial.words">
    <h3>{{ view.trial.words }}</h3>
    <ul v-if="lines.length" class="answers">
      <li v-for="line in lines" :key="line.words" :class="{ sure: line.isSure }">
        {{ line.words }}
      </li>
    </ul>
    <p v-if="left" class="quiet">
      {{ formatCount(left, 'piece') }} of {{ view.pieces.length }} still to be
      {{ open ? 'dyed and read' : 'read' }}{{ lines.length ? ': the answer may change' : '' }}.
      <NuxtLink v-if="open" :to="`/hob?pot=${open.potId}`">{{ open.potCode }} is next</NuxtLink>
      <NuxtLink v-else-if="unread" :to="`/swatch?swatch=${unread.swatchId}`"
        >Read {{ unread.swatchCode }}</NuxtLink
      >
    </p>
    <p v-if="departureWords(view)" class="caution">{{ departureWords(view) }}</p>
    <div v-for="row in rows" :key="row.words" class="level">
      <span>{{ row.words }}</span>
      <span class="strip">
        <NuxtLink
          v-for="piece in row.pieces"
          :key="piece.pieceId"
          :to="piece.swatchId ? `/swatch?swatch=${piece.swatchId}` : `/hob?pot=${piece.potId}`"
          :style="piece.hex ? { background: piece.hex } : {}"
          :class="{ blank: !piece.hex }"
          :aria-label="`${piece.mark}, ${piece.swatchCode ?? piece.potCode}`"
          :title="`${piece.mark}, ${piece.swatchCode ?? piece.potCode}`"
        />
      </span>
      <span class="quiet">{{
        row.strength === null ? 'not read yet' : `strength ${formatNumber(row.strength, 2)}`
      }}</span>
    </div>
  </article>
</template>

<style scoped>
h3 {
  margin: 0 0 4px;
  font-size: 17px;
}

.answers {
  margin: 0 0 6px;
  padding: 0;
  list-style: none;
}

.answers .sure {
  font-weight: 600;
}

.caution {
  color: var(--ochre);
}

.level {
  display: grid;
  grid-template-columns: 110px minmax(0, 1fr) 110px;
  gap: 10px;
  align-items: center;
  font-size: 14px;
}

.strip {
  display: flex;
  gap: 4px;
  padding: 4px;
  background: #a9a9a9;
}

.strip a {
  flex: 1;
  min-height: 44px;
}

.strip .blank {
  border: 1px dashed #fff;
}
</style>

<script setup lang="ts">
import SourcePicker from '~/components/SourcePicker.vue'
import { MORDANT_KEYS, MORDANTS } from '~~/catalogue/agents'
import { FIBRE_KEYS, FIBRES, FORMS } from '~~/catalogue/fibres'
import { PARTS } from '~~/catalogue/parts'
import { WAY_KEYS, wayFacts } from '~~/catalogue/ways'
import { keysOf } from '~~/core/json'
import { formatCount } from '~~/core/quantity/format-count'
import { NONE, type WordKind } from '~~/shared/rules/table/table-words'
import type { UnknownWord } from '~~/shared/views/exchange/import-plan'
import type { TableInHand } from './useTable'

/** Words of a table that are somebody's own: each is said once, and known from then on. */
const { table, words } = defineProps<{ table: TableInHand; words: readonly UnknownWord[] }>()

const KIND_WORDS: Record<WordKind, string> = {
  plant: 'plant',
  part: 'part',
  fibre: 'fibre',
  form: 'form of fibre',
  mordant: 'mordant',
  way: 'way',
  state: 'fresh or dried',
  verdict: 'again or not',
}

interface Choice {
  value: string
  label: string
}
const choicesOf: Record<Exclude<WordKind, 'plant'>, readonly Choice[]> = {
  part: keysOf(PARTS).map((value) => ({ value, label: PARTS[value].label })),
  fibre: FIBRE_KEYS.map((value) => ({ value, label: FIBRES[value].label })),
  form: FORMS.map((value) => ({ value, label: value })),
  mordant: [
    { value: NONE, label: 'no mordant' },
    ...MORDANT_KEYS.map((value) => ({ value, label: MORDANTS[value].label })),
  ],
  way: WAY_KEYS.map((value) => ({ value, label: wayFacts(value).label })),
  state: ['fresh', 'dried', 'frozen'].map((value) => ({ value, label: value })),
  verdict: [
    { value: 'again', label: 'again' },
    { value: 'change', label: 'again, changed' },
    { value: 'not', label: 'not again' },
  ],
}
/** A select takes an empty value for none. */
const NOTE = ' '
const meaningOf = (chosen: string) => (chosen === NOTE ? '' : chosen)
const SHOWN = 12
</script>

<template>
  <section class="panel tight stack" aria-labelledby="own-words">
    <h2 id="own-words">
      Words of your own
      <span class="quiet">said once, and kept for the next table</span>
    </h2>
    <ul>
      <li v-for="{ kind, text, rows } in words.slice(0, SHOWN)" :key="`${kind}/${text}`">
        <strong>{{ text }}</strong>
        <span class="quiet">{{ KIND_WORDS[kind] }}, {{ formatCount(rows, 'row') }}</span>
        <SourcePicker
          v-if="kind === 'plant'"
          :model-value="null"
          bare
          :label="`Plant meant by ${text}`"
          @update:model-value="$event && table.explain(kind, text, $event.id)"
        />
        <ElSelect
          v-else
          model-value=""
          placeholder="is ..."
          filterable
          :aria-label="`Meaning of ${text}`"
          @update:model-value="table.explain(kind, text, meaningOf(String($event)))"
        >
          <ElOption
            v-for="{ value, label } in choicesOf[kind]"
            :key="value"
            :value="value"
            :label="label"
          />
          <ElOption :value="NOTE" label="none of these: into the note" />
        </ElSelect>
      </li>
    </ul>
    <p v-if="words.length > SHOWN" class="quiet">and {{ words.length - SHOWN }} more</p>
  </section>
</template>

<style scoped>
ul {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(440px, 1fr));
  gap: 6px 24px;
}

li {
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto 210px;
  gap: 10px;
  align-items: center;
}

@media (max-width: 760px) {
  ul {
    grid-template-columns: minmax(0, 1fr);
  }

  li {
    grid-template-columns: minmax(0, 1fr) auto;
  }
}
</style>

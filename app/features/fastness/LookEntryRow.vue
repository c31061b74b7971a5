<script setup lang="ts">
import type { GivenColour } from '~~/core/colour/screen-colour'
import type { TestView } from '~~/shared/views/fastness/fastness'
import { seenOf, type GivenReading } from '~/features/swatch/given'
import { PARTS_OF, type Part } from './bench-areas'
import { SEEN_CHOICES, STEP_CHOICES } from './choices'
import type { LookEntry } from './useLook'

/** What is seen of one piece. */
const { view, way } = defineProps<{ view: TestView; way: 'words' | 'colours' | 'photo' }>()
const entry = defineModel<LookEntry>({ required: true })

const kind = computed(() => view.test.kind)
const PART_WORDS: Record<Part, string> = {
  covered: 'covered half',
  open: 'open half',
  stained: 'white beside it',
}
const partWords = (part: Part) =>
  kind.value === 'light'
    ? PART_WORDS[part]
    : part === 'covered'
      ? 'beside the spot'
      : part === 'open'
        ? kind.value === 'wash'
          ? 'washed piece'
          : 'the spot'
        : 'white cotton'
const parts = computed(() =>
  PARTS_OF[kind.value].map((part) => {
    const given = entry.value[part]
    return { part, words: partWords(part), hex: given && seenOf(given).hex }
  }),
)
/** What a picker can show of what was given. */
const typed = (given: GivenReading | null): GivenColour | null =>
  given && !('reflectance' in given) ? given : null
const name = computed(() => view.code || view.name)
</script>

<template>
  <li class="entry" :aria-label="name">
    <span class="who">
      <span class="chip" :style="{ background: view.hex ?? '#e4e5ea' }" aria-hidden="true" />
      <span
        ><strong>{{ name }}</strong>
        <span v-if="view.code" class="quiet name">{{ view.name }}</span></span
      >
    </span>
    <div v-if="way === 'words'" class="said">
      <ChoiceSelect
        v-if="kind !== 'rub'"
        v-model="entry.seen"
        :label="`${name} looks`"
        :options="SEEN_CHOICES"
      />
      <ChoiceSelect
        v-if="kind !== 'rub'"
        v-model="entry.changeStep"
        label="Grey-scale step of the change"
        :options="STEP_CHOICES"
      />
      <ChoiceSelect
        v-if="kind === 'rub' || kind === 'wash'"
        v-model="entry.stainStep"
        label="Step of the stain on white"
        :options="STEP_CHOICES"
      />
    </div>
    <div v-else-if="way === 'colours'" class="said">
      <ColourEntry
        v-for="{ part, words } in parts"
        :key="part"
        :model-value="typed(entry[part])"
        :label="`${name}, ${words}`"
        brief
        @update:model-value="entry[part] = $event"
      />
    </div>
    <span v-else class="read">
      <span v-for="{ part, words, hex } in parts" :key="part" class="part">
        <span class="chip" :class="{ none: !hex }" :style="{ background: hex ?? '#e4e5ea' }" />
        <span class="quiet">{{ words }}{{ hex ? '' : ': not read yet' }}</span>
      </span>
    </span>
  </li>
</template>

<style scoped>
.entry {
  display: grid;
  grid-template-columns: minmax(150px, 1fr) minmax(0, 2.2fr);
  gap: 12px;
  align-items: center;
  padding-top: 8px;
  border-top: 1px solid var(--line);
}

.who,
.part {
  display: flex;
  gap: 8px;
  align-items: center;
  min-width: 0;
}

.name {
  display: block;
}

.chip {
  flex: none;
  width: 30px;
  height: 30px;
  border-radius: 4px;
}

.chip.none {
  border: 1px dashed var(--line-firm);
}

.said,
.read {
  display: grid;
  grid-template-columns: repeat(2, minmax(0, 1fr));
  gap: 10px;
}

@media (max-width: 600px) {
  .entry,
  .said {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>

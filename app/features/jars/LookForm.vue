<script setup lang="ts">
import { newId } from '~~/shared/ids'
import {
  LOOKED_AT,
  LOOKED_HOW,
  PLAIN_ROUND,
  type JarChange,
  type JarRound,
} from '~~/shared/schemas/loft/jar'
import { ROUND_WORDS } from './words'
import { timeOf, type NotedAt } from '~/format/noted-at'
import { notGiven } from '~~/core/present'

/** One look: at what and how, its colour in a word and on the screen, pH, smell, mould. */
const {
  code,
  kind = 'look',
  words = '',
  when,
} = defineProps<{
  code: string
  when: NotedAt
  /** What was done with it besides looking: a note may say that it was aired. */
  kind?: 'look' | 'air' | 'shake'
  words?: string
}>()
const emit = defineEmits<{ look: [JarChange, string] }>()

const WORDS = [
  'straw',
  'amber',
  'tea',
  'rose',
  'wine',
  'deep wine',
  'violet',
  'brown',
  'black',
] as const
const look = reactive({
  ...PLAIN_ROUND,
  lookedAt: 'bath' as NonNullable<JarRound['lookedAt']>,
  how: 'a drop on white' as NonNullable<JarRound['how']>,
  colourWord: words,
  /** The input shows a colour always; it counts once it was picked. */
  hex: '#b08d57',
  picked: false,
  ph: notGiven<number>(),
  smell: '',
  mould: false,
  tempC: notGiven<number>(),
})

function keep() {
  const { hex, picked, ...rest } = look
  emit(
    'look',
    { round: { ...rest, id: newId(), kind, ...timeOf(when), hex: picked ? hex : null } },
    `${code} ${ROUND_WORDS[kind].done}${look.colourWord ? `: ${look.colourWord}` : ''}.`,
  )
}
</script>

<template>
  <form class="inset stack tight" aria-label="Look" @submit.prevent="keep">
    <div class="row">
      <ElRadioGroup v-model="look.lookedAt" aria-label="Looked at">
        <ElRadioButton v-for="at in LOOKED_AT" :key="at" :value="at">{{ at }}</ElRadioButton>
      </ElRadioGroup>
      <ElSelect v-model="look.how" aria-label="How" class="how">
        <ElOption v-for="how in LOOKED_HOW" :key="how" :value="how" :label="how" />
      </ElSelect>
    </div>
    <div class="three">
      <LabeledField v-slot="{ id }" label="Colour in a word">
        <ElAutocomplete
          :id="id"
          v-model="look.colourWord"
          :fetch-suggestions="
            (typed: string, show: (list: { value: string }[]) => void) =>
              show(WORDS.filter((word) => word.includes(typed)).map((value) => ({ value })))
          "
        />
      </LabeledField>
      <LabeledField v-slot="{ id }" label="Colour">
        <input
          :id="id"
          v-model="look.hex"
          type="color"
          class="picker"
          :class="{ unpicked: !look.picked }"
          @input="look.picked = true"
        />
      </LabeledField>
      <NumberField v-model="look.ph" label="pH" />
      <QuantityField v-model="look.tempC" kind="temperature" label="Stands at" />
      <LabeledField v-slot="{ id }" label="Smell">
        <ElInput :id="id" v-model="look.smell" />
      </LabeledField>
    </div>
    <ElCheckbox v-model="look.mould">Mould on it</ElCheckbox>
    <p v-if="!look.picked" class="quiet">Without a picked colour the strip shows the word alone.</p>
    <ElButton type="primary" native-type="submit">{{
      kind === 'look' ? 'Keep the look' : `Keep it as ${ROUND_WORDS[kind].done}`
    }}</ElButton>
  </form>
</template>

<style scoped>
.how {
  width: 180px;
}

.three {
  display: grid;
  grid-template-columns: 2fr 80px 80px 110px 1fr;
  gap: 12px;
}

.picker {
  width: 100%;
  height: 44px;
  border: 1px solid var(--line-firm);
  border-radius: var(--corner);
  background: var(--panel);
}

.unpicked {
  opacity: 0.35;
}

@media (max-width: 760px) {
  .three {
    grid-template-columns: 1fr 1fr;
  }
}
</style>

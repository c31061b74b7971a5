<script setup lang="ts">
import { LOOKED_HOW, type LookedHow } from '~~/shared/schemas/pot/pot-event'
import type { Pot } from '~~/shared/schemas/pot/pot'
import type { Note } from './usePotNotes'
import { LOOK_WORDS } from './words'

/** A look at the bath or at a piece, and how it was seen: bath colour misleads. */
const { pot, note, busy } = defineProps<{ pot: Pot; note: Note; busy: boolean }>()

const BATH = 'bath'
/** The picker has no empty state: untouched, it says nothing. */
const NO_COLOUR = '#808080'
const what = ref(BATH)
const how = ref<LookedHow>('dropOnWhite')
const words = ref('')
const hex = ref(NO_COLOUR)

async function keep() {
  const piece = pot.pieces.find(({ pieceId }) => pieceId === what.value)
  const data = {
    of: piece ? ('piece' as const) : ('bath' as const),
    how: how.value,
    pieceId: piece?.pieceId ?? null,
    hex: hex.value === NO_COLOUR ? null : hex.value,
  }
  const said = `looked at ${piece?.pieceCode ?? 'the bath'}${words.value ? `: ${words.value}` : ''}.`
  if (await note('look', data, said, { note: words.value }))
    [words.value, hex.value] = ['', NO_COLOUR]
}
</script>

<template>
  <form class="inset fields" @submit.prevent="keep">
    <LabeledField v-slot="{ id }" label="Looked at">
      <ElSelect :id="id" v-model="what">
        <ElOption :value="BATH" label="the bath" />
        <ElOption
          v-for="piece in pot.pieces"
          :key="piece.pieceId"
          :value="piece.pieceId"
          :label="piece.pieceCode"
        />
      </ElSelect>
    </LabeledField>
    <LabeledField v-slot="{ id }" label="How">
      <ElSelect :id="id" v-model="how">
        <ElOption v-for="each in LOOKED_HOW" :key="each" :value="each" :label="LOOK_WORDS[each]" />
      </ElSelect>
    </LabeledField>
    <LabeledField v-slot="{ id }" label="In a word">
      <ElInput :id="id" v-model="words" placeholder="dull brown, coming round" />
    </LabeledField>
    <LabeledField v-slot="{ id }" label="Colour">
      <ElInput :id="id" v-model="hex" type="color" />
    </LabeledField>
    <ElButton native-type="submit" type="primary" :loading="busy">Note the look</ElButton>
  </form>
</template>

<style scoped>
.fields {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1fr) minmax(0, 1.4fr) 64px auto;
  gap: 8px 10px;
  align-items: end;
}

@media (max-width: 760px) {
  .fields {
    grid-template-columns: 1fr 1fr;
  }
}
</style>

<script setup lang="ts">
import { FIBRE_KEYS, FIBRES, type Fibre } from '~~/catalogue/fibres'
import { notGiven, present } from '~~/core/present'
import { BASES, mordantsOf, type Piece, type PieceChange } from '~~/shared/schemas/basket/piece'
import { BASIS_OPTIONS } from './basis-words'

/** A piece put right: what it is called, weighs, and is made of. */
const { piece } = defineProps<{ piece: Piece }>()
const emit = defineEmits<{ keep: [PieceChange]; leave: [] }>()

const failure = ref('')
const edit = reactive({
  name: piece.name,
  mark: piece.mark,
  dryG: piece.dryG as number | null,
  dryBasis: piece.dryBasis,
  mordantKnown: piece.mordantKnown,
  fibre: piece.fibre,
  base: piece.base,
  other: piece.blend[0]?.fibre ?? ('none' as Fibre | 'none'),
  otherPercent: piece.blend[0]?.percent ?? notGiven<number>(),
})
const fibreOptions = FIBRE_KEYS.map((value) => ({ value, label: FIBRES[value].label }))
const others = computed(() => [
  { value: 'none' as const, label: 'nothing' },
  ...fibreOptions.filter(({ value }) => value !== edit.fibre),
])
const baseOptions = BASES.map((value) => ({ value, label: value }))

function keep() {
  if (edit.other !== 'none' && edit.otherPercent === null) {
    failure.value = `Say how much of it is ${FIBRES[edit.other].label}, in percent.`
    return
  }
  emit('keep', {
    name: edit.name,
    mark: edit.mark,
    ...(edit.dryG && edit.dryG !== piece.dryG && { dryG: edit.dryG }),
    dryBasis: edit.dryBasis,
    mordantKnown: edit.mordantKnown,
    fibre: edit.fibre,
    base: edit.base,
    // the first is asked for here; further ones stay
    blend:
      edit.other === 'none'
        ? []
        : [
            { fibre: edit.other, percent: present(edit.otherPercent) },
            ...piece.blend.slice(1).filter(({ fibre }) => fibre !== edit.other),
          ],
  })
}
</script>

<template>
  <form class="inset stack tight" @submit.prevent="keep">
    <div class="three">
      <LabeledField v-slot="{ id }" label="Name">
        <ElInput :id="id" v-model="edit.name" />
      </LabeledField>
      <LabeledField v-slot="{ id }" label="Mark">
        <ElInput :id="id" v-model="edit.mark" placeholder="2 knots" />
      </LabeledField>
      <QuantityField v-model="edit.dryG" label="Dry weight" />
      <ChoiceSelect v-model="edit.dryBasis" label="that is" :options="BASIS_OPTIONS" />
      <ChoiceSelect v-model="edit.fibre" label="Fibre" :options="fibreOptions" filterable />
      <ChoiceSelect v-model="edit.other" label="Blended with" :options="others" filterable />
      <NumberField
        v-if="edit.other !== 'none'"
        v-model="edit.otherPercent"
        label="of it the other"
        unit="%"
      />
      <ChoiceSelect v-model="edit.base" label="Base, in a word" :options="baseOptions" />
    </div>
    <ElCheckbox
      v-if="mordantsOf(piece).length === 0"
      :model-value="!edit.mordantKnown"
      label="Whether it had a mordant is not known"
      @update:model-value="edit.mordantKnown = !$event"
    />
    <p v-if="failure" class="wrong" role="alert">{{ failure }}</p>
    <div class="row">
      <ElButton type="primary" native-type="submit">Keep it so</ElButton>
      <ElButton @click="emit('leave')">Leave it</ElButton>
    </div>
  </form>
</template>

<style scoped>
.three {
  display: grid;
  grid-template-columns: repeat(3, minmax(0, 1fr));
  gap: 10px;
}
</style>

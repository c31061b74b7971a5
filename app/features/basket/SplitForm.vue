<script setup lang="ts">
import { freeMarks } from '~~/core/fibre/marks'
import { formatMass } from '~/format/quantities'
import { newId } from '~~/shared/ids'
import { splitPieceSchema, type Piece, type SplitPiece } from '~~/shared/schemas/basket/piece'
import { localToday } from '~/format/dates'

/** A skein wound or cut into several; each part keeps its history. */
const { piece } = defineProps<{ piece: Piece }>()
const emit = defineEmits<{ done: [] }>()

const api = useApi()
const { saving, failure, errors, save } = useSave()
const count = ref<number | null>(2)
const tenth = (massG: number) => Math.round(massG * 10) / 10
const parts = ref<{ id: string; dryG: number | null; mark: string }[]>([])

watch(
  count,
  (n) => {
    const wanted = Math.min(50, Math.max(2, Math.floor(n ?? 2)))
    const marks = freeMarks(wanted)
    parts.value = Array.from({ length: wanted }, (_, i) => ({
      id: parts.value[i]?.id ?? newId(),
      dryG: tenth(piece.dryG / wanted),
      mark: marks[i]!,
    }))
  },
  { immediate: true },
)
const sumG = computed(() => parts.value.reduce((sum, { dryG }) => sum + (dryG ?? 0), 0))

async function split() {
  const done = await save<SplitPiece, { items: Piece[] }>(
    splitPieceSchema,
    {
      on: localToday(),
      parts: parts.value.map(({ dryG, ...part }) => ({ ...part, dryG: dryG ?? undefined })),
    },
    (checked) => api.post<{ items: Piece[] }>(`moves/split-piece/${piece.id}`, checked),
    ({ items }) => `Split ${piece.code} into ${items.map(({ code }) => code).join(', ')}.`,
  )
  if (done) emit('done')
}
</script>

<template>
  <form class="inset stack tight" @submit.prevent="split">
    <div class="row">
      <NumberField v-model="count" label="Into how many" class="many" />
      <p :class="{ wrong: Math.abs(sumG - piece.dryG) > 0.05 * piece.dryG }">
        {{ formatMass(sumG) }} of {{ formatMass(piece.dryG) }}
      </p>
    </div>
    <ul>
      <li v-for="(part, i) in parts" :key="part.id">
        <QuantityField
          v-model="part.dryG"
          :label="`Part ${i + 1}`"
          :error="errors[`/parts/${i}/dryG`]"
        />
        <LabeledField v-slot="{ id }" label="Mark"
          ><ElInput :id="id" v-model="part.mark"
        /></LabeledField>
      </li>
    </ul>
    <p v-if="failure || errors['/parts']" class="wrong" role="alert">
      {{ failure || errors['/parts'] }}
    </p>
    <div class="row">
      <ElButton type="primary" native-type="submit" :loading="saving">Split it</ElButton>
      <ElButton @click="emit('done')">Leave it whole</ElButton>
    </div>
  </form>
</template>

<style scoped>
.many {
  width: 130px;
}

li {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 10px;
  margin-bottom: 6px;
}
</style>

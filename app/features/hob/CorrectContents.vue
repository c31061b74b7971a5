<script setup lang="ts">
import { present } from '~~/core/present'
import type { Page } from '~~/shared/schemas/log/common'
import type { Piece } from '~~/shared/schemas/basket/piece'
import type { Pot } from '~~/shared/schemas/pot/pot'
import { NOTED, type PotEventKind } from '~~/shared/schemas/pot/pot-event'
import type { LoftLot, LoftView } from '~~/shared/views/loft/loft'
import { BASIS_OPTIONS } from '~/features/basket/basis-words'
import { pieceName } from '~/features/basket/readiness'
import { localToday } from '~/format/dates'
import { notedTime } from '~/format/noted-time'
import { eventWords } from './words'
import type { PotContents } from './pot-contents'

/** When and of what a pot that is over was dyed, and what was noted of it, put right. */
const { pot, errors } = defineProps<{ pot: Pot; errors: Record<string, string> }>()
const contents = defineModel<PotContents>({ required: true })
const api = useApi()
/** Pieces offered beside its own: the newest. */
const OFFERED = 200

const { data: stock } = useLoaded(async () => {
  const [loft, newest, ...own] = await Promise.all([
    api.get<LoftView>('loft', { on: localToday() }),
    api.get<Page<Piece>>('pieces', { limit: OFFERED }),
    ...pot.pieces.map(({ pieceId }) => api.get<Piece>(`pieces/${pieceId}`)),
  ])
  const lots = new Map<string, LoftLot>()
  for (const { lots: some } of loft.groups) for (const lot of some) lots.set(lot.id, lot)
  const pieces = new Map([...own, ...newest.items].map((piece) => [piece.id, piece]))
  return { lots, pieces }
})
/** Lots to choose from, and its own, which may have left the loft since. */
const lotOptions = computed(() => {
  const offered = [...(stock.value?.lots.values() ?? [])]
  const own = pot.lots.filter(({ lotId }) => !stock.value?.lots.has(lotId))
  return [
    ...own.map(({ lotId, lotCode, state }) => ({ id: lotId, label: `${lotCode}, ${state}` })),
    ...offered.map(({ id, code, sourceName, state }) => ({
      id,
      label: `${code} ${sourceName}, ${state}`,
    })),
  ]
})
const codeOf = (pieceId: string) =>
  stock.value?.pieces.get(pieceId)?.code ??
  pot.pieces.find((each) => each.pieceId === pieceId)?.pieceCode ??
  ''
const others = computed(() =>
  [...(stock.value?.pieces.values() ?? [])].filter(
    ({ id }) => !contents.value.pieces.some(({ pieceId }) => pieceId === id),
  ),
)
const notes = computed(() =>
  pot.events.filter(({ kind }) => (NOTED as readonly PotEventKind[]).includes(kind)),
)
const adding = ref('')

function addPiece(pieceId: string) {
  const { dryG, dryBasis } = present(stock.value?.pieces.get(pieceId))
  contents.value.pieces.push({ pieceId, dryG, dryBasis, minutes: null })
  adding.value = ''
}
function toggleNote(id: string) {
  const back = contents.value.notesBack
  contents.value.notesBack = back.includes(id) ? back.filter((each) => each !== id) : [...back, id]
}
</script>

<template>
  <div class="stack tight">
    <DateField
      v-if="!pot.litAt"
      v-model="contents.dyedOn"
      label="Dyed on"
      :error="errors['/dyedOn']"
      class="day"
    />
    <h4>The plant</h4>
    <p v-if="errors['/lots']" class="wrong">{{ errors['/lots'] }}</p>
    <div v-for="(lot, i) in contents.lots" :key="i" class="line">
      <LabeledField v-slot="{ id }" :label="`Lot ${i + 1}`" :error="errors[`/lots/${i}/lotId`]">
        <ElSelect :id="id" v-model="lot.lotId" filterable placeholder="Choose a lot">
          <ElOption
            v-for="option in lotOptions"
            :key="option.id"
            :value="option.id"
            :label="option.label"
            :disabled="contents.lots.some((other) => other !== lot && other.lotId === option.id)"
          />
        </ElSelect>
      </LabeledField>
      <QuantityField
        v-model="lot.massG"
        :label="`How much of lot ${i + 1}`"
        :error="errors[`/lots/${i}/massG`]"
      />
      <ChoiceSelect v-model="lot.massBasis" label="that is" :options="BASIS_OPTIONS" />
      <ElButton :aria-label="`Leave lot ${i + 1} out`" @click="contents.lots.splice(i, 1)"
        >Leave out</ElButton
      >
    </div>
    <button
      type="button"
      class="link"
      @click="contents.lots.push({ lotId: '', massG: null, massBasis: 'weighed' })"
    >
      Another lot was in it
    </button>
    <h4>The pieces, as they went in</h4>
    <p v-if="errors['/pieces']" class="wrong">{{ errors['/pieces'] }}</p>
    <div v-for="(piece, i) in contents.pieces" :key="piece.pieceId" class="line">
      <p>
        <strong>{{ codeOf(piece.pieceId) }}</strong>
      </p>
      <QuantityField v-model="piece.dryG" label="Dry weight" :error="errors[`/pieces/${i}/dryG`]" />
      <ChoiceSelect v-model="piece.dryBasis" label="that is" :options="BASIS_OPTIONS" />
      <NumberField v-model="piece.minutes" label="Time in" unit="min" />
      <ElButton
        v-if="contents.pieces.length > 1"
        :aria-label="`${codeOf(piece.pieceId)} was not in it`"
        @click="contents.pieces.splice(i, 1)"
        >Leave out</ElButton
      >
    </div>
    <ElSelect
      v-model="adding"
      filterable
      placeholder="Another piece was in it"
      aria-label="Another piece was in it"
      class="day"
      @change="addPiece($event)"
    >
      <ElOption
        v-for="piece in others"
        :key="piece.id"
        :value="piece.id"
        :label="`${piece.code} ${pieceName(piece)}`"
      />
    </ElSelect>
    <template v-if="notes.length">
      <h4>Its notes</h4>
      <ul>
        <li v-for="note in notes" :key="note.id">
          <span :class="{ gone: contents.notesBack.includes(note.id) }">
            <span class="quiet">{{ notedTime(note) }}</span> {{ eventWords(note, pot) }}
          </span>
          <button type="button" class="link" @click="toggleNote(note.id)">
            {{ contents.notesBack.includes(note.id) ? 'It did happen' : 'It never happened' }}
          </button>
        </li>
      </ul>
    </template>
  </div>
</template>

<style scoped>
h4 {
  margin: 8px 0 0;
  font-size: 14px;
}

.line {
  display: grid;
  grid-template-columns: minmax(150px, 2fr) repeat(2, minmax(90px, 1fr)) minmax(90px, 1fr) auto;
  gap: 6px 10px;
  align-items: end;
}

.day {
  max-width: 320px;
}

.link {
  justify-self: start;
}

li {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 14px;
  align-items: baseline;
}

.gone {
  text-decoration: line-through;
}
</style>

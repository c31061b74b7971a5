<script setup lang="ts">
import { wayFacts } from '~~/catalogue/ways'
import { EYE_WORDS } from '~~/shared/words/pot/eye'
import {
  EYES,
  HANDLES,
  finishPotSchema,
  type FinishPot,
  type Eye,
  type Handle,
} from '~~/shared/schemas/pot/pot-event'
import type { BasketRow } from '~~/shared/views/basket/basket'
import { pieceName } from '~/features/basket/readiness'
import type { Pot } from '~~/shared/schemas/pot/pot'
import { nowInstant } from '~/format/instants'
import { notGiven } from '~~/core/present'

/** The end of a pot: rinse, feel, and what becomes of liquor and stuff. */
const { pot, rows, lastPh, unconfirmed } = defineProps<{
  pot: Pot
  rows: readonly BasketRow[]
  lastPh: number | null
  /** What was planned to go in and is neither confirmed nor left out, in words. */
  unconfirmed: readonly string[]
}>()
const emit = defineEmits<{ finished: [Pot] }>()
const api = useApi()
const { saving, failure, errors, save } = useSave()

const hasIron = computed(() =>
  pot.events.some((event) => event.kind === 'add' && event.data.agent === 'ironSulfate'),
)
const isShifted = computed(() => lastPh !== null && (lastPh > 8 || lastPh < 5))
/** pH-set and iron colours dry first; others are rinsed at once. */
const advised = computed(() =>
  wayFacts(pot.way).rinse === 'now' && (hasIron.value || isShifted.value)
    ? ('later' as const)
    : wayFacts(pot.way).rinse,
)
const form = reactive({
  finalPh: lastPh,
  liquor: 'poured' as FinishPot['liquor'],
  liquorL: notGiven<number>(),
  spent: 'compost' as FinishPot['spent'],
  rinse: advised.value as FinishPot['rinse'],
  note: '',
})
const pieces = reactive(
  pot.pieces.map(({ pieceId, pieceCode }) => ({
    pieceId,
    pieceCode,
    waters: notGiven<number>(),
    eye: [] as Eye[],
    handle: [] as Handle[],
    smell: '',
    soap: 'none' as 'none' | 'neutral' | 'alkaline',
  })),
)

/** What was said of the first holds for all. */
function likeFirst() {
  const { waters, eye, handle, smell, soap } = pieces[0]!
  for (const piece of pieces) {
    Object.assign(piece, { waters, smell, soap, eye: [...eye], handle: [...handle] })
  }
}
/** `silk hank, red thread`: a tag alone says little when the hands are wet. */
function nameOf(pieceId: string) {
  const row = rows.find(({ id }) => id === pieceId)
  return row ? pieceName(row) : ''
}

const RINSE = {
  now: 'Rinse now, cool to warm, until the water runs clear: two or three changes.',
  later:
    'Dry it for 24 hours first, in the shade, then rinse: what the pH or iron set is tender wet.',
  none: 'Not rinsed: it dries as it is.',
}
const dries = computed(() =>
  pot.way === 'leafRub' || pot.way === 'reducedVat'
    ? 'Air brings leaf blue on; it bears sun.'
    : 'Dry in the shade: fresh colour is tender to sun.',
)

watch(
  () => unconfirmed.length,
  (left) => left === 0 && (failure.value = ''),
)

async function finish() {
  if (unconfirmed.length > 0) {
    failure.value = `${unconfirmed.join('; ')}: planned, and neither confirmed nor left out. Say which, above.`
    return
  }
  const body = {
    at: nowInstant(),
    ...form,
    pieces: pieces.map(({ pieceCode: _, ...piece }) => ({ ...piece, note: '' })),
  }
  const done = await save<FinishPot, Pot>(
    finishPotSchema,
    body,
    (checked) => api.post<Pot>(`moves/finish-pot/${pot.id}`, checked),
    (item) => `Finished ${item.code}: ${item.pieces.length} swatches wait, wet and dry.`,
  )
  if (done) emit('finished', done)
}
</script>

<template>
  <form class="inset stack tight" aria-labelledby="finish" @submit.prevent="finish">
    <h3 id="finish">Finish</h3>
    <ElRadioGroup v-model="form.rinse" aria-label="Rinse">
      <ElRadioButton value="now">Rinse now</ElRadioButton>
      <ElRadioButton value="later">Dry 24 h first</ElRadioButton>
      <ElRadioButton value="none">No rinse</ElRadioButton>
    </ElRadioGroup>
    <p>
      {{ RINSE[form.rinse] }} {{ dries }}
      <span v-if="form.rinse !== advised" class="quiet">Usual here: {{ RINSE[advised] }}</span>
    </p>
    <button v-if="pieces.length > 1" type="button" class="link" @click="likeFirst">
      All came out as {{ pieces[0]!.pieceCode }} did
    </button>
    <ul class="stack tight">
      <li v-for="piece in pieces" :key="piece.pieceId">
        <span
          ><strong>{{ piece.pieceCode }}</strong>
          <span class="quiet name">{{ nameOf(piece.pieceId) }}</span></span
        >
        <NumberField
          v-model="piece.waters"
          :label="`Waters until clear, ${piece.pieceCode}`"
          unit="waters"
          bare
        />
        <ElSelect v-model="piece.soap" :aria-label="`Soap for ${piece.pieceCode}`">
          <ElOption value="none" label="no soap" />
          <ElOption value="neutral" label="neutral soap" />
          <ElOption value="alkaline" label="slightly alkaline" />
        </ElSelect>
        <ElSelect
          v-model="piece.handle"
          multiple
          collapse-tags
          placeholder="feels ..."
          :aria-label="`Feel of ${piece.pieceCode}`"
        >
          <ElOption v-for="handle in HANDLES" :key="handle" :value="handle" :label="handle" />
        </ElSelect>
        <ElSelect
          v-model="piece.eye"
          multiple
          collapse-tags
          placeholder="looks ..."
          :aria-label="`Look of ${piece.pieceCode}`"
        >
          <ElOption v-for="eye in EYES" :key="eye" :value="eye" :label="EYE_WORDS[eye]" />
        </ElSelect>
        <ElInput
          v-model="piece.smell"
          placeholder="smells of"
          :aria-label="`Smell of ${piece.pieceCode}`"
        />
      </li>
    </ul>
    <div class="fields">
      <NumberField v-model="form.finalPh" label="Final pH" :error="errors['/finalPh']" />
      <LabeledField v-slot="{ id }" label="The liquor is">
        <ElSelect :id="id" v-model="form.liquor">
          <ElOption value="kept" label="kept for a next bath" />
          <ElOption value="reused" label="used again now" />
          <ElOption value="shifted" label="shifted, and used" />
          <ElOption value="poured" label="poured away" />
        </ElSelect>
      </LabeledField>
      <QuantityField
        v-if="form.liquor !== 'poured'"
        v-model="form.liquorL"
        kind="volume"
        label="How much"
      />
      <LabeledField v-slot="{ id }" label="The stuff goes">
        <ElSelect :id="id" v-model="form.spent">
          <ElOption value="compost" label="on the compost" />
          <ElOption value="kept" label="kept, to extract again" />
          <ElOption value="binned" label="into the bin" />
          <ElOption value="none" label="nowhere: there was none" />
        </ElSelect>
      </LabeledField>
    </div>
    <PlainCaution v-if="form.liquor === 'poured'">
      Where it may be poured is a matter of local waste rules; liquor with iron, copper or soda is
      not for a private drain where they forbid it.
    </PlainCaution>
    <PlainCaution v-if="form.spent === 'compost' && hasIron">
      Stuff from a bath with metal salts is not for the compost of a kitchen garden.
    </PlainCaution>
    <LabeledField v-slot="{ id }" label="Note">
      <ElInput :id="id" v-model="form.note" />
    </LabeledField>
    <p v-if="failure" class="wrong" role="alert">{{ failure }}</p>
    <div class="row">
      <ElButton native-type="submit" type="primary" :loading="saving"
        >Finish {{ pot.code }}</ElButton
      >
      <span class="quiet">Each piece waits to be read, wet now and dry later.</span>
    </div>
  </form>
</template>

<style scoped>
.link {
  justify-self: start;
}

.name {
  display: block;
}

h3 {
  font-size: 17px;
}

li {
  display: grid;
  grid-template-columns: 150px 110px repeat(4, minmax(0, 1fr));
  gap: 8px;
  align-items: center;
}

.fields {
  display: grid;
  grid-template-columns: 90px repeat(3, minmax(0, 1fr));
  gap: 8px 10px;
}

@media (max-width: 760px) {
  li,
  .fields {
    grid-template-columns: 1fr 1fr;
  }
}
</style>

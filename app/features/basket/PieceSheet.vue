<script setup lang="ts">
import { mordantKeyWords } from '~~/shared/words/swatch/mordant-key-words'
import { fibreFacts } from '~~/catalogue/fibres'
import { limitsSentence } from '~~/core/fibre/limits'
import { formatMass, formatNumber, inUnits } from '~/format/quantities'
import { fibreWords, ironPercentOf, limitsOf, treatmentWords } from '~~/shared/rules/basket/fibre'
import { newId } from '~~/shared/ids'
import type { BasketRow } from '~~/shared/views/basket/basket'
import type { Piece, PieceChange } from '~~/shared/schemas/basket/piece'
import type { TreatmentKind } from '~~/shared/schemas/basket/treatment'
import { handlingOf, marksOf, readinessLine } from './readiness'
import { weightText } from './basis-words'
import CorrectPiece from './CorrectPiece.vue'
import CorrectTreatment from './CorrectTreatment.vue'
import SplitForm from './SplitForm.vue'
import { localToday, shortDate } from '~/format/dates'

/** One piece: whether it is ready, what was done to it, and what can be done. */
const { row, piece } = defineProps<{ row: BasketRow; piece: Piece }>()

const api = useApi()
const chosen = useChosen()
const { failure, write } = useWrite()
const doing = ref<'split' | 'correct' | null>(null)
/** Id of the entry of its history that is being corrected. */
const correcting = ref('')
const facts = computed(() => fibreFacts(piece.fibre))
const iron = computed(() => ironPercentOf(piece))
const size = computed(() =>
  [
    piece.widthCm && piece.lengthCm
      ? `${formatNumber(piece.widthCm)} by ${formatNumber(piece.lengthCm)} cm`
      : '',
    piece.metresPer100G ? `${formatNumber(piece.metresPer100G)} m per 100 g` : '',
    piece.soldAsG ? `sold as ${formatMass(piece.soldAsG)}` : '',
  ]
    .filter(Boolean)
    .join(', '),
)

const NOTES: { kind: TreatmentKind; button: string; words: string }[] = [
  { kind: 'wash', button: 'Washed', words: 'washed' },
  { kind: 'preshrink', button: 'Pre-shrunk', words: 'pre-shrunk' },
  { kind: 'bleach', button: 'Bleached', words: 'washed with bleach' },
  { kind: 'rinse', button: 'Rinsed clear', words: 'rinsed clear' },
  { kind: 'oil', button: 'Oiled', words: 'oiled' },
]
const notes = computed(() =>
  NOTES.filter(
    ({ kind }) =>
      (kind !== 'oil' || facts.value.oils) && (kind !== 'preshrink' || facts.value.shrinksPercent),
  ),
)

async function change(body: PieceChange, words: string) {
  const done = await write(() => api.patch<Piece>(`pieces/${piece.id}`, body, piece.rev), words)
  if (done) [doing.value, correcting.value] = [null, '']
}

const note = ({ kind, words }: (typeof NOTES)[number]) =>
  change({ treatment: { id: newId(), kind, doneOn: localToday() } }, `${piece.code} ${words}.`)

useStationKeys({ e: () => (doing.value = 'correct') })

async function setAside() {
  const done = await write(
    () => api.post(`pieces/${piece.id}/set-aside`, {}, piece.rev),
    `Set ${piece.code} aside.`,
  )
  if (done) void navigateTo('/basket')
}
</script>

<template>
  <section class="panel stack tight" :aria-label="`Piece ${piece.code}`">
    <SheetHead
      :code="piece.code"
      :name="[`${fibreWords(piece)} ${piece.form}`, piece.name].filter(Boolean).join(', ')"
      :figure="weightText(piece)"
      :figure-note="`dry, ${mordantKeyWords(marksOf(piece))}`"
    >
      <p>{{ readinessLine(row) }}</p>
    </SheetHead>
    <p class="quiet">{{ inUnits(limitsSentence(limitsOf(piece))) }} {{ handlingOf(piece) }}</p>
    <PlainCaution v-if="row.level === 'rinseDue'" level="grave">
      Washed with bleach: rinse it until clear before any ammonia or acid comes near.
    </PlainCaution>
    <p v-if="failure" class="wrong" role="alert">{{ failure }}</p>
    <p v-if="piece.splitOn" class="quiet">Split into others on {{ shortDate(piece.splitOn) }}.</p>
    <div v-else class="row" role="group" aria-label="What to do with it">
      <ElButton
        v-if="!row.bath"
        :type="row.level === 'bare' ? 'primary' : undefined"
        @click="(chosen.clear(), chosen.add([row]), navigateTo('/baths?new='))"
        >Mordant it</ElButton
      >
      <NuxtLink v-else :to="`/baths?bath=${row.bath.id}`" class="el-button">{{
        row.bath.code
      }}</NuxtLink>
      <NuxtLink
        v-if="row.level !== 'inBath'"
        :to="`/pot?piece=${piece.id}`"
        class="el-button"
        :class="{ 'el-button--primary': row.level === 'mordanted' }"
        >Into a pot</NuxtLink
      >
      <ElButton :aria-expanded="doing === 'correct'" @click="doing = 'correct'">Correct</ElButton>
      <ElButton v-if="!row.bath" :aria-expanded="doing === 'split'" @click="doing = 'split'"
        >Split</ElButton
      >
      <NuxtLink :to="`/tags?piece=${piece.id}`" class="el-button">Its tag</NuxtLink>
      <ElButton @click="setAside">Set aside</ElButton>
    </div>
    <div v-if="!piece.splitOn" class="row" role="group" aria-label="Note as done today">
      <ElButton v-for="each in notes" :key="each.kind" size="small" @click="note(each)">{{
        each.button
      }}</ElButton>
    </div>
    <CorrectPiece
      v-if="doing === 'correct'"
      :piece="piece"
      @keep="change($event, `Corrected ${piece.code}.`)"
      @leave="doing = null"
    />
    <SplitForm v-if="doing === 'split'" :piece="piece" @done="doing = null" />
    <h3>What was done to it</h3>
    <ol class="history">
      <li v-for="treatment in piece.treatments" :key="treatment.id">
        <span class="quiet">{{ shortDate(treatment.doneOn) }}</span>
        <span>
          {{ treatmentWords(treatment)
          }}<template v-if="treatment.massG !== null && piece.dryBasis !== 'unknown'"
            >, {{ treatment.basis === 'assumed' ? '~' : ''
            }}{{ formatMass(treatment.massG) }}</template
          >
          <span v-if="treatment.basis === 'assumed'" class="estimate">
            {{ treatment.bathId ? 'from a bath used again, assumed' : 'by the spoon' }}</span
          >
          <button type="button" class="link its" @click="correcting = treatment.id">correct</button>
          <NuxtLink v-if="treatment.bathId" :to="`/baths?bath=${treatment.bathId}`" class="its"
            >its bath</NuxtLink
          >
        </span>
        <CorrectTreatment
          v-if="correcting === treatment.id"
          :treatment="treatment"
          class="form"
          @keep="change({ corrected: { id: treatment.id, treatment: $event } }, 'Corrected.')"
          @take-back="change({ takenBack: treatment.id }, 'Taken back.')"
          @leave="correcting = ''"
        />
      </li>
      <li v-if="!piece.treatments.length" class="quiet">Nothing is noted yet.</li>
    </ol>
    <dl class="facts">
      <div v-if="piece.mark">
        <dt>Mark</dt>
        <dd>{{ piece.mark }}</dd>
      </div>
      <div>
        <dt>Colour bare</dt>
        <dd>{{ piece.bare ? piece.bare.hex : `${piece.base}, not read` }}</dd>
      </div>
      <div v-if="iron > 0">
        <dt>Iron over its life</dt>
        <dd>{{ formatNumber(iron) }} of {{ formatNumber(limitsOf(piece).mostIronPercent) }} %</dd>
      </div>
      <div v-if="size">
        <dt>Size</dt>
        <dd>{{ size }}</dd>
      </div>
      <div v-if="piece.potIds.length">
        <dt>Through</dt>
        <dd>{{ piece.potIds.length }} pots</dd>
      </div>
      <div v-if="piece.overrides.length">
        <dt>Said when weighed in</dt>
        <dd>{{ piece.overrides.map(({ why }) => why).join('; ') }}</dd>
      </div>
      <div v-if="piece.note">
        <dt>Note</dt>
        <dd>{{ piece.note }}</dd>
      </div>
    </dl>
  </section>
</template>

<style scoped>
.row {
  gap: 6px 8px;
}

h3 {
  font-size: 15px;
}

.history li {
  display: grid;
  grid-template-columns: 92px 1fr;
  padding: 3px 0;
}

.history .form {
  grid-column: 1 / -1;
}

.its {
  margin-left: 8px;
}

.facts {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(150px, 1fr));
  gap: 8px 20px;
}

dt {
  color: var(--quiet);
  font-size: 13px;
}
</style>

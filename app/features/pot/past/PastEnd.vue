<script setup lang="ts">
import { EYE_WORDS } from '~~/shared/words/pot/eye'
import { EYES, HANDLES, type PieceOutcome } from '~~/shared/schemas/pot/pot-event'
import { pieceName } from '~/features/basket/readiness'
import { present } from '~~/core/present'
import { LIQUOR_WORDS, RINSE_WORDS, SPENT_WORDS, YES_NO } from '../end-words'
import { POT_PLAN } from '../usePotPlan'

/** A pot of the past: its day, its end, and what came of each piece. What is left open is not known. */
const { errors } = defineProps<{ errors: Record<string, string> }>()
const plan = present(inject(POT_PLAN))
const past = computed(() => plan.draft.past)

const NO_OUTCOME: PieceOutcome = { waters: null, handle: [], smell: '', soap: 'none', note: '' }
const outcomeOf = (id: string): PieceOutcome => past.value.outcomes[id] ?? NO_OUTCOME
function tell(id: string, told: Partial<PieceOutcome>) {
  past.value.outcomes = { ...past.value.outcomes, [id]: { ...outcomeOf(id), ...told } }
}
/** What was said of the first holds for all, its time too. */
function likeFirst() {
  const [one] = plan.pieces
  if (!one) return
  const minutes = plan.draft.pulls[one.id] ?? null
  for (const { id } of plan.pieces) {
    tell(id, structuredClone(toRaw(outcomeOf(one.id))))
    setTime(id, minutes)
  }
}
function setTime(id: string, minutes: number | null) {
  const { [id]: _, ...others } = plan.draft.pulls
  plan.draft.pulls = minutes ? { ...others, [id]: minutes } : others
}
</script>

<template>
  <section class="panel stack tight" aria-labelledby="past-end">
    <h2 id="past-end">
      As it was <span class="quiet">what is left open is kept as not known</span>
    </h2>
    <div class="grid">
      <DateField v-model="plan.draft.dyedOn" label="Day" :error="errors['/dyedOn']" />
      <TimeField v-model="past.startedAt" label="Pieces in at" />
      <KnownSelect v-model="past.boiled" label="Boiled, pieces in" :words="YES_NO" />
      <KnownSelect v-model="past.rinse" label="Rinsed" :words="RINSE_WORDS" />
      <KnownSelect v-model="past.liquor" label="The liquor was" :words="LIQUOR_WORDS" />
      <QuantityField
        v-if="past.liquor && past.liquor !== 'poured'"
        v-model="past.liquorL"
        kind="volume"
        label="How much of it"
      />
      <KnownSelect v-model="past.spent" label="The stuff went" :words="SPENT_WORDS" />
    </div>
    <button v-if="plan.pieces.length > 1" type="button" class="link" @click="likeFirst">
      All came out as {{ plan.pieces[0]!.code }} did
    </button>
    <ul v-if="plan.pieces.length" class="stack tight">
      <li v-for="piece in plan.pieces" :key="piece.id">
        <span class="who">
          <strong>{{ piece.code }}</strong> <span class="quiet">{{ pieceName(piece) }}</span>
        </span>
        <NumberField
          :model-value="plan.draft.pulls[piece.id] ?? null"
          :label="`Time in, ${piece.code}`"
          unit="min in"
          bare
          @update:model-value="setTime(piece.id, $event)"
        />
        <ElSelect
          :model-value="outcomeOf(piece.id).handle"
          multiple
          collapse-tags
          placeholder="feels ..."
          :aria-label="`Feel of ${piece.code}`"
          @update:model-value="tell(piece.id, { handle: $event })"
        >
          <ElOption v-for="handle in HANDLES" :key="handle" :value="handle" :label="handle" />
        </ElSelect>
        <ElSelect
          :model-value="outcomeOf(piece.id).eye ?? []"
          multiple
          collapse-tags
          placeholder="looks ..."
          :aria-label="`Look of ${piece.code}`"
          @update:model-value="tell(piece.id, { eye: $event })"
        >
          <ElOption v-for="eye in EYES" :key="eye" :value="eye" :label="EYE_WORDS[eye]" />
        </ElSelect>
        <ElInput
          :model-value="outcomeOf(piece.id).note"
          placeholder="how it came out"
          :aria-label="`How ${piece.code} came out`"
          @update:model-value="tell(piece.id, { note: $event })"
        />
      </li>
    </ul>
  </section>
</template>

<style scoped>
.link {
  justify-self: start;
}

h2 .quiet {
  font-weight: 400;
}

.grid {
  display: grid;
  grid-template-columns: repeat(2, minmax(0, 1fr));
  gap: 6px 12px;
}

li {
  display: grid;
  grid-template-columns: repeat(2, minmax(0, 1fr));
  gap: 6px 8px;
  align-items: center;
}

.who {
  grid-column: 1 / -1;
}
</style>

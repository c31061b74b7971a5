<script setup lang="ts">
import { TANNIN_PARTS } from '~~/catalogue/parts'
import type { Page } from '~~/shared/schemas/log/common'
import type { MordantBath } from '~~/shared/schemas/basket/mordant-bath'
import type { ShelfView } from '~~/shared/views/loft/shelf'
import { pieceName } from '~/features/basket/readiness'
import BathPortion from './BathPortion.vue'
import { useBathForm, type BathSurroundings } from './useBathForm'
import { first, present } from '~~/core/present'

/** Mordant baths for the pieces in hand: one, or several with different mordants in one go. */
const emit = defineEmits<{ made: [bathId: string] }>()

const api = useApi()
const chosen = useChosen()
const { data: around, failure: missing } = useLoaded(async (): Promise<BathSurroundings> => {
  const [stores, done] = await Promise.all([
    api.get<ShelfView>('stores'),
    api.get<Page<MordantBath>>('baths', { stage: 'done', limit: 30 }),
  ])
  return { shelf: stores.items, earlier: done.items }
})
const { data: stock } = useStock()
/** Bark, galls, husks and their liquors. */
const tannins = computed(() =>
  (stock.value ?? []).filter(({ part, held }) => !held && part && TANNIN_PARTS.includes(part)),
)

const form = useBathForm(
  () => chosen.rows.filter(({ bath }) => !bath),
  () => around.value,
)
const free = computed(() => chosen.rows.filter(({ bath }) => !bath))
const busy = computed(() => chosen.rows.filter(({ bath }) => bath).map(({ code }) => code))
const bathIdOf = (pieceId: string) =>
  form.baths.value.find(({ pieceIds }) => pieceIds.includes(pieceId))?.id ?? ''
const toBath = (pieceId: string, bathId: string) =>
  form.moveTo(pieceId, present(form.baths.value.find(({ id }) => id === bathId)))

async function keep(as: 'begun' | 'planned' | 'done') {
  const made = await form.keep(as)
  if (!made) return
  chosen.clear()
  emit('made', first(made).id)
}
const unplaced = computed(() =>
  Object.entries(form.errors.value).filter(([at]) => !/\/(massG|waterL|tempC)$/.test(at)),
)
</script>

<template>
  <p v-if="!chosen.rows.length" class="panel">
    No pieces are in hand. <NuxtLink to="/basket">Choose some in the basket</NuxtLink>, then come
    back.
  </p>
  <div v-else-if="around" class="stack">
    <p v-if="missing" class="wrong" role="alert">{{ missing }}</p>
    <p v-if="busy.length" class="quiet">Left out, since a bath has them: {{ busy.join(', ') }}.</p>
    <BathPortion
      v-for="(bath, i) in form.baths.value"
      :key="bath.id"
      :bath="bath"
      :form="form"
      :around="around"
      :tannins="tannins"
      :at="i"
    />
    <section class="panel stack tight" aria-label="Which pieces into which bath">
      <div class="row">
        <ElButton @click="form.add('alum')">Another mordant for some of them</ElButton>
        <ElButton v-if="form.baths.value.length > 1" @click="form.remove(form.baths.value.at(-1)!)"
          >One bath fewer</ElButton
        >
      </div>
      <ul v-if="form.baths.value.length > 1" class="pieces">
        <li v-for="row in free" :key="row.id">
          <span>
            <strong>{{ row.code }}</strong> <span class="quiet">{{ pieceName(row) }}</span>
          </span>
          <ElSelect
            :model-value="bathIdOf(row.id)"
            :aria-label="`Bath of ${row.code}`"
            @update:model-value="toBath(row.id, $event as string)"
          >
            <ElOption
              v-for="(bath, i) in form.baths.value"
              :key="bath.id"
              :value="bath.id"
              :label="`Bath ${i + 1}, ${bath.scheme}`"
            />
          </ElSelect>
        </li>
      </ul>
      <p v-for="[at, words] in unplaced" :key="at" class="wrong" role="alert">{{ words }}</p>
      <p v-if="form.failure.value" class="wrong" role="alert">{{ form.failure.value }}</p>
      <p v-if="form.standing.value.length" class="wrong">
        Something is to be cleared up above, or meant with a word of why.
      </p>
      <div class="row">
        <ElButton
          type="primary"
          :disabled="form.standing.value.length > 0"
          :loading="form.saving.value"
          @click="keep('begun')"
          >Begin {{ form.baths.value.length > 1 ? 'them' : 'it' }} now</ElButton
        >
        <ElButton :loading="form.saving.value" @click="keep('planned')">Plan for</ElButton>
        <DateField v-model="form.plannedFor.value" label="Planned for" bare ahead class="day" />
      </div>
      <div class="row">
        <ElButton :loading="form.saving.value" @click="keep('done')">Was done on</ElButton>
        <DateField v-model="form.doneOn.value" label="Was done on" bare class="day" />
        <span class="quiet">For a bath that is over: what it gave its pieces is written down.</span>
      </div>
    </section>
  </div>
</template>

<style scoped>
.pieces {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(320px, 1fr));
  gap: 6px 20px;
  max-height: 330px;
  overflow-y: auto;
}

.pieces li {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 150px;
  gap: 10px;
  align-items: center;
}

.day {
  width: 170px;
}
</style>

<script setup lang="ts">
import { newId } from '~~/shared/ids'
import { countStockSchema, type CountStock } from '~~/shared/schemas/loft/lot-moves'
import type { StockLot } from '~/composables/useStock'
import LotAmountField from '~/features/loft/LotAmountField.vue'
import LoftNav from '~/features/loft/LoftNav.vue'
import { amountOf } from '~/features/loft/words'
import { localToday } from '~/format/dates'
import { formatCount } from '~~/core/quantity/format-count'

/** All bags on the scale in one go; what differs from the books is booked. */
const api = useApi()
const { saving, failure, errors, save } = useSave()
const { data: lots } = useStock()
const { draft, clear } = useDraft<{ counted: Record<string, number | null> }>('count', () => ({
  counted: {},
}))
const stepIds = new Map<string, string>()

const counted = computed(() =>
  (lots.value ?? []).filter(({ id }) => typeof draft.counted[id] === 'number'),
)
const difference = ({ id, leftG, state }: StockLot) => {
  const massG = draft.counted[id]
  if (typeof massG !== 'number') return ''
  const delta = massG - leftG
  if (Math.abs(delta) < 0.05) return 'as in the books'
  return `${amountOf({ state, leftG: Math.abs(delta) })} ${delta < 0 ? 'less' : 'more'}`
}

const stepIdOf = (lotId: string) => {
  const known = stepIds.get(lotId) ?? newId()
  stepIds.set(lotId, known)
  return known
}

async function keep() {
  const n = counted.value.length
  const done = await save<CountStock, object>(
    countStockSchema,
    {
      doneOn: localToday(),
      counted: counted.value.map(({ id }) => ({
        lotId: id,
        stepId: stepIdOf(id),
        massG: draft.counted[id],
      })),
    },
    (body) => api.post<object>('moves/count', body),
    () => `Counted ${formatCount(n, 'lot')}.`,
  )
  if (!done) return
  stepIds.clear()
  clear()
}

useHead({ title: 'Count stock · Juniper Haze' })
</script>

<template>
  <h1 class="sr-only">Count stock</h1>
  <LoftNav />
  <form class="panel stack count" aria-label="Count stock" @submit.prevent="keep">
    <p>
      Put each bag on the scale and type what is in it. Bags left empty here stay as they are; all
      differences are booked together, and one Undo takes them back.
    </p>
    <table>
      <thead>
        <tr>
          <th scope="col">Bag</th>
          <th scope="col">By the books</th>
          <th scope="col">On the scale</th>
          <th scope="col">Difference</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="lot in lots ?? []" :key="lot.id">
          <th scope="row">
            {{ lot.code }} <span class="quiet">{{ lot.sourceName }}, {{ lot.state }}</span>
          </th>
          <td class="number">{{ amountOf(lot) }}</td>
          <td class="field">
            <LotAmountField
              :lot="lot"
              :model-value="draft.counted[lot.id] ?? null"
              :label="`${lot.code} on the scale`"
              bare
              @update:model-value="draft.counted[lot.id] = $event"
            />
          </td>
          <td class="number">{{ difference(lot) }}</td>
        </tr>
      </tbody>
    </table>
    <p v-for="(words, pointer) in errors" :key="pointer" class="wrong" role="alert">{{ words }}</p>
    <p v-if="failure" class="wrong" role="alert">{{ failure }}</p>
    <div class="keep">
      <ElButton type="primary" native-type="submit" :loading="saving" :disabled="!counted.length"
        >Book {{ formatCount(counted.length, 'lot') }}</ElButton
      >
    </div>
  </form>
</template>

<style scoped>
.count {
  max-width: 900px;
}

table {
  border-collapse: collapse;
}

th,
td {
  padding: 4px 10px 4px 0;
  border-bottom: 1px solid var(--line);
  font-weight: 400;
  text-align: left;
}

thead th {
  color: var(--quiet);
  font-size: 13px;
}

tbody th .quiet {
  display: block;
}

.field {
  width: 150px;
}

.keep {
  position: sticky;
  /* over what runs on the hob */
  bottom: 58px;
}

@media (max-width: 760px) {
  thead {
    display: none;
  }

  tbody tr {
    display: grid;
    grid-template-columns: 1fr 120px;
    align-items: center;
    padding: 6px 0;
    border-bottom: 1px solid var(--line);
  }

  tbody th,
  tbody td {
    border: 0;
  }

  .keep {
    bottom: 122px;
  }
}
</style>

<script setup lang="ts">
import type { Page } from '~~/shared/schemas/log/common'
import type { Swatch } from '~~/shared/schemas/swatch/swatch'
import type { TwoView } from '~~/shared/views/evidence/evidence'
import { FACTOR_WORDS } from '~/features/pot/factor-words'
import { judgedWords, valueWords } from './two-words'

/** Any two swatches side by side: what differs between them, and what nobody knows. */
const { first = '', second = '' } = defineProps<{ first?: string; second?: string }>()

const api = useApi()
const picked = ref([first, second])
const LABELS = ['One swatch', 'Another swatch'] as const
const found = shallowRef<Swatch[]>([])
async function find(code: string) {
  found.value = (
    await api.get<Page<Swatch>>('swatches', {
      ...(code.trim() && { code: code.trim() }),
      unread: false,
      limit: 12,
    })
  ).items
}
const { data: two, failure } = useLoaded(
  async () => {
    const [a, b] = picked.value
    return a && b && a !== b ? await api.get<TwoView>('evidence/two', { a, b }) : null
  },
  () => picked.value.join(),
)
/** A list shows a code where it knows one: of what an address brought, once it has come. */
const options = computed(() => {
  const known = two.value ? [two.value.a, two.value.b] : []
  const all = [...known, ...found.value].map(({ id, code }) => ({ id, code }))
  return [...new Map(all.map((each) => [each.id, each])).values()]
})
onMounted(() => void find('').catch(() => null))
</script>

<template>
  <div class="stack tight">
    <div class="asked">
      <ElSelect
        v-for="(label, i) in LABELS"
        :key="label"
        v-model="picked[i]"
        filterable
        remote
        :remote-method="find"
        placeholder="a code"
        :aria-label="label"
      >
        <ElOption v-for="each in options" :key="each.id" :value="each.id" :label="each.code" />
      </ElSelect>
    </div>
    <p v-if="failure" class="wrong" role="alert">{{ failure }}</p>
    <template v-else-if="two">
      <div class="pair" aria-hidden="true">
        <span :style="{ background: two.a.hex }" />
        <span :style="{ background: two.b.hex }" />
      </div>
      <p role="status">{{ judgedWords(two.judged) }}</p>
      <div v-if="two.values.length" class="scroll">
        <table>
          <thead>
            <tr>
              <th scope="col">What</th>
              <th scope="col">
                <NuxtLink :to="`/swatch?swatch=${two.a.id}`">{{ two.a.code }}</NuxtLink>
              </th>
              <th scope="col">
                <NuxtLink :to="`/swatch?swatch=${two.b.id}`">{{ two.b.code }}</NuxtLink>
              </th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="row in two.values" :key="row.factor">
              <th scope="row">{{ FACTOR_WORDS[row.factor] }}</th>
              <td :class="{ quiet: row.a === null }">{{ valueWords(row.factor, row.a) }}</td>
              <td :class="{ quiet: row.b === null }">{{ valueWords(row.factor, row.b) }}</td>
            </tr>
          </tbody>
        </table>
      </div>
    </template>
  </div>
</template>

<style scoped>
.asked {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
  gap: 10px;
  align-items: center;
}

.pair {
  display: grid;
  grid-template-columns: 1fr 1fr;
  height: 56px;
  padding: 6px;
  border-radius: 4px;
  background: #a9a9a9;
}

.scroll {
  overflow-x: auto;
}

table {
  width: 100%;
  border-collapse: collapse;
  font-size: 14px;
}

th,
td {
  padding: 4px 8px 4px 0;
  border-top: 1px solid var(--line);
  text-align: left;
  vertical-align: top;
}

tbody th {
  font-weight: 400;
}
</style>

<script setup lang="ts">
import { formatMass } from '~/format/quantities'
import { DEPTHS, type Depth } from '~~/core/colour/depth'
import { newId } from '~~/shared/ids'
import type { Page } from '~~/shared/schemas/log/common'
import type { Source } from '~~/shared/schemas/walk/source'
import { newWishSchema, type NewWish, type Wish } from '~~/shared/schemas/walk/wish'
import { localToday, shortDate } from '~/format/dates'

/** What is wanted later; it comes back when its day, its season or its stock has come. */
const { sourceId = null } = defineProps<{ sourceId?: string | null }>()

const api = useApi()
const session = useSession()
const { saving, failure, errors, save } = useSave()
const { data: wishes } = useLoaded(() =>
  api.get<Page<Wish>>('wishes', { open: true, limit: 50, ...(sourceId && { sourceId }) }),
)
const { data: names } = useLoaded(async () => {
  const ids = new Set(wishes.value?.items.flatMap((wish) => wish.sourceId ?? []))
  const sources = await Promise.all([...ids].map((id) => api.get<Source>(`sources/${id}`)))
  return new Map(sources.map(({ id, commonName }) => [id, commonName]))
}, wishes)

const words = ref('')
const source = ref<Source | null>(null)
const dueOn = ref('')
const fibreG = ref<number | null>(null)
const depth = ref<Depth | ''>('')
const adding = ref(false)

async function add() {
  const wish = await save<NewWish, Wish>(
    newWishSchema,
    {
      id: newId(),
      words: words.value,
      sourceId: sourceId ?? source.value?.id ?? null,
      dueOn: dueOn.value || null,
      fibreG: fibreG.value,
      depth: depth.value || null,
    },
    (body) => api.post<Wish>('wishes', body),
    (item) => `Wished: ${item.words}.`,
  )
  if (!wish) return
  words.value = ''
  dueOn.value = ''
  fibreG.value = null
  depth.value = ''
  source.value = null
  adding.value = false
}

async function done(wish: Wish) {
  const { changeSetId } = await api.patch<Wish>(
    `wishes/${wish.id}`,
    { doneOn: localToday() },
    wish.rev,
  )
  session.saved(`Done: ${wish.words}.`, changeSetId)
}

const when = ({ dueOn: day, sourceId: of, fibreG: grams, depth: deep }: Wish) =>
  [
    !sourceId && of && names.value?.get(of),
    grams && `for ${formatMass(grams)} of fibre`,
    deep && `${deep} or deeper`,
    day ? `from ${shortDate(day)}` : of ? 'when it is ready or in stock' : '',
  ]
    .filter(Boolean)
    .join(', ')
</script>

<template>
  <section id="wishes" class="panel stack tight" aria-labelledby="wish-head">
    <div class="row head">
      <h2 id="wish-head">Wishes</h2>
      <ElButton :aria-expanded="adding" @click="adding = !adding">Wish something</ElButton>
    </div>
    <form v-if="adding" class="stack tight" @submit.prevent="add">
      <LabeledField v-slot="{ id }" label="What" :error="errors['/words']">
        <ElInput :id="id" v-model="words" placeholder="a darker try; next spring's blossom" />
      </LabeledField>
      <SourcePicker v-if="!sourceId" v-model="source" label="Of which source" />
      <div class="two">
        <QuantityField v-model="fibreG" label="For so much fibre" :error="errors['/fibreG']" />
        <LabeledField v-slot="{ id }" label="How deep" hint="decides how much to gather">
          <ElSelect :id="id" v-model="depth" placeholder="as usual" clearable :value-on-clear="''">
            <ElOption v-for="each in DEPTHS.slice(1)" :key="each" :value="each" :label="each" />
          </ElSelect>
        </LabeledField>
        <DateField v-model="dueOn" label="Not before" :error="errors['/dueOn']" ahead />
      </div>
      <p v-if="failure" class="wrong" role="alert">{{ failure }}</p>
      <ElButton type="primary" native-type="submit" :loading="saving">Keep the wish</ElButton>
    </form>
    <ul>
      <li v-for="wish in wishes?.items ?? []" :key="wish.id" class="row">
        <span class="words"
          ><strong>{{ wish.words }}</strong> <span class="quiet">{{ when(wish) }}</span></span
        >
        <ElButton @click="done(wish)"
          >Done<span class="sr-only">: {{ wish.words }}</span></ElButton
        >
      </li>
    </ul>
    <p v-if="wishes && !wishes.items.length" class="quiet">
      No wish is open. What you would like to try comes back when its time does.
    </p>
  </section>
</template>

<style scoped>
.head,
li {
  justify-content: space-between;
}

li {
  min-height: 48px;
  border-top: 1px solid var(--line);
}

.words {
  flex: 1;
  min-width: 160px;
}

.words .quiet {
  display: block;
}

.two {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 12px;
}
</style>

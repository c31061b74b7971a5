<script setup lang="ts">
import { newMarkerSchema, type Marker, type NewMarker } from '~~/shared/schemas/year/marker'
import type { Source } from '~~/shared/schemas/walk/source'
import type { Page } from '~~/shared/schemas/log/common'
import { newId } from '~~/shared/ids'
import { dayMonth } from '~/format/calendar'
import { useSave } from '~/composables/useSave'
import { afterWords, isSeenThisYear, seenWords, withSeen } from './marks'

/** Signs of the season that somebody watches for, and the seasons that hang on them. */
const { today, names } = defineProps<{
  /** Local date. */
  today: string
  /** Of sources, by id. */
  names: ReadonlyMap<string, string>
}>()

const api = useApi()
const { data: marks, failure: unloaded } = useLoaded(() =>
  api.get<Page<Marker>>('markers', { limit: 50 }),
)
const { failure, write } = useWrite()
const { saving, failure: unsaved, errors, save } = useSave()

const blank = () => ({
  words: '',
  seenOn: '',
  source: null as Source | null,
  fromDays: null as number | null,
  toDays: null as number | null,
})
const draft = ref(blank())
const isAdding = ref(false)

async function keep() {
  const { words, seenOn, source, fromDays, toDays } = draft.value
  const body = {
    id: newId(),
    words,
    seenOn: seenOn ? [seenOn] : [],
    windows: source ? [{ sourceId: source.id, fromDays, toDays }] : [],
  }
  const kept = await save<NewMarker, Marker>(
    newMarkerSchema,
    body,
    (checked) => api.post<Marker>('markers', checked),
    ({ words: named }) => `Marked: ${named}.`,
  )
  if (!kept) return
  draft.value = blank()
  isAdding.value = false
}

const seenToday = ({ id, rev, words, seenOn }: Marker) =>
  write(
    () => api.patch<Marker>(`markers/${id}`, { seenOn: withSeen(seenOn, today) }, rev),
    `${words}: seen on ${dayMonth(today)}.`,
  )
const setAside = ({ id, rev, words }: Marker) =>
  write(() => api.post<Marker>(`markers/${id}/set-aside`, {}, rev), `Set “${words}” aside.`)
const complaint = computed(() => unsaved.value || (Object.values(errors.value)[0] ?? ''))
</script>

<template>
  <section class="panel stack tight" aria-labelledby="marks">
    <h2 id="marks">Marks of the season</h2>
    <p class="quiet">
      Seasons may hang on a sign of your own instead of dates: what is so many days after it.
    </p>
    <ul v-if="marks?.items.length" class="marks">
      <li v-for="mark in marks.items" :key="mark.id">
        <span>
          <strong>{{ mark.words }}</strong>
          <span class="quiet">{{ seenWords(mark.seenOn, today) }}</span>
          <span v-for="window in mark.windows" :key="window.sourceId" class="quiet">
            {{ names.get(window.sourceId) ?? 'a source' }}: {{ afterWords(window) }}
          </span>
        </span>
        <span class="row">
          <ElButton
            v-if="!isSeenThisYear(mark.seenOn, today)"
            :aria-label="`Seen today: ${mark.words}`"
            @click="seenToday(mark)"
            >Seen today</ElButton
          >
          <button
            type="button"
            class="link"
            :aria-label="`Set aside: ${mark.words}`"
            @click="setAside(mark)"
          >
            Set aside
          </button>
        </span>
      </li>
    </ul>
    <p v-if="failure || unloaded" class="wrong" role="alert">{{ failure || unloaded }}</p>
    <form v-if="isAdding" class="stack tight" aria-label="A mark" @submit.prevent="keep">
      <LabeledField v-slot="{ id }" label="What is watched for" :error="errors['/words']">
        <ElInput :id="id" v-model="draft.words" placeholder="the blackthorn flowers" />
      </LabeledField>
      <DateField v-model="draft.seenOn" label="First seen on" :error="errors['/seenOn/0']" />
      <SourcePicker v-model="draft.source" label="Which season hangs on it" />
      <div v-if="draft.source" class="two">
        <NumberField
          v-model="draft.fromDays"
          label="Begins so many days after"
          unit="days"
          :error="errors['/windows/0/fromDays']"
        />
        <NumberField
          v-model="draft.toDays"
          label="Ends so many days after"
          unit="days"
          :error="errors['/windows/0/toDays']"
        />
      </div>
      <p v-if="complaint" class="wrong" role="alert">{{ complaint }}</p>
      <div class="row">
        <ElButton type="primary" native-type="submit" :loading="saving">Keep the mark</ElButton>
        <ElButton @click="isAdding = false">Close</ElButton>
      </div>
    </form>
    <p v-else>
      <button type="button" class="link" @click="isAdding = true">A mark</button>
    </p>
  </section>
</template>

<style scoped>
.marks {
  margin: 0;
  padding: 0;
  list-style: none;
}

.marks li {
  display: flex;
  gap: 12px;
  justify-content: space-between;
  padding: 6px 0;
  border-top: 1px solid var(--line);
}

.marks .quiet {
  display: block;
}

.two {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 12px;
}
</style>

<script setup lang="ts">
import type { Marker } from '~~/shared/schemas/year/marker'
import type { Source } from '~~/shared/schemas/walk/source'
import type { Page } from '~~/shared/schemas/log/common'
import { dayMonth } from '~/format/calendar'
import { messageOf } from '~~/core/present'
import MarkForm from './MarkForm.vue'
import {
  afterWords,
  blankMark,
  draftOfMark,
  isSeenThisYear,
  seenWords,
  withSeen,
  type MarkDraft,
} from './marks'

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
const draft = ref<MarkDraft | null>(null)
const unanswered = ref('')

async function edit(mark: Marker) {
  unanswered.value = ''
  try {
    const sources = await Promise.all(
      mark.windows.map(({ sourceId }) => api.get<Source>(`sources/${sourceId}`)),
    )
    draft.value = draftOfMark(mark, new Map(sources.map((source) => [source.id, source])))
  } catch (error) {
    unanswered.value = messageOf(error)
  }
}

const seenToday = ({ id, rev, words, seenOn }: Marker) =>
  write(
    () => api.patch<Marker>(`markers/${id}`, { seenOn: withSeen(seenOn, today) }, rev),
    `${words}: seen on ${dayMonth(today)}.`,
  )
const setAside = ({ id, rev, words }: Marker) =>
  write(() => api.post<Marker>(`markers/${id}/set-aside`, {}, rev), `Set “${words}” aside.`)
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
            :aria-label="`Change it: ${mark.words}`"
            @click="edit(mark)"
          >
            Change it
          </button>
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
    <p v-if="failure || unanswered || unloaded" class="wrong" role="alert">
      {{ failure || unanswered || unloaded }}
    </p>
    <MarkForm v-if="draft" v-model="draft" @close="draft = null" />
    <p v-else>
      <button type="button" class="link" @click="draft = blankMark()">A mark</button>
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
</style>

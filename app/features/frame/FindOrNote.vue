<script setup lang="ts">
import type { FindHit } from '~~/shared/views/log/find'
import { formatMass } from '~/format/quantities'
import { readJarNote, readWeighInNote } from './read-note'
import { messageOf, present } from '~~/core/present'

const open = defineModel<boolean>({ required: true })

const api = useApi()
const text = ref('')
const hits = ref<FindHit[]>([])
const failure = ref('')
const input = ref<{ focus: () => void } | null>(null)

const note = computed(() => readWeighInNote(text.value))
/** Long enough to tell of plant and fibre: a tag. */
const isLine = computed(() => text.value.trim().split(/\s+/).length >= 4)
const jarNote = computed(() => readJarNote(text.value))

const PLACES: Record<FindHit['kind'], (hit: FindHit) => string> = {
  lot: ({ id }) => `/loft?lot=${id}`,
  jar: ({ id }) => `/jars?jar=${id}`,
  piece: ({ id }) => `/basket?piece=${id}`,
  bath: ({ id }) => `/baths?bath=${id}`,
  pot: ({ id }) => `/hob?pot=${id}`,
  swatch: ({ id }) => `/swatch?swatch=${id}`,
  source: ({ id }) => `/source/${id}`,
  patch: ({ id }) => `/patches?patch=${id}`,
}

watch(text, async (typed) => {
  const asked = readJarNote(typed)?.code ?? typed.trim()
  if (asked.length < 2) return void (hits.value = [])
  try {
    const found = await api.get<{ hits: FindHit[] }>('find', { q: asked })
    if (asked === (jarNote.value?.code ?? text.value.trim())) hits.value = found.hits
    failure.value = ''
  } catch (error) {
    failure.value = messageOf(error)
  }
})

function go(to: string) {
  open.value = false
  text.value = ''
  void navigateTo(to)
}

const jarHit = computed(() => hits.value.find(({ kind }) => kind === 'jar'))

function noteJar() {
  const { kind, words } = present(jarNote.value)
  go(`/jars?jar=${present(jarHit.value).id}&did=${kind}&words=${encodeURIComponent(words)}`)
}

function enter() {
  if (jarNote.value && jarHit.value) noteJar()
  else if (note.value) go(`/walk?note=${encodeURIComponent(text.value.trim())}`)
  else if (hits.value[0]) go(PLACES[hits.value[0].kind](hits.value[0]))
}
</script>

<template>
  <ElDialog
    v-model="open"
    title="Find or note"
    width="min(560px, 94vw)"
    top="10vh"
    @opened="input?.focus()"
  >
    <ElInput
      ref="input"
      v-model="text"
      aria-label="Find or note"
      :placeholder="`DOC-26-02, elder, ${formatMass(340)} tansy, Quarry Lane, or jar OCH-26-02 aired, deep wine`"
      @keydown.enter="enter"
    />
    <p v-if="failure" class="wrong" role="alert">{{ failure }}</p>
    <ul class="hits">
      <li v-if="note">
        <button type="button" @click="enter">
          Weigh in <strong>{{ formatMass(note.netG) }}</strong>
          {{ note.words.join(', ') || 'of something' }}
          <span class="quiet">opens a filled-in draft</span>
        </button>
      </li>
      <li v-if="jarNote && jarHit">
        <button type="button" @click="noteJar">
          <strong>{{ jarNote.code }}</strong> {{ jarNote.kind
          }}{{ jarNote.words ? `, ${jarNote.words}` : '' }}
          <span class="quiet">opens a filled-in draft</span>
        </button>
      </li>
      <li v-if="isLine">
        <button type="button" @click="go(`/card?note=${encodeURIComponent(text.trim())}`)">
          Read onto a card <strong>{{ text.trim() }}</strong>
          <span class="quiet">something dyed already</span>
        </button>
      </li>
      <li v-for="hit in hits" :key="hit.id">
        <button type="button" @click="go(PLACES[hit.kind](hit))">
          <strong>{{ hit.label }}</strong> <span class="latin">{{ hit.more }}</span>
          <span class="quiet">{{ hit.kind }}</span>
        </button>
      </li>
    </ul>
    <p v-if="!note && !hits.length" class="quiet">
      Type the beginning of a tag code or any name; or an amount and what it is, to weigh it in.
    </p>
  </ElDialog>
</template>

<style scoped>
.hits {
  margin: 10px 0;
}

.hits button {
  display: flex;
  align-items: center;
  gap: 8px;
  width: 100%;
  min-height: 44px;
  padding: 6px 10px;
  border: 0;
  border-bottom: 1px solid var(--line);
  background: none;
  color: var(--ink);
  text-align: left;
  cursor: pointer;
}

.hits button:hover {
  background: var(--juniper-pale);
}

.hits .quiet {
  margin-left: auto;
}
</style>

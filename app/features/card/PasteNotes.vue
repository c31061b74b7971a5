<script setup lang="ts">
import { messageOf } from '~~/core/present'
import type { NoteContext, NoteKind } from '~~/shared/rules/note/read-note'
import type { ReadLine } from '~~/shared/views/swatch/read-line'
import { asTyped } from '~/format/quantities'
import { useDraft } from '~/composables/useDraft'

/** Whole notes, one a line: what each word became is coloured, what is left is for the reader. */
const { context } = defineProps<{ context: NoteContext }>()
const emit = defineEmits<{ fill: [line: ReadLine] }>()

const api = useApi()
const { draft, clear } = useDraft('notes', () => ({ text: '', done: [] as string[] }))
const lines = shallowRef<ReadLine[]>([])
const failure = ref('')
const isReading = ref(false)

const KIND_WORDS: Record<NoteKind, string> = {
  day: 'dyed',
  gathered: 'gathered',
  ratio: 'ratio',
  ph: 'pH',
  temperature: 'heat',
  duration: 'time',
  water: 'water',
  mordant: 'mordant',
  plantMass: 'plant',
  fibreMass: 'fibre',
  fibre: 'fibre',
  form: 'form',
  way: 'way',
  state: 'state',
  verdict: 'verdict',
  place: 'place',
  source: 'source',
}

async function read() {
  failure.value = ''
  const typed = draft.text.split(/\r?\n/).filter((line) => line.trim() !== '')
  if (typed.length === 0) {
    failure.value = 'Nothing to read yet: write or paste one note a line.'
    return
  }
  isReading.value = true
  const { today, order, system } = context
  try {
    const { item } = await api.post<{ lines: ReadLine[] }>('notes/read', {
      lines: typed.map(asTyped),
      today,
      order,
      system,
    })
    lines.value = item.lines
    const next = lines.value.find(({ text }) => !draft.done.includes(text))
    if (next) emit('fill', next)
  } catch (error) {
    failure.value = messageOf(error)
  } finally {
    isReading.value = false
  }
}

/** A note in its pieces: what became something, and what did not. */
function piecesOf({ text, spans }: ReadLine) {
  const pieces: { text: string; kind: NoteKind | null }[] = []
  let at = 0
  for (const { kind, start, end } of spans) {
    if (start > at) pieces.push({ text: text.slice(at, start), kind: null })
    pieces.push({ text: text.slice(start, end), kind })
    at = end
  }
  return at < text.length ? [...pieces, { text: text.slice(at), kind: null }] : pieces
}

/** A note that was typed elsewhere comes in as if it were pasted. */
async function take(note: string) {
  draft.text = note
  draft.done = []
  await read()
}

defineExpose({
  take,
  /** The note in hand is kept: the next one comes. */
  kept(text: string) {
    draft.done = [...draft.done, text]
    const next = lines.value.find((line) => !draft.done.includes(line.text))
    if (next) emit('fill', next)
    else if (lines.value.length > 0) {
      lines.value = []
      clear()
    }
    return next ?? null
  },
})
</script>

<template>
  <section class="panel stack tight" aria-labelledby="paste">
    <h2 id="paste">As it stands on the tags</h2>
    <ElInput
      v-model="draft.text"
      type="textarea"
      :rows="3"
      aria-label="Notes, one a line"
      placeholder="15 Aug 24: 420 g goldenrod tops on 60 g wool, alum 12 %, clear yellow"
      @keydown.enter.ctrl="read"
    />
    <div class="row">
      <ElButton :loading="isReading" @click="read">Read into the card</ElButton>
      <span class="quiet"
        >one note a line, in any order of words; nothing is kept before you say so</span
      >
    </div>
    <p v-if="failure" class="wrong" role="alert">{{ failure }}</p>
    <ol v-if="lines.length" class="lines" aria-label="Notes that were read">
      <li v-for="(line, i) in lines" :key="i" :class="{ done: draft.done.includes(line.text) }">
        <button type="button" @click="emit('fill', line)">
          <template v-for="(piece, k) in piecesOf(line)" :key="k"
            ><span
              v-if="piece.kind"
              :class="['known', piece.kind]"
              :title="KIND_WORDS[piece.kind]"
              >{{ piece.text }}</span
            ><span v-else class="left">{{ piece.text }}</span></template
          >
        </button>
        <span class="quiet">{{
          draft.done.includes(line.text)
            ? 'kept'
            : line.source
              ? `${line.source.commonName}`
              : line.others.length
                ? `which plant? perhaps ${line.others
                    .slice(0, 3)
                    .map(({ commonName }) => commonName)
                    .join(', ')}`
                : 'which plant?'
        }}</span>
      </li>
    </ol>
  </section>
</template>

<style scoped>
.lines {
  display: grid;
  gap: 4px;
  max-height: 260px;
  overflow: auto;
}

.lines li {
  padding: 4px 0;
  border-top: 1px solid var(--line);
}

.lines button {
  width: 100%;
  min-height: 44px;
  padding: 0;
  border: 0;
  background: none;
  color: var(--ink);
  font: inherit;
  text-align: left;
  cursor: pointer;
}

.known {
  padding: 1px 3px;
  border-radius: 3px;
  background: var(--juniper-pale);
  border-bottom: 2px solid var(--juniper);
}

.known.source {
  font-weight: 600;
}

.left {
  color: var(--quiet);
}

.done {
  opacity: 0.6;
}
</style>

<script setup lang="ts">
import { formatNumber, formatRatio } from '~/format/quantities'
import { sentenceSpan } from '~/format/spans'
import CardSentence from '~/features/card/CardSentence.vue'
import CardColour from '~/features/card/CardColour.vue'
import PasteNotes from '~/features/card/PasteNotes.vue'
import type { CardDraft } from '~/features/card/card-draft'
import { CARD, useCard } from '~/features/card/useCard'
import { plain } from '~/workers/plain'
import type { ReadLine } from '~~/shared/views/swatch/read-line'
import { formatCount } from '~~/core/quantity/format-count'

/** Something that was dyed already, written down from its tag on one sheet. */
const card = useCard()
provide(CARD, card)
const piece = ref(0)
const inHand = computed(() => card.draft.pieces[piece.value] ?? card.draft.pieces[0])
watch(
  () => card.draft.pieces.length,
  (count) => (piece.value = Math.min(piece.value, count - 1)),
)

const paste = ref<InstanceType<typeof PasteNotes> | null>(null)
/** The note that the card was filled from. */
const line = shallowRef<ReadLine | null>(null)
/** Cards of other notes, as far as they were filled: coming back to a note, it is as it was left. */
const begun = new Map<string, CardDraft>()
function fill(read: ReadLine) {
  if (line.value) {
    begun.set(line.value.text, plain(card.draft))
    card.blank()
  }
  line.value = read
  const left = begun.get(read.text)
  if (left) Object.assign(card.draft, left)
  else card.fill(read)
}
type Next = 'blank' | 'like'
async function keep(next: Next) {
  const kept = await card.keep()
  if (!kept) return
  const of = line.value
  line.value = null
  if (next === 'like') return void card.another()
  card.blank()
  piece.value = 0
  if (of) paste.value?.kept(of.text)
}
function addSkein() {
  card.addPiece()
  piece.value = card.draft.pieces.length - 1
}
const route = useRoute()
onMounted(() => {
  const { note } = route.query
  if (typeof note === 'string' && note) void paste.value?.take(note)
})
const complaint = computed(() => Object.values(card.errors)[0] ?? '')
useHead({ title: 'A swatch you have · Juniper Haze' })
</script>

<template>
  <div class="page-head">
    <h1>A swatch you have</h1>
    <span class="quiet">dyed already, from its tag: what is not known stays empty</span>
  </div>
  <div class="both">
    <div class="stack told">
      <section class="panel" aria-label="The card">
        <CardSentence v-model:piece="piece" />
      </section>
      <section class="panel tight then" aria-label="What it comes to" role="status">
        <template v-if="card.tally">
          <p v-if="card.tally.ratio">
            <strong>{{ formatRatio(card.tally.ratio.asWeighed) }} {{ card.tally.state }}</strong
            >, {{ formatRatio(card.tally.ratio.dry) }} dry
            <span v-if="card.tally.state !== 'dried'" class="quiet">typical dry matter of it</span>
          </p>
          <p v-if="card.tally.strength">
            Strength
            <strong
              >~{{ formatNumber(card.tally.strength.mid, 2) }},
              {{ card.tally.strength.depths.join(' to ') }}</strong
            >{{ ' ' }}
            <span class="quiet"
              >({{ sentenceSpan(card.tally.strength) }}), an estimate from a colour over
              {{ inHand?.bare ? 'its bare fibre' : 'a bare fibre as usual' }}</span
            >
          </p>
          <p v-if="card.tally.unknown.length" class="quiet">
            Not known, and so not compared: {{ card.tally.unknown.join(', ') }}.
          </p>
        </template>
        <p v-else class="quiet">Name the plant, and what it comes to stands here.</p>
      </section>
      <div class="row then">
        <ElButton type="primary" :loading="card.saving" @click="keep('blank')">Keep it</ElButton>
        <ElButton :loading="card.saving" @click="keep('like')">Keep, another like it</ElButton>
        <ElButton @click="addSkein">Another skein of this pot</ElButton>
        <p v-if="card.troubles.source || card.failure || complaint" class="wrong" role="alert">
          {{ card.failure || complaint || card.troubles.source }}
        </p>
      </div>
      <p v-for="photo in card.photos.unsent" :key="photo.id" class="row wrong then" role="alert">
        The colour of {{ photo.code }} is kept, its photo is not. {{ photo.why }}
        <ElButton @click="card.photos.send(photo)">Send the photo again</ElButton>
      </p>
      <PasteNotes ref="paste" class="then" :context="card.context" @fill="fill" />
      <section v-if="card.kept.length" class="panel then" aria-labelledby="kept">
        <h2 id="kept">
          Kept <span class="quiet">{{ formatCount(card.kept.length, 'tag') }}</span>
        </h2>
        <ul class="kept">
          <li v-for="tag in card.kept" :key="tag.swatchId">
            <NuxtLink :to="`/swatch?swatch=${tag.swatchId}`">
              <span class="edge" :style="{ background: tag.hex ?? '#e4e5ea' }" />{{ tag.words }}
            </NuxtLink>
          </li>
        </ul>
      </section>
    </div>
    <CardColour
      v-if="inHand"
      class="colour"
      :piece="inHand"
      :bare-carried="card.carried.ofPiece(piece, 'bare')"
      @give="Object.assign(inHand, $event)"
    />
  </div>
</template>

<style scoped>
.both {
  display: grid;
  grid-template-columns: minmax(0, 1.7fr) minmax(0, 1fr);
  gap: 16px;
  align-items: start;
}

.kept {
  display: flex;
  flex-wrap: wrap;
  gap: 10px;
}

.kept a {
  display: flex;
  gap: 10px;
  align-items: center;
  min-height: 44px;
  padding-right: 12px;
  border: 1px solid var(--line);
  border-radius: var(--corner);
}

.edge {
  align-self: stretch;
  width: 14px;
  border-radius: var(--corner) 0 0 var(--corner);
}

.told {
  min-width: 0;
}

@media (max-width: 960px) {
  .both {
    grid-template-columns: minmax(0, 1fr);
  }

  /* the colour comes before keeping it */
  .told {
    display: contents;
  }

  .colour {
    order: 1;
  }

  .then {
    order: 2;
  }
}
</style>

<script setup lang="ts">
import WorkedExample from '~/features/examples/WorkedExample.vue'
import { dryRatioText } from '~/format/ratio'
import type { Illuminant } from '~~/core/colour/weighting'
import { newId } from '~~/shared/ids'
import type { ReadBy } from '~~/shared/schemas/swatch/reading'
import { pieceInWords } from '~~/shared/words/swatch/piece-in-words'
import { swatchName } from '~~/shared/words/swatch/swatch-name'
import BesideChoice from '~/features/swatch/BesideChoice.vue'
import BoothPatches from '~/features/swatch/BoothPatches.vue'
import DeskCanvas from '~/features/swatch/DeskCanvas.vue'
import ReadingPanel from '~/features/swatch/ReadingPanel.vue'
import ReadingHistory from '~/features/swatch/ReadingHistory.vue'
import SwatchLasting from '~/features/swatch/SwatchLasting.vue'
import SwatchNav from '~/features/swatch/SwatchNav.vue'
import SwatchLists from '~/features/swatch/SwatchLists.vue'
import VerdictForm from '~/features/swatch/VerdictForm.vue'
import WhatItSays from '~/features/swatch/WhatItSays.vue'
import { useBeside } from '~/features/swatch/useBeside'
import { PHOTO_DESK, usePhoto, type Mark } from '~/features/swatch/usePhoto'
import { usePhotoReading } from '~/features/swatch/usePhotoReading'
import { READING_FORM, useReadingForm } from '~/features/swatch/useReadingForm'
import { useSwatches } from '~/features/swatch/useSwatches'
import { uploadPhoto } from '~/features/walk/upload-photos'
import { roughDate } from '~/format/dates'
import { first } from '~~/core/present'

const route = useRoute()
const router = useRouter()
const text = (value: unknown) => (typeof value === 'string' ? value : undefined)
const { waiting, read, hand, words, failure } = useSwatches(() => ({
  swatch: text(route.query.swatch),
  pot: text(route.query.pot),
}))
const form = useReadingForm(() => hand.value)
provide(READING_FORM, form)
const beside = reactive(
  useBeside(
    () => hand.value,
    () => form.dyedSeen,
    () => form.bareSeen,
  ),
)
const desk = usePhoto()
provide(PHOTO_DESK, desk)

const way = ref<ReadBy>('eye')
const isTested = ref(false)
const tool = ref<Mark | 'move'>('swatch')
const light = ref<Illuminant | 'all'>('D65')
const canvas = ref<InstanceType<typeof DeskCanvas> | null>(null)
const isKeepingPhoto = ref(true)

usePhotoReading(desk, form)
watch(
  () => desk.known,
  (known) => {
    // a sheet of paper that was marked is no grey card
    desk.boxes.card = null
    tool.value = known === 'card' || known === 'paper' ? 'card' : 'swatch'
  },
)
const openPhoto = (file: File) => {
  way.value = 'photo'
  tool.value = 'swatch'
  void desk.open(file)
}
const drop = (event: DragEvent) => {
  const [file] = event.dataTransfer?.files ?? []
  if (file) openPhoto(file)
}

const uploadTrouble = ref('')
async function keep() {
  // what was marked last may still be read
  await desk.settled()
  const now = hand.value
  const isFromPhoto = form.dyed?.how?.by === 'photo'
  let photoId: string | null = null
  uploadTrouble.value = ''
  // it stays in hand: what it came to, and its verdict, come before the next
  if (now && !route.query.swatch) {
    await router.replace({ query: { ...route.query, swatch: now.swatch.id } })
  }
  if (now && isFromPhoto && isKeepingPhoto.value && desk.file) {
    const id = newId()
    uploadTrouble.value = await uploadPhoto(desk.file, { id, swatchId: now.swatch.id })
    if (!uploadTrouble.value) photoId = id
  }
  await form.keep(photoId)
}
const onCurve = computed(() =>
  hand.value?.sources.length === 1
    ? `/strength?source=${first(hand.value.sources).id}&on=${encodeURIComponent(hand.value.curveKey)}`
    : null,
)
/** What waits next, once this one was read: of its own pot first. */
const next = computed(() => {
  const now = hand.value
  if (!now?.swatch.readings.length) return null
  const others = waiting.value?.items.filter(({ id }) => id !== now.swatch.id) ?? []
  return others.find(({ potId }) => potId === now.swatch.potId) ?? others[0] ?? null
})
const name = computed(() =>
  hand.value ? swatchName(hand.value.sources, hand.value.piece, hand.value.pot.dyedOn) : '',
)
useHead({ title: () => `${hand.value?.swatch.code ?? 'Swatch'} · Juniper Haze` })
</script>

<template>
  <SwatchNav class="on-booth" />
  <div class="page-head">
    <h1>{{ name || 'Swatch' }}</h1>
    <p v-if="hand" class="on-grey">
      {{ pieceInWords(hand.piece, hand.pot.dyedOn) }} · {{ hand.swatch.code }} ·
      {{ hand.pot.code }}, {{ roughDate(hand.pot.dyedOn, hand.pot.dyedWithinDays) }} ·
      {{ dryRatioText(hand.pot) }}
    </p>
    <p v-if="failure" role="alert">{{ failure }}</p>
    <BesideChoice
      v-if="hand"
      v-model:choice="beside.choice"
      v-model:light="light"
      :beside="beside"
      :has-hoped="Boolean(hand.hoped)"
      class="end"
    />
    <NuxtLink
      v-if="hand && !['bare', 'hoped'].includes(beside.choice)"
      :to="{ path: '/difference', query: { a: hand.swatch.id, b: beside.choice } }"
      >What made them differ</NuxtLink
    >
  </div>

  <div v-if="hand" class="booth-grid" @dragover.prevent @drop.prevent="drop">
    <div
      class="see"
      :class="{ tested: isTested && way !== 'photo' }"
      :data-photo="desk.opened ? desk.file?.name : undefined"
      :data-open-ms="desk.opened?.tookMs.toFixed(0)"
      :data-read-ms="desk.tookMs?.toFixed(0)"
    >
      <template v-if="way === 'photo' && desk.opened">
        <DeskCanvas
          ref="canvas"
          class="fill"
          :tool="tool"
          @mark="(of, box) => (desk.boxes[of] = box)"
        />
        <div class="nearer">
          <button type="button" aria-label="Nearer" @click="canvas?.by(1.5)">+</button>
          <button type="button" aria-label="Farther" @click="canvas?.by(1 / 1.5)">−</button>
        </div>
      </template>
      <BoothPatches
        v-else
        class="fill"
        :dyed="form.dyedSeen"
        :other="beside.other"
        :light="light"
      />
    </div>

    <ReadingPanel
      v-model:way="way"
      v-model:tool="tool"
      v-model:keeps-photo="isKeepingPhoto"
      :hand="hand"
      :trouble="uploadTrouble"
      @choose="openPhoto"
      @keep="keep"
    />

    <div class="stack">
      <WhatItSays
        :hand="hand"
        :dyed="form.dyedSeen"
        :other="beside.other"
        :strength="form.strength"
        :near="beside.near"
      />
      <NuxtLink v-if="onCurve && hand.swatch.readings.length" :to="onCurve" class="el-button">
        See it on its curve
      </NuxtLink>
      <NuxtLink v-if="next" :to="`/swatch?swatch=${next.id}`" class="el-button">
        Read the next, {{ next.code }}
      </NuxtLink>
      <ReadingHistory :readings="hand.swatch.readings" />
      <VerdictForm v-if="hand.swatch.readings.length" :hand="hand" />
    </div>
    <div class="lists stack">
      <SwatchLasting
        v-if="hand.swatch.readings.length"
        v-model:tested="isTested"
        :swatch-id="hand.swatch.id"
      />
      <SwatchLists
        :waiting="waiting?.items ?? []"
        :read="read?.items ?? []"
        :chosen="hand.swatch.id"
        :words="words"
      />
    </div>
  </div>
  <p v-else-if="!failure">
    No swatches yet. <NuxtLink to="/pot">Save a pot as done</NuxtLink> and its swatches hang here to
    be read. <NuxtLink to="/card">A swatch you have</NuxtLink> from before is written down on a
    card.
  </p>
  <WorkedExample v-if="!hand && !failure" station="swatch" />
</template>

<style scoped>
h1,
.on-grey {
  color: #16191b;
}

.on-booth :deep(a) {
  color: #16191b;
}

.booth-grid {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 392px 300px;
  grid-template-rows: auto 1fr;
  gap: 14px 16px;
}

.see {
  position: relative;
  align-self: start;
}

.see > .fill {
  height: 452px;
}

/* its stages come into view below it */
.see.tested > .fill {
  height: 260px;
}

/* panel and answer run on beside the lists; columns are named, or what has a row is placed first */
.booth-grid > :nth-child(2),
.booth-grid > :nth-child(3) {
  grid-row: 1 / 3;
  grid-column: 2;
  align-self: start;
}

.booth-grid > :nth-child(3) {
  grid-column: 3;
}

.booth-grid > .see,
.booth-grid > .lists {
  grid-column: 1;
}

.nearer {
  position: absolute;
  top: 8px;
  right: 8px;
  display: grid;
  gap: 6px;
}

.nearer button {
  width: 44px;
  height: 44px;
  border: 1px solid #16191b;
  border-radius: var(--corner);
  background: rgb(255 255 255 / 85%);
  font-size: 22px;
  cursor: pointer;
}

@media (max-width: 960px) {
  .booth-grid {
    grid-template-columns: minmax(0, 1fr);
  }

  .booth-grid > :nth-child(n) {
    grid-row: auto;
    grid-column: 1;
  }

  .see > .fill {
    height: 320px;
  }
}

@media (max-width: 600px) {
  /* the fields to read it with come into view */
  .see:not([data-photo]) > .fill {
    height: 236px;
  }
}
</style>

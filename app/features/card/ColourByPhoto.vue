<script setup lang="ts">
import DeskCanvas from '~/features/swatch/DeskCanvas.vue'
import PhotoResults from '~/features/swatch/PhotoResults.vue'
import type { GivenReading } from '~/features/swatch/given'
import { PHOTO_DESK, usePhoto, type Mark } from '~/features/swatch/usePhoto'
import { usePhotoReading } from '~/features/swatch/usePhotoReading'
import type { PhotoBox } from '~~/core/colour/photo/chart-grid'
import { present } from '~~/core/present'
import type { PieceDraft } from './card-draft'
import { CARD } from './useCard'

/** A skein's colour from a photo that a sheet of white paper lies in. */
const { file, piece } = defineProps<{ file: File; piece: PieceDraft }>()
const emit = defineEmits<{ give: [of: 'dyed' | 'bare', reading: GivenReading] }>()

const desk = usePhoto()
provide(PHOTO_DESK, desk)
desk.known = 'paper'
// a card that is kept at once has what was marked last
present(inject(CARD)).photos.awaitBeforeKeeping(desk.settled)
const tool = ref<Mark | 'move'>('swatch')

usePhotoReading(desk, {
  set dyed(reading: GivenReading | null) {
    if (reading) emit('give', 'dyed', reading)
  },
  set bare(reading: GivenReading | null) {
    if (reading) emit('give', 'bare', reading)
  },
})
watch(
  () => file,
  () => {
    tool.value = 'swatch'
    void desk.open(file)
  },
  { immediate: true },
)
// the next skein may lie in the same photo: its paper stands, its own place is to be marked
watch(
  () => piece,
  () => {
    for (const of of ['swatch', 'bare'] as const) {
      desk.boxes[of] = null
      desk.answers[of] = null
      desk.refusals[of] = ''
    }
    tool.value = 'swatch'
  },
)
function mark(of: string, box: PhotoBox) {
  desk.boxes[of] = box
  // one after the other, without a click between
  if (of === 'swatch' && !desk.boxes.card) tool.value = 'card'
  else if (of === 'card') tool.value = 'bare'
}
const asked = computed(() => {
  if (!desk.boxes.swatch) return 'Drag over the skein.'
  return desk.boxes.card
    ? 'Marked. Drag over its bare fibre too, if it lies there.'
    : 'Now drag over the white paper.'
})
</script>

<template>
  <div class="by-photo">
    <p v-if="desk.failure" class="wrong" role="alert">{{ desk.failure }}</p>
    <p v-else-if="desk.step" role="status">{{ desk.step }} ...</p>
    <template v-if="desk.opened">
      <p role="status" class="asked">{{ asked }}</p>
      <DeskCanvas
        class="photo"
        :tool="tool"
        :names="{ swatch: 'skein', bare: 'bare fibre', card: 'white paper' }"
        @mark="mark"
      />
      <ElRadioGroup v-model="tool" aria-label="Mark">
        <ElRadioButton value="swatch">skein</ElRadioButton>
        <ElRadioButton value="card">paper</ElRadioButton>
        <ElRadioButton value="bare">bare fibre</ElRadioButton>
        <ElRadioButton value="move">move</ElRadioButton>
      </ElRadioGroup>
      <PhotoResults />
    </template>
  </div>
</template>

<style scoped>
.by-photo {
  display: grid;
  gap: 10px;
}

.photo {
  height: 300px;
}

.asked {
  font-weight: 600;
}
</style>

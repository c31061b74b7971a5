<script setup lang="ts">
import type { PhotoBox } from '~~/core/colour/photo/chart-grid'
import { present } from '~~/core/present'
import PhotoCanvas from './PhotoCanvas.vue'
import { PHOTO_DESK } from './usePhoto'

/** The photo of the page with all that is marked in it, to be marked further. */
defineProps<{
  /** What a drag marks; `move`: it moves the photo. */
  tool: string
  names?: Record<string, string>
  tags?: Record<string, string>
}>()
const emit = defineEmits<{ mark: [of: string, box: PhotoBox] }>()
const desk = present(inject(PHOTO_DESK))
const canvas = useTemplateRef<InstanceType<typeof PhotoCanvas>>('canvas')
defineExpose({ by: (factor: number) => canvas.value?.by(factor) })
</script>

<template>
  <PhotoCanvas
    v-if="desk.opened"
    ref="canvas"
    :width="desk.opened.width"
    :height="desk.opened.height"
    :preview="desk.opened.preview"
    :boxes="desk.boxes"
    :corners="desk.shownCorners"
    :grid="desk.grid"
    :tool="tool"
    :names="names"
    :tags="tags"
    @mark="(of, box) => emit('mark', of, box)"
    @corner="desk.moveCorner"
  />
</template>

<script setup lang="ts">
import DeskCanvas from '~/features/swatch/DeskCanvas.vue'
import PhotoControls from '~/features/swatch/PhotoControls.vue'
import ReadFile from '~/features/swatch/ReadFile.vue'
import { seenOf, type GivenReading } from '~/features/swatch/given'
import { PHOTO_DESK, usePhoto, type Mark } from '~/features/swatch/usePhoto'
import { usePhotoReading } from '~/features/swatch/usePhotoReading'
import { chosenFiles, emptyField } from '~/composables/chosen-files'
import { colourName } from '~~/core/colour/colour-name'
import { labOfHex, type GivenColour } from '~~/core/colour/screen-colour'
import { readPalette } from '~~/core/formats/read-palette'
import { messageOf } from '~~/core/present'
import type { Wanted } from './useMatch'
import { wantedOfColour } from './useMatch'

/** The colour that is wanted: picked or typed, from a photo, a file of spectra, or many from a palette. */
const emit = defineEmits<{ want: [wanted: Wanted[]] }>()

type Given = 'chosen' | 'photo' | 'spectrum' | 'palette'
const way = ref<Given>('chosen')
const colour = ref<GivenColour | null>(null)
const failure = ref('')

function wantReading(given: GivenReading) {
  const { lab, hex, reflectance, basis } = seenOf(given)
  emit('want', [
    {
      name: colourName(lab),
      lab,
      hex,
      reflectance: basis === 'measured' ? reflectance : null,
      errorDe: given.how?.errorDe ?? 0,
    },
  ])
}
watch(colour, (given) => given && wantReading(given))

const desk = usePhoto()
provide(PHOTO_DESK, desk)
desk.known = 'paper'
const tool = ref<Mark | 'move'>('swatch')
usePhotoReading(desk, {
  set dyed(reading: GivenReading | null) {
    if (reading) wantReading(reading)
  },
  bare: null,
})
function openPhoto(file: File) {
  tool.value = 'swatch'
  void desk.open(file)
}

async function pickPalette(event: Event) {
  const [file] = chosenFiles(event)
  emptyField(event)
  failure.value = ''
  if (!file) return
  try {
    const colours = readPalette(await file.text())
    emit(
      'want',
      colours.map(({ name, hex }) =>
        wantedOfColour(name || colourName(labOfHex(hex)), labOfHex(hex), hex),
      ),
    )
  } catch (error) {
    failure.value = `${file.name}: ${messageOf(error)}`
  }
}
const palette = useTemplateRef<HTMLInputElement>('palette')
</script>

<template>
  <div class="stack tight">
    <ElRadioGroup v-model="way" aria-label="The colour is given by">
      <ElRadioButton value="chosen">picked</ElRadioButton>
      <ElRadioButton value="photo">photo</ElRadioButton>
      <ElRadioButton value="spectrum">spectrum</ElRadioButton>
      <ElRadioButton value="palette">palette</ElRadioButton>
    </ElRadioGroup>
    <ColourEntry v-if="way === 'chosen'" v-model="colour" label="Colour" />
    <template v-else-if="way === 'photo'">
      <DeskCanvas
        class="photo"
        :tool="tool"
        :names="{ swatch: 'the colour', bare: 'bare fibre', card: desk.known }"
        @mark="
          (of, box) => {
            desk.boxes[of] = box
            if (of === 'swatch' && !desk.boxes.card) tool = 'card'
          }
        "
      />
      <PhotoControls v-model:tool="tool" @choose="openPhoto" />
    </template>
    <ReadFile v-else-if="way === 'spectrum'" @give="(_, reading) => wantReading(reading)" />
    <div v-else>
      <input
        ref="palette"
        type="file"
        accept=".gpl,.csv,.txt,text/plain,text/csv"
        class="sr-only"
        aria-label="Palette file"
        tabindex="-1"
        @change="pickPalette"
      />
      <ElButton type="primary" @click="palette?.click()">Choose a palette</ElButton>
      <p class="quiet">A GIMP palette, or a list with a colour such as #8a5a30 in each line.</p>
    </div>
    <p v-if="failure" class="wrong" role="alert">{{ failure }}</p>
  </div>
</template>

<style scoped>
.photo {
  height: 240px;
}
</style>

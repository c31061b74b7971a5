<script setup lang="ts">
import PhotoPick from '~/features/swatch/PhotoPick.vue'
import type { GivenHow, GivenReading } from '~/features/swatch/given'
import { FIBRES } from '~~/catalogue/fibres'
import { usualBareLab } from '~~/catalogue/fibres/bare-colours'
import { colourName } from '~~/core/colour/colour-name'
import { CHIP_ERROR_DE, NUDGES, nudged, type Nudge } from '~~/core/colour/eye-chips'
import { hexOfLab, type GivenColour } from '~~/core/colour/screen-colour'
import { keysOf } from '~~/core/json'
import { present } from '~~/core/present'
import ColourByPhoto from './ColourByPhoto.vue'
import ColourChips from './ColourChips.vue'
import { colourOf, type PieceDraft } from './card-draft'
import { CARD } from './useCard'

/** The colour of a skein: from a photo, by eye among chips against its bare fibre, or typed. */
const { piece, bareCarried = false } = defineProps<{
  piece: PieceDraft
  /** The bare colour is another skein's. */
  bareCarried?: boolean
}>()
const emit = defineEmits<{ give: [given: Partial<PieceDraft>] }>()
const card = present(inject(CARD))

const file = shallowRef<File | null>(null)
const way = ref<'eye' | 'photo'>('eye')
const keepsPhoto = ref(true)

function open(chosen: File) {
  file.value = chosen
  way.value = 'photo'
}
function byEye(colour: GivenColour | null, isByChip = false) {
  emit('give', {
    colour,
    how: colour && { by: 'eye', ...(isByChip && { errorDe: CHIP_ERROR_DE }) },
  })
}
function byPhoto(of: 'dyed' | 'bare', given: GivenReading) {
  if (!file.value || 'reflectance' in given) return
  if (of === 'bare') emit('give', { bare: given })
  else {
    const { how, ...colour } = given
    emit('give', { colour, how: withPhoto({ ...how }) })
  }
}
/** A photo may hold several skeins: each has it as its own. */
function withPhoto(how: GivenHow): GivenHow {
  const photoId =
    file.value && keepsPhoto.value
      ? card.photos.idFor(file.value, piece.how?.about?.photoId ?? null)
      : null
  return { ...how, about: { ...how.about, photoId } }
}
watch(keepsPhoto, () => {
  if (piece.how?.by === 'photo') emit('give', { how: withPhoto(piece.how) })
})
const lab = computed(() => colourOf(piece.colour))
const hex = computed(() => lab.value && hexOfLab(lab.value))
const bare = computed(() => {
  const seen = piece.bare && !('reflectance' in piece.bare) ? colourOf(piece.bare) : null
  return { hex: hexOfLab(seen ?? usualBareLab(piece.fibre)), isUsual: !seen }
})
function nudge(step: Nudge) {
  if (lab.value) byEye({ hex: hexOfLab(nudged(lab.value, step)) }, piece.how?.by !== 'photo')
}
</script>

<template>
  <section class="grey" aria-labelledby="its-colour">
    <div class="row head">
      <h2 id="its-colour">Its colour</h2>
      <ElRadioGroup v-if="file" v-model="way" aria-labelledby="its-colour">
        <ElRadioButton value="photo">from the photo</ElRadioButton>
        <ElRadioButton value="eye">by eye</ElRadioButton>
      </ElRadioGroup>
    </div>
    <PhotoPick :again="file !== null" @choose="open" />
    <KeepAlive>
      <ColourByPhoto v-if="file && way === 'photo'" :file="file" :piece="piece" @give="byPhoto" />
    </KeepAlive>
    <template v-if="way === 'eye'">
      <p v-if="!file">A sheet of white paper beside the skein sets a photo right. Or by eye:</p>
      <ColourChips :chosen-hex="hex" @choose="byEye({ hex: $event }, true)" />
    </template>
    <div class="cut">
      <span class="dyed" :style="{ background: hex ?? 'transparent' }" :class="{ none: !hex }" />
      <span class="bare" :style="{ background: bare.hex }" />
    </div>
    <p class="names">
      <strong>{{
        lab ? colourName(lab) : way === 'photo' ? 'not read yet' : 'choose the nearest'
      }}</strong>
      <span
        >bare {{ FIBRES[piece.fibre].label
        }}{{ bare.isUsual ? ', as usual' : bareCarried ? ', carried over' : '' }}</span
      >
    </p>
    <template v-if="way === 'eye'">
      <div v-if="lab" class="nudges">
        <button v-for="step in keysOf(NUDGES)" :key="step" type="button" @click="nudge(step)">
          {{ step }}
        </button>
      </div>
      <p class="hint">Hold the skein beside the screen by daylight. By eye it is an estimate.</p>
      <ColourEntry
        :model-value="piece.colour"
        label="Or typed"
        @update:model-value="byEye($event)"
      />
    </template>
    <ElCheckbox v-else v-model="keepsPhoto">keep the photo with it, without its place</ElCheckbox>
  </section>
</template>

<style scoped>
.grey {
  display: grid;
  gap: 10px;
  align-content: start;
  padding: 14px 16px;
  border-radius: var(--corner);
  background: #a1a3a2;
  color: #111;
}

.head {
  justify-content: space-between;
}

.cut {
  display: grid;
  grid-template-columns: 2fr 1fr;
  height: 84px;
}

.none {
  border: 1px dashed #111;
}

.names {
  display: flex;
  justify-content: space-between;
  gap: 12px;
}

.nudges {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
}

.nudges button {
  min-height: 44px;
  padding: 0 12px;
  border: 1px solid #4d5152;
  border-radius: var(--corner);
  background: #f5f5f2;
  color: #111;
  font: inherit;
  cursor: pointer;
}

/* on the grey nothing is quiet: it would not be read */
.grey :deep(.field),
.grey :deep(.field *:not(input)),
.grey :deep(.quiet),
.grey :deep(.el-checkbox__label) {
  color: #111;
}

.hint {
  font-size: 14px;
}
</style>

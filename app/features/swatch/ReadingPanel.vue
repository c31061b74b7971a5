<script setup lang="ts">
import type { BoothView } from '~~/shared/views/swatch/booth'
import type { ReadBy } from '~~/shared/schemas/swatch/reading'
import PhotoControls from './PhotoControls.vue'
import ReadFile from './ReadFile.vue'
import ReadReader from './ReadReader.vue'
import type { GivenReading } from './given'
import { PHOTO_DESK, type Mark } from './usePhoto'
import { READING_FORM } from './useReadingForm'
import { present } from '~~/core/present'

/** How the colour is read, in which state the swatch is, and keeping it. */
const { hand, trouble } = defineProps<{ hand: BoothView; trouble: string }>()
const way = defineModel<ReadBy>('way', { required: true })
const tool = defineModel<Mark | 'move'>('tool', { required: true })
const keepsPhoto = defineModel<boolean>('keepsPhoto', { required: true })
defineEmits<{ choose: [file: File]; keep: [] }>()

const form = present(inject(READING_FORM))
const desk = present(inject(PHOTO_DESK))
const give = (of: 'dyed' | 'bare', reading: GivenReading) => (form[of] = reading)
/** What a picker can show of what was given. */
const typed = (given: GivenReading | null) => (given && !('reflectance' in given) ? given : null)
</script>

<template>
  <form class="panel stack tight reading" aria-labelledby="reading" @submit.prevent="$emit('keep')">
    <h2 id="reading">Read the colour</h2>
    <ElRadioGroup v-model="way" aria-labelledby="reading">
      <ElRadioButton value="eye">by eye</ElRadioButton>
      <ElRadioButton value="photo">photo</ElRadioButton>
      <ElRadioButton value="file">file</ElRadioButton>
      <ElRadioButton value="reader">reader</ElRadioButton>
    </ElRadioGroup>
    <template v-if="way === 'eye'">
      <ColourEntry
        :model-value="typed(form.dyed)"
        label="Swatch, in daylight"
        :error="form.errors['/reading/lab'] ?? form.errors['/reading/hex']"
        @update:model-value="form.dyed = $event"
      />
      <ColourEntry
        :model-value="typed(form.bare)"
        :label="hand.piece.bare ? 'Bare fibre, read again' : 'Bare fibre of the same piece'"
        :error="form.errors['/bare/lab'] ?? form.errors['/bare/hex']"
        @update:model-value="form.bare = $event"
      />
    </template>
    <PhotoControls
      v-else-if="way === 'photo'"
      v-model:tool="tool"
      @choose="$emit('choose', $event)"
    />
    <ReadFile v-else-if="way === 'file'" @give="give" />
    <ReadReader v-else :swatch-id="hand.swatch.id" :piece-id="hand.piece.id" @give="give" />
    <p v-if="!hand.piece.bare && hand.bareAlike && !form.bare">
      <ElButton @click="form.takeBareAlike"
        >Take the bare colour of {{ hand.bareAlike.pieceCode }}, which is alike</ElButton
      >
    </p>
    <div class="row">
      <ElCheckbox v-model="form.wet">still wet</ElCheckbox>
      <ElSelect v-model="form.washed" class="washed" aria-label="Washed after dyeing">
        <ElOption value="yes" label="washed" />
        <ElOption value="no" label="not washed yet" />
        <ElOption value="unknown" label="washed? not known" />
      </ElSelect>
      <span class="light"
        >after
        <NumberField v-model="form.lightHours" label="After light for" unit="h of light" bare
      /></span>
      <ElCheckbox v-if="way === 'photo' && desk.opened" v-model="keepsPhoto"
        >keep the photo</ElCheckbox
      >
    </div>
    <ElCheckbox
      v-if="hand.alike.length && !hand.swatch.readings.length"
      v-model="form.holdsForAlike"
      >the same for {{ hand.alike.map(({ code }) => code).join(', ') }}: alike, and counted
      once</ElCheckbox
    >
    <p v-if="form.failure || trouble" class="wrong" role="alert">
      {{ form.failure || trouble }}
    </p>
    <p v-if="way === 'eye' || way === 'photo'" class="quiet">
      A colour by eye or photo is an estimate: its strength is marked with ~ wherever it stands.
    </p>
    <!-- last in order, at the top to the eye: it is in reach however long the panel is -->
    <ElButton type="primary" native-type="submit" class="keep" :loading="form.saving">
      Keep the reading
    </ElButton>
  </form>
</template>

<style scoped>
.reading {
  position: relative;
}

h2 {
  min-height: 36px;
}

.keep {
  position: absolute;
  top: 10px;
  right: 16px;
}

.washed {
  width: 176px;
}

.light {
  display: flex;
  gap: 8px;
  align-items: center;
  width: 200px;
}
</style>

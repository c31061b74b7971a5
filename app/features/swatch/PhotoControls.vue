<script setup lang="ts">
import PhotoKnown from './PhotoKnown.vue'
import PhotoPick from './PhotoPick.vue'
import PhotoResults from './PhotoResults.vue'
import { PHOTO_DESK, type Mark } from './usePhoto'
import { present } from '~~/core/present'

/** What is marked, what the photo is set right by, and what came of it. */
const desk = present(inject(PHOTO_DESK))
const tool = defineModel<Mark | 'move'>('tool', { required: true })
defineEmits<{ choose: [file: File] }>()
</script>

<template>
  <div class="stack tight">
    <PhotoPick :again="desk.file !== null" @choose="$emit('choose', $event)" />
    <p v-if="!desk.opened" class="quiet">
      Or drop one here. Lay the swatch beside its bare fibre and white paper, a grey card or a
      chart, in even light without flash.
    </p>
    <p v-if="desk.step" role="status" class="quiet">{{ desk.step }} ...</p>
    <p v-if="desk.failure" class="wrong" role="alert">{{ desk.failure }}</p>
    <template v-if="desk.opened">
      <ElRadioGroup v-model="tool" aria-label="Mark">
        <ElRadioButton value="swatch">swatch</ElRadioButton>
        <ElRadioButton value="bare">bare</ElRadioButton>
        <ElRadioButton v-if="desk.known === 'card' || desk.known === 'paper'" value="card">{{
          desk.known
        }}</ElRadioButton>
        <ElRadioButton value="move">move</ElRadioButton>
      </ElRadioGroup>
      <PhotoKnown />
      <PhotoResults />
    </template>
  </div>
</template>

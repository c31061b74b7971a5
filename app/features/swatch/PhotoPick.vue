<script setup lang="ts">
import { chosenFiles, emptyField } from '~/composables/chosen-files'

/** A photo of a swatch: one that is there already, or taken now. */
const { again = false } = defineProps<{
  /** There is one already. */
  again?: boolean
}>()
const emit = defineEmits<{ choose: [file: File] }>()

const chosen = ref<HTMLInputElement | null>(null)
const taken = ref<HTMLInputElement | null>(null)

function pick(event: Event) {
  const [file] = chosenFiles(event)
  if (file) emit('choose', file)
  emptyField(event)
}
</script>

<template>
  <div class="row">
    <input
      ref="chosen"
      type="file"
      accept="image/jpeg,image/png,image/webp"
      class="sr-only"
      aria-label="Photo of the swatch"
      tabindex="-1"
      @change="pick"
    />
    <input
      ref="taken"
      type="file"
      accept="image/*"
      capture="environment"
      class="sr-only"
      aria-label="Take a photo of the swatch"
      tabindex="-1"
      @change="pick"
    />
    <ElButton type="primary" @click="chosen?.click()">{{
      again ? 'Another photo' : 'Choose a photo'
    }}</ElButton>
    <ElButton @click="taken?.click()">Camera</ElButton>
  </div>
</template>

<script setup lang="ts">
import { chosenFiles } from '~/composables/chosen-files'
/** Photos that go with the lot when it is kept; from the camera or from files, several. */
const files = defineModel<File[]>({ required: true })

const input = ref<HTMLInputElement | null>(null)

function chosen(event: Event) {
  files.value = [...files.value, ...chosenFiles(event)]
  if (input.value) input.value.value = ''
}
</script>

<template>
  <div class="row">
    <input
      ref="input"
      type="file"
      accept="image/jpeg,image/png,image/webp"
      multiple
      class="sr-only"
      aria-label="Photos"
      tabindex="-1"
      @change="chosen"
    />
    <ElButton @click="input?.click()">Add photos</ElButton>
    <span v-for="(file, i) in files" :key="i" class="file">
      {{ file.name }}
      <button
        type="button"
        :aria-label="`Leave out ${file.name}`"
        @click="files = files.filter((_, j) => j !== i)"
      >
        ×
      </button>
    </span>
    <span v-if="!files.length" class="quiet">stored without the place they were taken at</span>
  </div>
</template>

<style scoped>
.file {
  padding: 4px 4px 4px 10px;
  border: 1px solid var(--line);
  border-radius: var(--corner);
  font-size: 14px;
}

.file button {
  min-width: 32px;
  min-height: 32px;
  border: 0;
  background: none;
  cursor: pointer;
}
</style>

<script setup lang="ts">
import type { Source } from '~~/shared/schemas/walk/source'

/** Before the first swatch of a source: what is usual of its kind, wide, and said to be. */
const source = shallowRef<Source | null>(null)
watch(source, (chosen) => {
  if (chosen) void navigateTo(`/strength?source=${chosen.id}`)
})
</script>

<template>
  <div class="ask">
    <SourcePicker v-model="source" label="Ask what is usual of any plant" />
    <p class="quiet">
      Every plant of the catalogue has an answer from its kind: how much for how deep, drawn wide,
      and marked as typical, not yours.
    </p>
  </div>
</template>

<style scoped>
.ask {
  display: grid;
  gap: 6px;
  max-width: 460px;
}
</style>

<script setup lang="ts">
/** How far it is, and stopping it. */
defineProps<{ progress: { done: number; of: number } }>()
const emit = defineEmits<{ stop: [] }>()
</script>

<template>
  <div class="row" role="status">
    <ElProgress
      :percentage="progress.of ? Math.round((100 * progress.done) / progress.of) : 0"
      class="grow"
    />
    <ElButton @click="emit('stop')">Stop</ElButton>
  </div>
</template>

<style scoped>
.grow {
  flex: 1;
}
</style>

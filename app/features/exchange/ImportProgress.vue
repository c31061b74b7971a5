<script setup lang="ts">
/** How far it is, and stopping it. */
const { isStoppable = true } = defineProps<{
  progress: { done: number; of: number }
  /** What changes the log in one step at its end is not stopped half way. */
  isStoppable?: boolean
}>()
const emit = defineEmits<{ stop: [] }>()
</script>

<template>
  <div class="row" role="status">
    <ElProgress
      :percentage="progress.of ? Math.round((100 * progress.done) / progress.of) : 0"
      class="grow"
    />
    <ElButton v-if="isStoppable" @click="emit('stop')">Stop</ElButton>
  </div>
</template>

<style scoped>
.grow {
  flex: 1;
}
</style>

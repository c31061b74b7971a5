<script setup lang="ts">
/** The end of a form: keeping it, leaving it, and beside both why it was not kept. */
const {
  keep,
  leave,
  saving,
  failure,
  errors = {},
} = defineProps<{
  keep: string
  leave: string
  saving: boolean
  failure: string
  errors?: Record<string, string>
}>()
defineEmits<{ leave: [] }>()
const complaint = computed(() => failure || Object.values(errors)[0] || '')
</script>

<template>
  <div class="row">
    <ElButton type="primary" native-type="submit" :loading="saving">{{ keep }}</ElButton>
    <slot />
    <ElButton @click="$emit('leave')">{{ leave }}</ElButton>
    <p v-if="complaint" class="wrong" role="alert">{{ complaint }}</p>
  </div>
</template>

<script setup lang="ts">
import type { KeepingView } from '~~/shared/views/keeping/keeping'
import { safetyWords } from './words'

/** Says on Today where backups do not go as they should; nothing where all is well. */
const api = useApi()
const { data: view } = useLoaded(() => api.get<KeepingView>('keeping'))
const words = computed(() => (view.value ? safetyWords(view.value) : ''))
</script>

<template>
  <p v-if="words" class="panel note" role="alert">
    {{ words }} <NuxtLink to="/keeping">See to it</NuxtLink>
  </p>
</template>

<style scoped>
.note {
  margin: 0 0 12px;
  padding: 10px 16px;
  border-left: 6px solid var(--ochre);
}
</style>

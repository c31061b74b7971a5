<script setup lang="ts">
import type { DemoBeside } from '~~/shared/views/log/demo'

/** The invented log, opened beside one's own in a window of its own. */
const api = useApi()
const { data: kept } = useLoaded(() => api.get<DemoBeside>('demo'))
const asked = shallowRef<DemoBeside | null>(null)
const demo = computed(() => asked.value ?? kept.value)
const EACH_MS = 1000

async function look() {
  asked.value = (await api.post<DemoBeside>('demo')).item
}
useIntervalWhile(
  () => demo.value?.state === 'starting',
  async () => void (asked.value = await api.get<DemoBeside>('demo')),
  EACH_MS,
)
</script>

<template>
  <div class="row">
    <a
      v-if="demo?.state === 'open'"
      :href="demo.address"
      target="_blank"
      rel="noopener"
      class="el-button"
      >Open the demo</a
    >
    <ElButton v-else :loading="demo?.state === 'starting'" @click="look"
      >Look around in the demo</ElButton
    >
    <p v-if="demo?.state === 'starting'" class="quiet" role="status">
      Two years of an invented dyer are played, a minute or so the first time ...
    </p>
    <p v-else-if="demo?.state === 'failed'" class="wrong" role="alert">{{ demo.failure }}</p>
    <p v-else class="quiet">
      An invented dyer’s two years, beside your log, which it never touches.
    </p>
  </div>
</template>

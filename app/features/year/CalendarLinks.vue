<script setup lang="ts">
import { useClipboard } from '@vueuse/core'

/** All that has a time, taken along: as a file, or as a feed that a calendar on this machine reads. */
const { today } = defineProps<{ today: string }>()

const withPlaces = ref(false)
const query = computed(() => (withPlaces.value ? '&places=true' : ''))
const feed = computed(
  () => `${location.origin}/api/calendar${withPlaces.value ? '?places=true' : ''}`,
)
const { copy, copied, isSupported } = useClipboard({ source: feed, copiedDuring: 4000 })
</script>

<template>
  <section class="panel stack tight" aria-labelledby="calendar">
    <h2 id="calendar">In your calendar</h2>
    <p>
      Plans, pots with their steps, mordant baths, looks at jars, wishes with a day, and the seasons
      of what you gather. What moves here moves there.
    </p>
    <div class="row">
      <a :href="`/api/calendar?save=true&on=${today}${query}`" class="el-button" download
        >Calendar file</a
      >
      <ElCheckbox v-model="withPlaces">with the names of patches</ElCheckbox>
    </div>
    <p class="row">
      <span class="quiet">Or let a calendar on this machine look here:</span>
      <code>{{ feed }}</code>
      <ElButton v-if="isSupported" @click="copy()">{{ copied ? 'Copied' : 'Copy' }}</ElButton>
    </p>
    <p class="quiet">Coordinates never go with it.</p>
  </section>
</template>

<style scoped>
code {
  overflow-wrap: anywhere;
}
</style>

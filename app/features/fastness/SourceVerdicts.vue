<script setup lang="ts">
import type { SourcesFastness, TestSet } from '~~/shared/views/fastness/fastness'
import { comparisonSentence, fastnessSentences } from '~~/shared/words/fastness/half-life-words'

/** What all tests of the sources of a set say of their next piece. */
const { set } = defineProps<{ set: TestSet }>()
const api = useApi()
const { data: known } = useLoaded(() => api.get<SourcesFastness>('fastness/sources'))
const told = computed(() => {
  const ofSet = [...new Set(set.tests.flatMap(({ sourceId }) => sourceId ?? []))]
  return ofSet.flatMap((id) => {
    const item = known.value?.items.find(({ sourceId }) => sourceId === id)
    if (!item) return []
    const says = [...fastnessSentences(item.all), ...item.comparisons.map(comparisonSentence)]
    return says.length > 0 ? [{ id, name: item.sourceName, says }] : []
  })
})
</script>

<template>
  <section v-if="told.length" class="panel stack tight" aria-labelledby="verdicts">
    <h2 id="verdicts">What tests say of the next piece</h2>
    <div v-for="{ id, name, says } in told" :key="id" class="source">
      <h3 class="capital">{{ name }}</h3>
      <p v-for="sentence in says" :key="sentence">{{ sentence }}</p>
    </div>
  </section>
</template>

<style scoped>
.source {
  padding-top: 6px;
  border-top: 1px solid var(--line);
}
</style>

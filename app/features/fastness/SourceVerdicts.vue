<script setup lang="ts">
import type { SourcesFastness, TestSet } from '~~/shared/views/fastness/fastness'
import { comparisonSentence, fastnessSentences } from '~~/shared/words/fastness/half-life-words'
import type { WallView } from '~~/shared/views/wall/wall'

/** What all tests of the sources of a set say of their next piece. */
const { set } = defineProps<{ set: TestSet }>()
const api = useApi()
const { data: known } = useLoaded(async () => {
  const [{ items }, { sources, swatches }] = await Promise.all([
    api.get<SourcesFastness>('fastness/sources'),
    api.get<WallView>('wall'),
  ])
  return {
    items: new Map(items.map((item) => [item.sourceId, item])),
    sources,
    // tests of mixed baths speak of neither plant
    sourceOf: new Map(swatches.map(({ id, sources: at }) => [id, at.length === 1 ? at[0] : null])),
  }
})
const told = computed(() => {
  const { items, sources, sourceOf } = known.value ?? {}
  if (!items || !sources || !sourceOf) return []
  const ofSet = new Set(set.tests.flatMap(({ test }) => sourceOf.get(test.swatchId ?? '') ?? []))
  return [...ofSet].flatMap((at) => {
    const source = sources[at]
    const item = source && items.get(source.id)
    const says = item
      ? [...fastnessSentences(item.all), ...item.comparisons.map(comparisonSentence)]
      : []
    return source && says.length > 0 ? [{ id: source.id, name: source.name, says }] : []
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

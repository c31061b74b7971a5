<script setup lang="ts">
import { PARTS } from '~~/catalogue/parts'
import type { SourcesFastness } from '~~/shared/views/fastness/fastness'
import type { Source } from '~~/shared/schemas/walk/source'
import { fastnessSentences } from '~~/shared/words/fastness/half-life-words'

/** What all tests of a source say of its next piece. */
const api = useApi()
const { data: told } = useLoaded(async () => {
  const { items } = await api.get<SourcesFastness>('fastness/sources')
  return Promise.all(
    items.map(async ({ sourceId, all }) => {
      const { commonName, part } = await api.get<Source>(`sources/${sourceId}`)
      return { sourceId, name: `${commonName} ${PARTS[part].label}`, says: fastnessSentences(all) }
    }),
  )
})
</script>

<template>
  <section v-if="told?.length" class="panel stack tight" aria-labelledby="verdicts">
    <h2 id="verdicts">What they say of the next piece</h2>
    <div v-for="{ sourceId, name, says } in told" :key="sourceId" class="source">
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

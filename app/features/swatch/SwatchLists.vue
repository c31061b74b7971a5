<script setup lang="ts">
import type { Swatch } from '~~/shared/schemas/swatch/swatch'

/** Swatches at hand: those that wait to be read, and those read last. */
const { words } = defineProps<{
  waiting: Swatch[]
  read: Swatch[]
  chosen: string
  /** What each is, by its id. */
  words: ReadonlyMap<string, string> | null
}>()
const wordsOf = (swatch: Swatch) => words?.get(swatch.id) ?? ''
const MOST = 8
const go = (id: string) => navigateTo(`/swatch?swatch=${id}`)
</script>

<template>
  <div class="stack">
    <NuxtLink to="/card" class="el-button">A swatch you have</NuxtLink>
    <section aria-labelledby="waiting">
      <h2 id="waiting">
        Waiting to be read <span>{{ waiting.length }}</span>
      </h2>
      <ul>
        <li v-for="swatch in waiting.slice(0, MOST)" :key="swatch.id">
          <SwingTag
            :code="swatch.code"
            :chosen="swatch.id === chosen"
            line="not read"
            @choose="go(swatch.id)"
          >
            <template #name>{{ wordsOf(swatch) }}</template>
          </SwingTag>
        </li>
      </ul>
    </section>
    <section aria-labelledby="read">
      <h2 id="read">Read last</h2>
      <ul>
        <li v-for="swatch in read.slice(0, MOST)" :key="swatch.id">
          <SwingTag
            :code="swatch.code"
            :hex="swatch.readings[0]?.hex"
            :chosen="swatch.id === chosen"
            :line="swatch.readings[0]?.basis"
            @choose="go(swatch.id)"
          >
            <template #name>{{ wordsOf(swatch) }}</template>
          </SwingTag>
        </li>
      </ul>
    </section>
  </div>
</template>

<style scoped>
h2,
h2 span {
  color: #16191b;
}

ul {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(230px, 1fr));
  gap: 8px;
  margin-top: 6px;
}
</style>

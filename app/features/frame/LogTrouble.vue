<script setup lang="ts">
import { onMounted, ref, watch } from 'vue'
import { useIntervalWhile } from '~/composables/useIntervalWhile'
import DamagedLog from '~/features/keeping/DamagedLog.vue'
import { useLogHealth } from '~/composables/useLogHealth'
import { useSession } from '~/stores/session'

const { trouble, kind, warnings, look } = useLogHealth()
const session = useSession()
/** The file itself is what is wrong: another can take its place. */
const isLost = computed(() => ['damaged', 'empty', 'missing'].includes(kind.value ?? ''))
const seen = ref<string[]>([])
const unseen = computed(() => warnings.value.filter((words) => !seen.value.includes(words)))

onMounted(look)
// the disk may have room again, the other program be closed
useIntervalWhile(() => trouble.value !== '', look, 5000)
watch(trouble, (now, before) => {
  if (before && !now) session.lookAgain()
})
</script>

<template>
  <section v-if="trouble" class="trouble panel" role="alert" aria-labelledby="log-trouble">
    <h1 id="log-trouble">The log cannot be opened</h1>
    <p>{{ trouble }}</p>
    <p class="quiet">
      Nothing is written over meanwhile. This page looks again every few seconds by itself.
    </p>
    <button type="button" class="el-button el-button--primary" @click="look">Look again now</button>
    <DamagedLog v-if="isLost" @restored="look" />
  </section>
  <div v-for="words in unseen" :key="words" class="warning" role="alert">
    <p>{{ words }}</p>
    <button type="button" class="el-button" @click="seen.push(words)">I have seen it</button>
  </div>
</template>

<style scoped>
.trouble {
  display: grid;
  gap: 12px;
  justify-items: start;
  width: min(720px, 100vw - 28px);
  margin: 48px auto;
  padding: 24px 28px;
}

.trouble p {
  max-width: 60ch;
}

.warning {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 8px 16px;
  padding: 8px 24px;
  border-bottom: 1px solid var(--line-firm);
  background: var(--ochre-pale);
}

.warning p {
  flex: 1 1 280px;
  margin: 0;
}
</style>

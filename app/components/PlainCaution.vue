<script setup lang="ts">
/** A caution at the point of doing: plain sentences, no pop-up to click away. */
const { level = 'mind' } = defineProps<{
  level?: 'mind' | 'grave' | 'stop'
}>()
</script>

<template>
  <p
    class="caution"
    :class="{ grave: level !== 'mind' }"
    :role="level === 'stop' ? 'alert' : 'note'"
  >
    <strong v-if="level === 'stop'">Stop. </strong><slot />
  </p>
</template>

<style scoped>
.caution {
  padding: 8px 12px;
  border-left: 3px solid var(--ochre);
  background: var(--ochre-pale);
  font-size: 14px;
}

.grave {
  border-color: var(--madder);
  background: #fbeeec;
}
</style>

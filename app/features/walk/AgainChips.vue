<script setup lang="ts">
import { PARTS } from '~~/catalogue/parts'
import type { WalkRow } from '~~/shared/views/walk/walk'
import { last } from '~~/core/present'

/** What was gathered last, to be weighed in again with one tap. */
const { rows } = defineProps<{ rows: WalkRow[] }>()
defineEmits<{ choose: [WalkRow] }>()

const MOST = 4

const latest = computed(() =>
  rows
    .filter(({ gatherings }) => gatherings.length)
    .sort((a, b) => (last(a.gatherings).gatheredOn < last(b.gatherings).gatheredOn ? 1 : -1))
    .slice(0, MOST),
)
</script>

<template>
  <div v-if="latest.length" class="row" role="group" aria-label="Gathered last: again">
    <span class="quiet">Again</span>
    <button v-for="row in latest" :key="row.source.id" type="button" @click="$emit('choose', row)">
      {{ row.source.commonName }} {{ PARTS[row.source.part].label }}
    </button>
  </div>
</template>

<style scoped>
.row {
  gap: 6px 8px;
}

button {
  min-height: 44px;
  padding: 0 12px;
  border: 1px solid var(--line-firm);
  border-radius: var(--corner);
  background: var(--paper);
  color: var(--ink);
  cursor: pointer;
}

button:hover {
  border-color: var(--juniper);
  background: var(--juniper-pale);
}
</style>

<script setup lang="ts">
import { createTextVNode, isVNode, Text, type VNode } from 'vue'
import { inUnits } from '~/format/quantities'

/** A caution at the point of doing: plain sentences, no pop-up to click away. */
const { level = 'mind' } = defineProps<{
  level?: 'mind' | 'grave' | 'stop'
}>()

const slots = useSlots()
/** Cautions are written in metric units, and read in the user's. */
const Said = () => (slots.default?.() ?? []).map(said)
const said = (node: VNode): VNode =>
  isVNode(node) && node.type === Text && typeof node.children === 'string'
    ? createTextVNode(inUnits(node.children))
    : node
</script>

<template>
  <p
    class="caution"
    :class="{ grave: level !== 'mind' }"
    :role="level === 'stop' ? 'alert' : 'note'"
  >
    <strong v-if="level === 'stop'">Stop. </strong><Said />
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

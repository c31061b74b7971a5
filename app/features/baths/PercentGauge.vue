<script setup lang="ts">
import { scaleLinear } from 'd3-scale'
import { formatNumber } from '~/format/quantities'

/** A percentage against the range that is usual: where it lies is seen, not only read. */
const { percent, range } = defineProps<{ percent: number; range: readonly [number, number] }>()

const WIDTH = 150
const top = computed(() => Math.max(range[1] * 1.5, percent * 1.1))
const x = computed(() => scaleLinear([0, top.value], [4, WIDTH - 4]))
const isOutside = computed(() => percent < range[0] || percent > range[1])
</script>

<template>
  <svg
    :viewBox="`0 0 ${WIDTH} 22`"
    :width="WIDTH"
    height="22"
    role="img"
    :aria-label="`${formatNumber(percent)} %, usually ${range[0]} to ${range[1]} %`"
  >
    <line x1="4" :x2="WIDTH - 4" y1="8" y2="8" stroke="var(--line-firm)" />
    <rect
      :x="x(range[0])"
      y="4"
      :width="x(range[1]) - x(range[0])"
      height="8"
      rx="2"
      fill="var(--haze-pale)"
      stroke="var(--haze)"
    />
    <path
      :d="`M${x(percent)} 1 v14`"
      :stroke="isOutside ? 'var(--ochre)' : 'var(--juniper)'"
      stroke-width="3"
    />
    <text :x="x(range[0])" y="21" text-anchor="middle">{{ range[0] }}</text>
    <text :x="x(range[1])" y="21" text-anchor="middle">{{ range[1] }}</text>
  </svg>
</template>

<style scoped>
svg {
  overflow: visible;
}

text {
  fill: var(--quiet);
  font-size: 12px;
}
</style>

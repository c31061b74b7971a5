<script setup lang="ts">
import { scaleLog } from 'd3-scale'
import { formatCount } from '~~/core/quantity/format-count'
import type { Effect } from '~~/core/evidence/effects'
import { useSize } from '~/composables/useSize'
import { effectTitle, isSure, keyOfEffect, shortWords } from './effect-words'

/** Everything that was ever changed, and how many times as strong it made the colour. */
const { effects, chosen } = defineProps<{ effects: readonly Effect[]; chosen: string }>()
const emit = defineEmits<{ choose: [key: string] }>()

/** Times as strong, at the ends of the chart; what lies farther is cut off there. */
const ENDS = [0.25, 4] as const
const MARKS = [
  { at: 0.5, words: 'half as strong' },
  { at: 1, words: 'alike' },
  { at: 2, words: 'twice' },
]
const box = ref<HTMLElement | null>(null)
const { width } = useSize(box)
const x = computed(() => scaleLog(ENDS, [8, Math.max(60, width.value - 8)]).clamp(true))
const ROW = 34
const spanOf = ({ times: { low, high } }: Effect) =>
  low === null || high === null ? null : { from: x.value(low), to: x.value(high) }
</script>

<template>
  <div class="effects">
    <div class="row-of head" aria-hidden="true">
      <span />
      <span ref="box" class="marks">
        <span v-for="{ at, words } in MARKS" :key="at" :style="{ left: `${x(at)}px` }">{{
          words
        }}</span>
      </span>
      <span />
    </div>
    <button
      v-for="effect in effects"
      :key="keyOfEffect(effect)"
      type="button"
      class="row-of"
      :class="{ sure: isSure(effect), chosen: keyOfEffect(effect) === chosen }"
      :aria-pressed="keyOfEffect(effect) === chosen"
      @click="emit('choose', keyOfEffect(effect))"
    >
      <span class="name">{{ effectTitle(effect) }}</span>
      <svg :width="Math.max(60, width)" :height="ROW" aria-hidden="true">
        <line class="alike" :x1="x(1)" :x2="x(1)" y1="0" :y2="ROW" />
        <line
          v-if="spanOf(effect)"
          class="span"
          :x1="spanOf(effect)!.from"
          :x2="spanOf(effect)!.to"
          :y1="ROW / 2"
          :y2="ROW / 2"
        />
        <circle :cx="x(effect.times.mid)" :cy="ROW / 2" r="6" />
      </svg>
      <span class="told">
        <span>{{ shortWords(effect) }}</span>
        <span class="quiet"
          >{{ formatCount(effect.pairs, 'pair') }}, {{ formatCount(effect.pots, 'pot')
          }}{{ isSure(effect) ? '' : ', cannot tell' }}</span
        >
      </span>
    </button>
  </div>
</template>

<style scoped>
.row-of {
  display: grid;
  grid-template-columns: 190px minmax(60px, 1fr) 190px;
  gap: 10px;
  align-items: center;
  width: 100%;
  min-height: 44px;
  padding: 2px 6px;
  border: 0;
  border-top: 1px solid var(--line);
  background: none;
  color: inherit;
  font: inherit;
  text-align: left;
  cursor: pointer;
}

.head {
  min-height: 22px;
  border: 0;
  cursor: default;
}

.chosen {
  background: var(--haze-pale);
}

.sure .name {
  font-weight: 700;
}

.marks {
  position: relative;
  height: 18px;
  color: var(--quiet);
  font-size: 12px;
}

.marks span {
  position: absolute;
  transform: translateX(-50%);
  white-space: nowrap;
}

.alike {
  stroke: var(--line-firm);
  stroke-dasharray: 3 3;
}

.span {
  stroke: var(--line-firm);
  stroke-width: 3;
}

circle {
  fill: #fff;
  stroke: var(--quiet);
  stroke-width: 2;
}

.sure .span {
  stroke: var(--juniper);
}

.sure circle {
  fill: var(--juniper);
  stroke: var(--juniper);
}

.told span {
  display: block;
  line-height: 1.25;
}

.told .quiet {
  font-size: 13px;
}

@media (max-width: 760px) {
  .row-of {
    grid-template-columns: minmax(0, 1fr) 120px;
  }

  .row-of .name,
  .head span:first-child {
    grid-column: 1 / -1;
  }
}
</style>

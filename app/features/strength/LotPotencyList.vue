<script setup lang="ts">
import { scaleLog } from 'd3-scale'
import { formatNumber, inDecimals } from '~/format/quantities'
import { hasEstimate } from '~~/core/strength/lot-potency'
import { sentenceSpan } from '~/format/spans'
import type { LotLine } from './lots-of'
import { NOT_TOLD } from './potency-words'
import { roughDate } from '~/format/dates'

/** Each lot on one line: how many times as strong as the others, and how its hue lies beside. */
const { lines, chosen } = defineProps<{ lines: LotLine[]; chosen: string }>()
defineEmits<{ choose: [lotId: string] }>()

const TRACK = 232
const RANGE: [number, number] = [0.4, 2.5]
const TICKS = [0.5, 0.7, 1, 1.4, 2]
const x = scaleLog(RANGE, [0, TRACK]).clamp(true)
</script>

<template>
  <div class="lots">
    <div class="line head" aria-hidden="true">
      <span>lot</span>
      <svg :width="TRACK" height="16">
        <text v-for="tick in TICKS" :key="tick" :x="x(tick)" y="12">
          {{ inDecimals(String(tick)) }}
        </text>
      </svg>
      <span>times as strong</span>
      <span>colour beside the others</span>
    </div>
    <ul aria-label="Lots">
      <li v-for="{ facts, answer, shift, hex } in lines" :key="facts.lotId">
        <button
          type="button"
          class="line"
          :aria-pressed="facts.lotId === chosen"
          @click="$emit('choose', facts.lotId)"
        >
          <span>
            <strong>{{ facts.code }}</strong>
            <span class="quiet">{{ roughDate(facts.gatheredOn, facts.gatheredWithinDays) }}</span>
          </span>
          <svg :width="TRACK" height="30" aria-hidden="true">
            <line :x1="x(1)" :x2="x(1)" y1="0" y2="30" class="one" />
            <template v-if="hasEstimate(answer)">
              <line
                :x1="x(answer.factor.low)"
                :x2="x(answer.factor.high)"
                y1="15"
                y2="15"
                class="whisker"
              />
              <circle :cx="x(answer.factor.mid)" cy="15" r="8" :fill="hex ?? '#e4e5ea'" />
            </template>
          </svg>
          <template v-if="hasEstimate(answer)">
            <span>
              <strong>{{ formatNumber(answer.factor.mid, 2) }}</strong>
              <span class="quiet"
                >{{ sentenceSpan(answer.factor) }}; {{ answer.n }} of {{ answer.of }}</span
              >
            </span>
            <span>
              {{ shift?.words.length ? shift.words.join(', ') : shift ? 'alike' : 'not told' }}
              <span v-if="shift" class="quiet"
                >ΔE {{ formatNumber(shift.de2000, 2) }}, from {{ shift.n }}</span
              >
            </span>
          </template>
          <span v-else class="quiet wide">{{ NOT_TOLD[answer.withheld] }}</span>
        </button>
      </li>
    </ul>
  </div>
</template>

<style scoped>
.lots {
  overflow-x: auto;
}

.line {
  display: grid;
  grid-template-columns: 104px 232px 122px minmax(130px, 1fr);
  gap: 14px;
  align-items: center;
  width: 100%;
  min-width: 620px;
  padding: 6px 12px;
}

.head {
  color: var(--quiet);
  font-size: 13px;
}

button {
  border: 1px solid transparent;
  border-radius: var(--corner);
  background: none;
  color: var(--ink);
  text-align: left;
  cursor: pointer;
}

button[aria-pressed='true'] {
  border-color: var(--juniper);
  background: var(--juniper-pale);
}

.quiet {
  display: block;
}

.wide {
  grid-column: 3 / 5;
}

text {
  fill: var(--quiet);
  font-size: 12px;
  text-anchor: middle;
}

.one {
  stroke: var(--line-firm);
  stroke-dasharray: 3 3;
}

.whisker {
  stroke: var(--ink);
  stroke-width: 2;
}

circle {
  stroke: #6b7378;
  stroke-width: 1.5;
}
</style>

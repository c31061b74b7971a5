<script setup lang="ts">
import { formatTemperature, inUnits } from '~/format/quantities'
import { inOrder, type WayStep } from '~~/core/pot/way-steps'
import { formatDuration } from '~~/core/quantity/format-duration'

/** A way drawn as the graph it is: what waits for what, where it may be gone through again. */
const { steps } = defineProps<{ steps: readonly WayStep[] }>()

const ROW = 62
const ordered = computed(() => inOrder(steps))
const rowOf = (id: string) => ordered.value.findIndex((step) => step.id === id)
/** Lines past the row in between: what waits for something further up. */
const arcs = computed(() =>
  ordered.value.flatMap((step, to) =>
    step.after.flatMap(({ id }) => {
      const from = rowOf(id)
      return to - from > 1 ? [{ key: `${id}-${step.id}`, from, to }] : []
    }),
  ),
)
const rounds = computed(() =>
  ordered.value.flatMap((step, to) =>
    step.again ? [{ key: step.id, from: rowOf(step.again.from), to }] : [],
  ),
)
const middle = (row: number) => row * ROW + ROW / 2
/** Back to where a round begins; a step that is its own round is gone round in a loop. */
function roundPath(from: number, to: number): string {
  const [first, last] = [middle(from), middle(to)]
  return from === to
    ? `M66 ${last + 6}C20 ${last + 30} 20 ${first - 30} 62 ${first - 5}`
    : `M70 ${last}C4 ${last} 4 ${first} 62 ${first}`
}
const traits = (step: WayStep) =>
  [
    formatDuration(step.minutes),
    step.mostMinutes !== null && `${formatDuration(step.mostMinutes)} at most`,
    step.tempC !== null && formatTemperature(step.tempC),
    step.attended && 'hands',
    step.burner && 'burner',
    step.daylight && 'daylight',
    step.lookEveryMin && `look every ${formatDuration(step.lookEveryMin)}`,
  ]
    .filter(Boolean)
    .join(' · ')
</script>

<template>
  <div class="graph">
    <svg :height="ordered.length * ROW" width="96" aria-hidden="true">
      <line x1="70" x2="70" :y1="middle(0)" :y2="middle(ordered.length - 1)" class="thread" />
      <path
        v-for="arc in arcs"
        :key="arc.key"
        :d="`M70 ${middle(arc.from)}C40 ${middle(arc.from) + 20} 40 ${middle(arc.to) - 20} 70 ${middle(arc.to)}`"
        class="beside"
      />
      <path
        v-for="round in rounds"
        :key="round.key"
        :d="roundPath(round.from, round.to)"
        class="round"
      />
      <path
        v-for="round in rounds"
        :key="`${round.key}-tip`"
        :d="`M62 ${middle(round.from) - (round.from === round.to ? 5 : 0)}l-9 -4v8z`"
        class="tip"
      />
      <circle
        v-for="(step, i) in ordered"
        :key="step.id"
        cx="70"
        :cy="middle(i)"
        r="6"
        class="knot"
        :class="{ hot: step.burner }"
      />
    </svg>
    <ol>
      <li v-for="step in ordered" :key="step.id">
        <span>
          <strong>{{ inUnits(step.words) }}</strong>{{ ' '
          }}<span v-if="step.again" class="again">
            {{ inUnits(step.again.words) }} up to {{ step.again.most }} rounds</span
          >
        </span>
        <span class="quiet">{{ traits(step) }}{{ step.look ? `. ${step.look}` : '' }}</span>
      </li>
    </ol>
  </div>
</template>

<style scoped>
.graph {
  display: grid;
  grid-template-columns: 96px minmax(0, 1fr);
}

li {
  display: grid;
  align-content: center;
  height: 62px;
}

.thread {
  stroke: var(--line-firm);
  stroke-width: 2;
}

.beside,
.round {
  fill: none;
  stroke: var(--haze);
  stroke-width: 1.5;
}

.round {
  stroke: var(--juniper);
  stroke-dasharray: 4 3;
}

.tip {
  fill: var(--juniper);
}

.knot {
  fill: var(--panel);
  stroke: var(--ink);
  stroke-width: 2;
}

.knot.hot {
  fill: var(--ink);
}

.again {
  color: var(--juniper);
}
</style>

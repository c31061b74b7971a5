<script setup lang="ts">
import { clockTime, weekdayDay } from '~/format/calendar'
import { inUnits } from '~/format/quantities'
import { POT_PLAN } from './usePotPlan'
import { formatDuration } from '~~/core/quantity/format-duration'
import { present } from '~~/core/present'

/** The steps of the plan in the order of their hours. */
const plan = present(inject(POT_PLAN))

const steps = computed(() =>
  (plan.times?.steps ?? []).map(({ step, at }, i, all) => {
    const day = weekdayDay(at)
    const isNewDay = i === 0 || weekdayDay(all[i - 1]!.at) !== day
    return { step, time: clockTime(at), day: isNewDay ? day : '' }
  }),
)
const needs = (step: (typeof steps.value)[number]['step']) =>
  [step.attended && 'hands', step.burner && 'burner', step.daylight && 'daylight'].filter(Boolean)
</script>

<template>
  <section v-if="steps.length" class="panel stack tight" aria-labelledby="times">
    <h2 id="times">When</h2>
    <ol>
      <li v-for="{ step, time, day } in steps" :key="step.id">
        <span class="quiet day">{{ day }}</span>
        <strong>{{ time }}</strong>
        <span>
          {{ inUnits(step.words) }}
          <span class="quiet">
            {{ formatDuration(step.minutes)
            }}{{ needs(step).length ? `, ${needs(step).join(', ')}` : '' }}
          </span>
        </span>
      </li>
    </ol>
  </section>
  <span v-else />
</template>

<style scoped>
ol {
  columns: 2;
  column-gap: 28px;
}

li {
  display: grid;
  grid-template-columns: 84px auto minmax(0, 1fr);
  gap: 6px;
  padding: 3px 0;
  break-inside: avoid;
}

strong {
  min-width: 50px;
  white-space: nowrap;
}

@media (max-width: 760px) {
  ol {
    columns: 1;
  }
}
</style>

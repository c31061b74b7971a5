<script setup lang="ts">
import dayjs from 'dayjs'
import { PARTS } from '~~/catalogue/parts'
import { timeWords } from '~~/core/fibre/readiness'
import { formatMass, formatNumber, formatVolume } from '~~/core/quantity/format-quantity'
import { clockWords } from '~/features/baths/words'
import { POT_PLAN } from './usePotPlan'

/** What follows from the plan, in numbers: what to weigh, pour and wait for. */
const plan = inject(POT_PLAN)!
const now = useNow(30_000)

const pieceCount = computed(() => plan.water?.pieces ?? null)
const isFull = computed(() => pieceCount.value !== null && pieceCount.value < plan.pieces.length)
const kettle = computed(() => {
  const heat = plan.heat
  if (!heat?.minutes || !heat.coldMinutes) return ''
  const saved = heat.coldMinutes - heat.minutes
  if (plan.draft.kettleL && saved > 1) {
    return `${timeWords(heat.minutes)} to heat, ${timeWords(saved)} less than from cold.`
  }
  return `${timeWords(heat.coldMinutes)} to heat from cold; with ${formatVolume(heat.allKettleL, 2)} of it from the kettle it is there at once.`
})
const byWords = (at: number) => clockWords(at, now.value)
</script>

<template>
  <section class="panel stack tight" aria-labelledby="answer">
    <h2 id="answer" class="sr-only">What follows</h2>
    <p v-if="!plan.lots.length && !plan.from" class="quiet">
      Choose a lot and a piece: the grams, the water, the times and the colour to expect stand here.
    </p>
    <p v-for="each in plan.lots" :key="each.lot.id" class="weigh">
      <span>weigh out</span>
      <output>{{ formatMass(each.massG) }}</output>
      <span>
        {{ each.source.commonName }} {{ PARTS[each.source.part].label }}, {{ each.lot.state }}, for
        {{ formatMass(plan.fibreG) }} of fibre
      </span>
    </p>
    <template v-if="plan.water">
      <p>
        Pour <strong>{{ formatVolume(plan.water.pourL, 2) }}</strong>
        <template v-if="plan.draft.kettleL">
          ({{ formatVolume(plan.draft.kettleL, 2) }} boiling)</template
        >: <strong>{{ formatVolume(plan.water.leftL, 2) }}</strong> is left to dye in.
        <span class="quiet">
          {{ formatVolume(Math.max(0, plan.water.drunkL), 2) }} drunk,
          {{ formatVolume(plan.water.evaporatedL, 2) }} off as steam (typical)
        </span>
      </p>
      <p v-if="plan.water.runsDry" class="wrong" role="alert">{{ plan.water.runsDry }}</p>
      <p v-for="warning in plan.water.warnings" :key="warning.code" class="caution">
        {{ warning.text }}
      </p>
      <p v-if="isFull" class="caution">
        {{ pieceCount }} of these {{ plan.pieces.length }} pieces move freely at once.
      </p>
    </template>
    <p v-if="plan.heat?.words" class="wrong">{{ plan.heat.words }}</p>
    <p v-else-if="kettle" class="quiet">{{ kettle }}</p>
    <template v-if="plan.times && !plan.times.failure">
      <p>
        Begin <strong>{{ byWords(plan.times.begins) }}</strong>, pieces in
        <strong>{{ byWords(plan.times.enters) }}</strong>, out
        <strong>{{ byWords(plan.times.ends) }}</strong>.
      </p>
      <p v-if="plan.times.nightBefore.length" class="quiet">
        The night before: {{ plan.times.nightBefore.join('; ') }}.
      </p>
      <p v-if="plan.times.conflicts.length" class="caution">
        It waits for the burner: {{ plan.times.conflicts.join(', ') }}.
      </p>
    </template>
    <p v-else-if="plan.times?.failure" class="wrong" role="alert">{{ plan.times.failure }}</p>
    <p v-if="plan.gap" class="caution">
      To mordant first, the night before: {{ formatMass(plan.gap.alumG) }} alum (10 %), cold.
      <NuxtLink to="/baths?new=">To the baths</NuxtLink>
    </p>
    <div class="row when">
      <ElRadioGroup v-model="plan.draft.when" aria-label="When">
        <ElRadioButton value="now">From now</ElRadioButton>
        <ElRadioButton value="by">Done by</ElRadioButton>
      </ElRadioGroup>
      <ElInput
        v-if="plan.draft.when === 'by'"
        v-model="plan.draft.by"
        type="datetime-local"
        aria-label="Done by"
        :min="dayjs().format('YYYY-MM-DDTHH:mm')"
        class="by"
      />
      <span v-if="plan.draft.when === 'now' && plan.pieces.length" class="quiet">
        {{ formatNumber(plan.steps.length) }} steps
      </span>
    </div>
  </section>
</template>

<style scoped>
.weigh {
  display: flex;
  flex-wrap: wrap;
  gap: 0 10px;
  align-items: baseline;
}

.weigh span {
  color: var(--quiet);
}

.weigh output {
  font-size: 28px;
  font-weight: 700;
  line-height: 1.15;
}

.caution {
  color: var(--ochre);
  font-size: var(--text-small);
}

.by {
  width: 200px;
}
</style>

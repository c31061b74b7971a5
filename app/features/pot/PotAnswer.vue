<script setup lang="ts">
import { PARTS } from '~~/catalogue/parts'
import { formatMass, formatTemperature, formatVolume, inUnits } from '~/format/quantities'
import { POT_PLAN } from './usePotPlan'
import { clockText } from '~/format/instants'
import { formatDuration } from '~~/core/quantity/format-duration'
import { present } from '~~/core/present'

/** What follows from the plan, in numbers: what to weigh, pour and wait for. */
const plan = present(inject(POT_PLAN))
const now = useNow(30_000)

const pieceCount = computed(() => plan.water?.pieces ?? null)
const isFull = computed(() => pieceCount.value !== null && pieceCount.value < plan.pieces.length)
const kettle = computed(() => {
  const heat = plan.heat
  if (!heat?.minutes || !heat.coldMinutes) return ''
  const saved = heat.coldMinutes - heat.minutes
  if (plan.draft.kettleL && saved > 1) {
    return `${formatDuration(saved)} less than from cold`
  }
  return `${formatVolume(heat.allKettleL, 2)} of it boiling: at once`
})
/** What is to be minded of water, heat and hours. */
const notes = computed(() => {
  const list: { words: string; isWrong: boolean }[] = []
  const add = (words: string, isWrong = false) => words && list.push({ words, isWrong })
  add(plan.water?.runsDry ?? '', true)
  plan.water?.warnings.forEach(({ text }) => add(text))
  if (isFull.value) {
    add(`${pieceCount.value} of these ${plan.pieces.length} pieces move freely at once.`)
  }
  add(plan.heat?.words ?? '', true)
  add(plan.times?.failure ?? '', true)
  if (plan.times?.nightBefore.length) add(`The night before: ${plan.times.nightBefore.join('; ')}.`)
  if (plan.times?.conflicts.length) {
    add(`It waits for the burner: ${plan.times.conflicts.join(', ')}.`)
  }
  return list
})
const byWords = (at: number) => clockText(at, now.value)
</script>

<template>
  <section class="answer" aria-labelledby="answer">
    <h2 id="answer" class="sr-only">What follows</h2>
    <p v-if="!plan.lots.length && !plan.from" class="quiet wide">
      Choose a lot and a piece: the grams, the water, the hours and the colours to expect stand
      here.
    </p>
    <div v-if="plan.lots.length" class="cell">
      <span class="quiet">weigh out</span>
      <p v-for="each in plan.lots" :key="each.lot.id">
        <output>{{ formatMass(each.massG) }}</output>
        <span class="quiet">
          {{ each.source.commonName }} {{ PARTS[each.source.part].label }}, {{ each.lot.state }}
        </span>
      </p>
      <p class="quiet">for {{ formatMass(plan.fibreG) }} of fibre, dry</p>
    </div>
    <div v-if="plan.water" class="cell">
      <span class="quiet">pour</span>
      <p>
        <output>{{ formatVolume(plan.water.pourL, 2) }}</output>
        <span class="quiet">{{ formatVolume(plan.water.leftL, 2) }} left to dye in</span>
      </p>
      <p class="quiet">
        to cover {{ formatVolume(plan.water.rules.coverL, 2) }}, to move
        {{ formatVolume(plan.water.rules.moveL, 2) }}, for an even colour
        {{ formatVolume(plan.water.rules.evenL, 2) }};
        {{ formatVolume(Math.max(0, plan.water.drunkL), 2) }} drunk,
        {{ formatVolume(plan.water.evaporatedL, 2) }} off as steam (typical)
      </p>
    </div>
    <div v-if="plan.heat && plan.heat.minutes !== null" class="cell">
      <span class="quiet">heat</span>
      <p>
        <output>{{ formatDuration(plan.heat.minutes) }}</output>
        <span class="quiet">to {{ formatTemperature(plan.heatsToC) }} (typical)</span>
      </p>
      <p class="quiet">{{ kettle }}</p>
    </div>
    <div v-if="plan.times && !plan.times.failure" class="cell">
      <span class="quiet">hours</span>
      <p>
        <output>{{ byWords(plan.times.begins) }}</output> <span class="quiet">begin</span>
      </p>
      <p class="quiet">in {{ byWords(plan.times.enters) }}, out {{ byWords(plan.times.ends) }}</p>
    </div>
    <div class="cell when">
      <ElRadioGroup v-model="plan.draft.when" aria-label="When">
        <ElRadioButton value="now">From now</ElRadioButton>
        <ElRadioButton value="by">Done by</ElRadioButton>
      </ElRadioGroup>
      <DateTimeField
        v-if="plan.draft.when === 'by'"
        v-model="plan.draft.by"
        label="Done by"
        ahead
      />
    </div>
    <div v-if="notes.length" class="wide" aria-live="polite">
      <p v-for="note in notes" :key="note.words" :class="note.isWrong ? 'wrong' : 'caution'">
        {{ inUnits(note.words) }}
      </p>
      <p v-if="plan.gap" class="caution">
        To mordant first, the night before: {{ formatMass(plan.gap.alumG) }} alum (10 %), cold.
        <NuxtLink to="/baths?new=">To the baths</NuxtLink>
      </p>
    </div>
  </section>
</template>

<style scoped>
.answer {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 0;
  padding: 8px 0;
  border: 1px solid var(--line);
  border-radius: var(--corner);
  background: var(--panel);
}

.cell {
  flex: 1 1 150px;
  padding: 0 16px;
  border-left: 1px solid var(--line);
}

.cell:first-of-type {
  border-left: 0;
}

.cell output {
  font-size: 23px;
  font-weight: 700;
  line-height: 1.2;
  margin-right: 8px;
}

.cell .quiet {
  line-height: 1.3;
}

.when {
  flex: 0 1 auto;
  align-self: center;
}

.wide {
  flex-basis: 100%;
  padding: 2px 16px;
}

.caution {
  color: var(--ochre);
  font-size: var(--text-small);
}
</style>

<script setup lang="ts">
import { agentFacts, gPerMlOf, type Agent } from '~~/catalogue/agents'
import { PH_AGENTS, type PhAgent } from '~~/core/acid-base/additions'
import type { DoseAdvice } from '~~/core/acid-base/next-dose'
import { spoonDose } from '~~/core/acid-base/spoon-dose'
import { PH_READING_SD } from '~~/core/acid-base/unknown-bath'
import type { Settings } from '~~/shared/schemas/log/settings'
import { spoonDoseWords } from '~/format/spoon-dose-words'
import { formatNumber } from '~~/core/quantity/format-quantity'
import { formatMass, formatVolume, inUnits, spoonWords } from '~/format/quantities'
import { formsOf, type ShelfItem } from '~~/shared/schemas/loft/shelf'
import type { Pot } from '~~/shared/schemas/pot/pot'
import type { Note } from './usePotNotes'
import type { ProbeShown } from './useProbe'
import { startPots } from '~/workers/threads'
import { latestOnly } from '~/composables/latest'
import { first, messageOf } from '~~/core/present'
import { keysOf } from '~~/core/json'

/** pH by the spoon: the next dose from the bath's own answers, never past the cap. */
const { pot, note, busy, shelf, probe, settings } = defineProps<{
  pot: Pot
  note: Note
  busy: boolean
  shelf: readonly ShelfItem[]
  probe: ProbeShown | null
  settings: Pick<Settings, 'spoonMl' | 'doses' | 'phReadBy'>
}>()

const target = ref<number | null>(pot.plan?.ph?.target ?? 9)
const cap = ref<number | null>(pot.plan?.ph?.cap ?? 10)
const agent = ref<PhAgent & Agent>((pot.plan?.ph?.agent ?? 'sodaAsh') as PhAgent & Agent)
const read = ref<number | null>(null)
const advice = ref<DoseAdvice | null>(null)
const failure = ref('')

const SHIFTERS = keysOf(PH_AGENTS).filter(
  (key): key is PhAgent & Agent =>
    PH_AGENTS[key].moves !== null &&
    key in
      {
        sodaAsh: 1,
        bakingSoda: 1,
        ammonia: 1,
        vinegar: 1,
        citricAcid: 1,
        creamOfTartar: 1,
        woodAshLye: 1,
        chalk: 1,
      },
)
const SHIFTER_OPTIONS = SHIFTERS.map((value) => ({ value, label: agentFacts(value).label }))
const jar = computed(() => shelf.find((item) => item.agent === agent.value && item.leftG > 0))
const form = computed(() => jar.value?.form || first(formsOf(agent.value)))
const waterL = computed(() => pot.plan?.pourL ?? pot.waterL ?? 4)

/** pH readings so far, each with all of the agent that had gone in by then. */
const readings = computed(() => {
  let totalMassG = 0
  let known: { totalMassG: number; ph: number }[] = []
  for (const event of pot.events) {
    if (event.kind === 'add' && event.data.agent === agent.value) {
      // after a dose that nobody weighed the bath is another one
      if (event.data.massG === null) [known, totalMassG] = [[], 0]
      else totalMassG += event.data.massG
    }
    if (event.kind === 'reading' && event.data.ph !== null) {
      known.push({ totalMassG, ph: event.data.ph })
    }
  }
  return known
})
/** Whether something was stirred in since the last reading: then it is to be read first. */
const isUnread = computed(() => {
  const last = [...pot.events]
    .reverse()
    .find(
      (event) =>
        (event.kind === 'reading' && event.data.ph !== null) ||
        (event.kind === 'add' && event.data.agent === agent.value),
    )
  return last?.kind !== 'reading'
})

const { worker, end } = startPots()
onScopeDispose(end)
const ask = latestOnly()
watch(
  [readings, target, cap, agent, waterL, () => settings.phReadBy],
  async () => {
    const isLatest = ask()
    advice.value = null
    failure.value = ''
    if (readings.value.length === 0 || target.value === null || cap.value === null) return
    try {
      const answer = await worker.nextDose({
        waterL: waterL.value,
        agent: agent.value,
        target: target.value,
        cap: cap.value,
        form: form.value || undefined,
        readings: readings.value.map((each) => ({ ...each })),
        readingSd: PH_READING_SD[settings.phReadBy],
      })
      if (isLatest()) advice.value = answer
    } catch (error) {
      if (isLatest()) failure.value = messageOf(error)
    }
  },
  { immediate: true },
)

const gPerMl = computed(() => gPerMlOf(agent.value))
/** What goes in: as advised by the scale, or the largest measure of spoons below it. */
const dose = computed(() => {
  const massG = advice.value?.nextMassG ?? 0
  if (massG <= 0) return null
  const bySpoon = gPerMl.value > 0 ? spoonDose(massG, gPerMl.value, settings.spoonMl) : null
  if (settings.doses === 'spoons' && bySpoon) {
    return {
      massG: bySpoon.massG,
      massBasis: 'about' as const,
      words: spoonDoseWords(bySpoon, settings.spoonMl),
      about: '',
    }
  }
  const spoons = gPerMl.value > 0 ? massG / gPerMl.value / settings.spoonMl : 0
  return {
    massG,
    massBasis: 'weighed' as const,
    words: formatMass(massG),
    about:
      spoons >= LEAST_SPOON
        ? `about ${formatNumber(spoons, 2)} of a ${spoonWords(settings.spoonMl)}`
        : '',
  }
})
/** Told only where a spoon can measure it: powders pack differently, and an eighth is the least. */
const LEAST_SPOON = 0.125
const adviceWords = computed(() =>
  dose.value
    ? `Stir in ${dose.value.words}, wait, cool a spoonful and read it. Never past ${cap.value}.`
    : inUnits(advice.value?.text ?? ''),
)
async function keepReading() {
  const ph = read.value
  if (ph === null) return
  if (
    await note(
      'reading',
      { tempC: null, ph, dialC: null, by: 'typed' },
      `read pH ${formatNumber(ph, 3)}.`,
    )
  ) {
    read.value = null
  }
}
const keepProbe = () =>
  probe &&
  note(
    'reading',
    {
      tempC: probe.tempC,
      ph: probe.ph,
      dialC: null,
      by: probe.isSimulated ? 'simulated' : 'typed',
    },
    `read pH ${formatNumber(probe.ph, 3)}.`,
  )
/** Samples to pass over after a dose: those on their way were taken before it. */
const PASSED_OVER = 2
const stale = ref(0)
watch(
  () => probe,
  () => (stale.value = Math.max(0, stale.value - 1)),
)
async function stirIn() {
  const measured = dose.value
  if (!measured) return
  stale.value = PASSED_OVER
  await note(
    'add',
    {
      agent: agent.value,
      form: form.value,
      massG: measured.massG,
      massBasis: measured.massBasis,
      shelfId: jar.value?.id ?? null,
      lotId: null,
      waterL: 0,
      waterC: null,
    },
    `stirred in ${measured.words} of ${agentFacts(agent.value).label}.`,
  )
  stale.value = PASSED_OVER
}
</script>

<template>
  <section class="inset stack tight" aria-labelledby="ph-helper">
    <h3 id="ph-helper">pH by the spoon</h3>
    <div class="fields">
      <ChoiceSelect v-model="agent" label="With" :options="SHIFTER_OPTIONS" />
      <NumberField v-model="target" label="To pH" />
      <NumberField v-model="cap" label="Never past" />
    </div>
    <p v-if="failure" class="wrong" role="alert">{{ failure }}</p>
    <div class="row">
      <template v-if="probe">
        <span class="probe"
          >pH {{ probe.ph.toFixed(2) }}
          <span class="estimate"
            >{{ probe.isSimulated ? 'simulated' : ''
            }}{{ probe.isSettled ? '' : ', not settled' }}</span
          >
        </span>
        <ElButton
          :type="isUnread ? 'primary' : undefined"
          :disabled="!probe.isSettled || stale > 0"
          :loading="busy"
          @click="keepProbe"
          >Read it</ElButton
        >
      </template>
      <form class="row" @submit.prevent="keepReading">
        <NumberField v-model="read" label="pH read" bare class="narrow" />
        <ElButton native-type="submit" :loading="busy">Note the pH</ElButton>
      </form>
    </div>
    <p v-if="readings.length === 0" class="quiet">
      Cool a spoonful, read its pH, and the first dose stands here. {{ formatVolume(waterL) }} of
      water are reckoned with.
    </p>
    <template v-else-if="advice && !isUnread">
      <p class="advice" aria-live="polite">{{ adviceWords }}</p>
      <p v-if="dose" class="quiet">
        {{ dose.about }}{{ dose.about ? '; ' : '' }}expected then: pH
        {{ formatNumber(advice.expectedPh, 2) }} ({{ formatNumber(advice.low, 2) }} to
        {{ formatNumber(advice.high, 2) }}), from {{ readings.length }}
        {{ readings.length === 1 ? 'reading' : 'readings' }}
      </p>
      <div class="row">
        <ElButton v-if="dose" type="primary" :loading="busy" @click="stirIn">
          Stirred in {{ dose.words }}
        </ElButton>
      </div>
    </template>
    <p v-else-if="isUnread" class="quiet">
      Wait, stir, cool a spoonful, and read it before the next dose.
    </p>
    <PlainCaution>{{ agentFacts(agent).caution }}</PlainCaution>
  </section>
</template>

<style scoped>
h3 {
  font-size: 15px;
}

.fields {
  display: grid;
  grid-template-columns: minmax(0, 1.4fr) minmax(0, 1fr) minmax(0, 1fr);
  gap: 8px;
}

.advice {
  font-size: 17px;
  font-weight: 600;
}

.probe {
  /* the button beside it stays where it is, whatever the probe says */
  min-width: 238px;
  font-size: 17px;
  font-weight: 600;
}

.narrow {
  width: 84px;
}
</style>

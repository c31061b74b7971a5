<script setup lang="ts">
import { agentFacts, type Agent } from '~~/catalogue/agents'
import { PH_AGENTS, type PhAgent } from '~~/core/acid-base/additions'
import type { Settings } from '~~/shared/schemas/log/settings'
import { formatNumber, formatVolume, inDecimals, inUnits } from '~/format/quantities'
import { formsOf, type ShelfItem } from '~~/shared/schemas/loft/shelf'
import type { Pot } from '~~/shared/schemas/pot/pot'
import type { Vessel } from '~~/shared/schemas/pot/vessel'
import { usePhDose, type PhDraft } from './usePhDose'
import type { Note } from './usePotNotes'
import type { ProbeShown } from './useProbe'
import { first } from '~~/core/present'
import { keysOf } from '~~/core/json'

/** pH by the spoon: the next dose from the bath's own answers, never past the cap. */
const { pot, vessel, note, busy, shelf, probe, settings } = defineProps<{
  pot: Pot
  vessel: Vessel | null
  note: Note
  busy: boolean
  shelf: readonly ShelfItem[]
  probe: ProbeShown | null
  settings: Pick<Settings, 'spoonMl' | 'doses' | 'phReadBy'>
}>()

/** What is typed here is there again when the panel opens. */
const { draft } = useDraft<PhDraft>(`ph/${pot.id}`, () => ({
  target: pot.plan?.ph?.target ?? 9,
  cap: pot.plan?.ph?.cap ?? 10,
  agent: (pot.plan?.ph?.agent ?? 'sodaAsh') as PhAgent & Agent,
  read: null,
  liquorL: null,
}))
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
const jar = computed(() => shelf.find((item) => item.agent === draft.agent && item.leftG > 0))
const form = computed(() => jar.value?.form || first(formsOf(draft.agent)))
const { course, advice, failure, dose } = usePhDose(
  {
    pot: () => pot,
    settings: () => settings,
    vesselL: () => vessel?.fullL ?? null,
    form: () => form.value,
  },
  draft,
)
const readings = computed(() => course.value.readings)
const isUnread = computed(() => course.value.isUnread)
const adviceWords = computed(() =>
  dose.value
    ? `Stir in ${dose.value.words}, wait, cool a spoonful and read it. Never past ${draft.cap}.`
    : inUnits(advice.value?.text ?? ''),
)
const backWith = computed(() => (advice.value?.back?.agent as Agent | undefined) ?? null)
/** The same target from the other side, with what takes it there. */
function bringBack() {
  const back = advice.value?.back
  if (back) Object.assign(draft, { agent: back.agent, cap: back.cap })
}
/** Less than the notes have was taken out, with its share of all that was in it. */
async function keepLiquor() {
  const litres = draft.liquorL
  if (!litres) return
  const words = `${formatVolume(litres)} of liquor stand in it.`
  if (await note('liquor', { litres }, words)) draft.liquorL = null
}
async function keepReading() {
  const ph = draft.read
  if (ph === null) return
  if (
    await note(
      'reading',
      { tempC: null, ph, dialC: null, by: 'typed' },
      `read pH ${formatNumber(ph, 3)}.`,
    )
  ) {
    draft.read = null
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
      agent: draft.agent,
      form: form.value,
      massG: measured.massG,
      massBasis: measured.massBasis,
      shelfId: jar.value?.id ?? null,
      lotId: null,
      waterL: 0,
      waterC: null,
    },
    `stirred in ${measured.words} of ${agentFacts(draft.agent).label}.`,
  )
  stale.value = PASSED_OVER
}
</script>

<template>
  <section class="inset stack tight" aria-labelledby="ph-helper">
    <h3 id="ph-helper">pH by the spoon</h3>
    <div class="fields">
      <ChoiceSelect v-model="draft.agent" label="With" :options="SHIFTER_OPTIONS" />
      <NumberField v-model="draft.target" label="To pH" />
      <NumberField v-model="draft.cap" label="Never past" />
    </div>
    <form class="row" @submit.prevent="keepLiquor">
      <span class="quiet">{{
        course.liquorL === null
          ? 'How much liquor stands in the pot was not noted: say it first.'
          : `About ${formatVolume(course.liquorL, 2)} of liquor by the notes. If it is another amount:`
      }}</span>
      <QuantityField v-model="draft.liquorL" kind="volume" label="Liquor now" bare class="litres" />
      <ElButton native-type="submit" :loading="busy">Note it</ElButton>
    </form>
    <p v-if="failure" class="wrong" role="alert">{{ failure }}</p>
    <div class="row">
      <template v-if="probe">
        <span class="probe"
          >pH {{ inDecimals(probe.ph.toFixed(2)) }}
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
        <NumberField v-model="draft.read" label="pH read" bare class="narrow" />
        <ElButton native-type="submit" :loading="busy">Note the pH</ElButton>
      </form>
    </div>
    <p v-if="readings.length === 0" class="quiet">
      Cool a spoonful, read its pH, and the first dose stands here.
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
        <ElButton v-if="backWith" type="primary" @click="bringBack">
          Bring it back to {{ draft.target }} with {{ agentFacts(backWith).label }}
        </ElButton>
      </div>
    </template>
    <p v-else-if="isUnread" class="quiet">
      Wait, stir, cool a spoonful, and read it before the next dose.
    </p>
    <PlainCaution>{{ agentFacts(draft.agent).caution }}</PlainCaution>
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

.litres {
  width: 130px;
}

.narrow {
  width: 84px;
}

@media (max-width: 480px) {
  .fields {
    grid-template-columns: repeat(2, minmax(0, 1fr));
  }

  .fields > :first-child {
    grid-column: 1 / -1;
  }
}
</style>

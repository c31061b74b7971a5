<script setup lang="ts">
import { agentFacts, type Agent } from '~~/catalogue/agents'
import { wayFacts } from '~~/catalogue/ways'
import { courseEnd, courseSteps, openSteps, type OpenStep } from '~~/core/pot/course'
import type { WayStep } from '~~/core/pot/way-steps'
import { sumPot } from '~~/core/pot/pot-log'
import { amountWords, formatTemperature, inDecimals } from '~/format/quantities'
import type { BasketRow } from '~~/shared/views/basket/basket'
import { againOf, looksOf, markedSteps, notesOf } from '~~/shared/rules/pot/course'
import type { Lot } from '~~/shared/schemas/loft/lot'
import type { Pot } from '~~/shared/schemas/pot/pot'
import type { Vessel } from '~~/shared/schemas/pot/vessel'
import type { Settings } from '~~/shared/schemas/log/settings'
import type { ShelfItem } from '~~/shared/schemas/loft/shelf'
import type { Source } from '~~/shared/schemas/walk/source'
import { dippedAgain } from '~~/shared/rules/pot/dips'
import { heatLimits } from './heat-limits'
import AddForm from './AddForm.vue'
import BathTrace from './BathTrace.vue'
import FinishForm from './FinishForm.vue'
import LookForm from './LookForm.vue'
import PhHelper from './PhHelper.vue'
import PotPieces from './PotPieces.vue'
import PresentSteps from './PresentSteps.vue'
import ReadingForm from './ReadingForm.vue'
import { usePotNotes } from './usePotNotes'
import { useProbe } from './useProbe'
import type { ToldAmount } from './words'
import { present } from '~~/core/present'

/** A pot on the hob: its present step, the big buttons, its readings, and its end. */
const { pot, vessel, rows, settings, shelf, lots, isStrong, sources } = defineProps<{
  pot: Pot
  vessel: Vessel | null
  sources: readonly Source[]
  rows: readonly BasketRow[]
  settings: Settings
  shelf: readonly ShelfItem[]
  lots: readonly Lot[]
  isStrong: boolean
}>()

const now = useNow()
const { failure, busy, note, when } = usePotNotes(() => pot)
const probe = useProbe(() => (settings.probe === 'none' ? null : pot.id))

const course = computed(() => courseSteps(pot.plan?.steps ?? [], againOf(pot)))
const marks = computed(() => markedSteps(pot))
const litAt = computed(() => Date.parse(present(pot.litAt)))
const open = computed(() => openSteps(course.value, marks.value, litAt.value))
const end = computed(() => courseEnd(course.value, marks.value, litAt.value, now.value))
const sum = computed(() =>
  sumPot(
    pot.pieces.map(({ pieceId }) => pieceId),
    notesOf(pot),
    now.value,
  ),
)
const inNow = computed(() => sum.value.pieces.filter(({ since }) => since !== null))
const outNow = computed(() => sum.value.pieces.filter(({ since }) => since === null))

type Panel = 'look' | 'reading' | 'add' | 'putRight' | 'ph' | 'finish' | ''
const panel = ref<Panel>(pot.plan?.ph ? 'ph' : '')
const toggle = (which: Panel) => (panel.value = panel.value === which ? '' : which)
watch(
  () => open.value.length,
  (left) => left === 0 && (panel.value = 'finish'),
  { immediate: true },
)

const limits = computed(() => {
  const inside = ids(inNow.value)
  return heatLimits(
    pot,
    rows.filter(({ id }) => inside.includes(id)),
    sources,
  )
})
/** What was planned to go in and is neither confirmed nor left out. */
const unconfirmed = computed(() => open.value.filter(({ step }) => step.kind === 'add'))

const ids = (list: { pieceId: string }[]) => list.map(({ pieceId }) => pieceId)
function done({ step: planned }: OpenStep, told?: ToldAmount) {
  // what really went in counts, where it is another amount than was planned
  const step = planned.adds && told ? { ...planned, adds: { ...planned.adds, ...told } } : planned
  const stepId = step.id
  if (step.kind === 'enter' && outNow.value.length > 0) {
    return note('enter', { pieceIds: ids(outNow.value) }, 'all pieces in.', { stepId })
  }
  if (step.kind === 'dye' && inNow.value.length > 0 && !staysIn(step.id)) {
    return note('pull', { pieceIds: ids(inNow.value) }, 'all pieces out.', { stepId })
  }
  if (step.kind === 'lift' && inNow.value.length > 0) {
    return note('pull', { pieceIds: ids(inNow.value) }, 'all pieces out.', { stepId })
  }
  if (step.adds) return stirIn(step.adds, stepId)
  const dipped = dippedAgain(pot, course.value, step.id, ids(outNow.value))
  if (dipped.length > 0) {
    return note('enter', { pieceIds: dipped }, 'in again for the next dip.', { stepId })
  }
  return note('step', { skipped: false }, `${step.words}: done.`, { stepId })
}

/** What was planned to go in, confirmed: off the shelf, where a jar of it stands there. */
function stirIn(
  { agent: key, form, massG, massBasis }: NonNullable<WayStep['adds']>,
  stepId: string,
) {
  const agent = key as Agent
  const jar = shelf.find((item) => item.agent === agent && item.leftG >= (massG ?? 0))
  const data = {
    agent,
    form: jar?.form ?? form,
    massG,
    ...(massBasis && { massBasis }),
    shelfId: massG === null ? null : (jar?.id ?? null),
    lotId: null,
    waterL: 0,
    waterC: null,
  }
  const amount = amountWords({ massG, massBasis })
  return note('add', data, `added ${amount} ${agentFacts(agent).label}.`, { stepId })
}
/** Pieces that cool in the bath, or go into another round, stay in when the dyeing is over. */
const staysIn = (stepId: string) =>
  course.value.some(
    ({ kind, after }) =>
      (kind === 'cool' || kind === 'stand') && after.some(({ id }) => id === stepId),
  )
const skip = ({ step }: OpenStep) =>
  note('step', { skipped: true }, `${step.words}: left out.`, { stepId: step.id })
async function again({ step }: OpenStep) {
  const isKept = await note('again', {}, 'once more.', { stepId: step.id })
  // what was lifted to be aired goes in again for the round that was chosen
  const isDip = course.value.find(({ id }) => id === step.again?.from)?.kind === 'dye'
  if (!isKept || !isDip || outNow.value.length === 0) return
  await note('enter', { pieceIds: ids(outNow.value) }, 'in again for the next dip.')
}
const holdC = computed(() => pot.tempC ?? wayFacts(pot.way).dyeC)
const heat = (isOn: boolean) =>
  note(
    'heat',
    { isOn, holdC: isOn ? holdC.value : null, burner: pot.plan?.burner ?? '' },
    isOn ? 'burner on.' : 'heat off.',
  )
const isHeated = computed(() => (pot.plan?.steps ?? []).some(({ burner }) => burner))
const lastPh = computed(() => sum.value.ph?.ph ?? null)

useStationKeys({
  t: () => toggle('reading'),
  p: () => {
    if (inNow.value.length > 0) void note('pull', { pieceIds: ids(inNow.value) }, 'all pieces out.')
  },
})
</script>

<template>
  <div class="stack tight">
    <PresentSteps
      v-if="open.length"
      :open="open"
      :looks="looksOf(pot)"
      :is-strong="isStrong"
      :now="now"
      :busy="busy"
      :end="end"
      :stay-in="open.some(({ step }) => step.kind === 'dye' && staysIn(step.id))"
      @done="done"
      @skip="skip"
      @again="again"
    />
    <p v-if="failure" class="wrong" role="alert">{{ failure }}</p>
    <NotedWhen v-model="when" />
    <div class="buttons" role="group" aria-label="Note">
      <ElButton :aria-expanded="panel === 'look'" @click="toggle('look')">Look</ElButton>
      <ElButton :aria-expanded="panel === 'reading'" @click="toggle('reading')">Reading</ElButton>
      <ElButton :aria-expanded="panel === 'add'" @click="toggle('add')">Add</ElButton>
      <template v-if="isHeated">
        <ElButton v-if="!sum.isHeated" :loading="busy" @click="heat(true)">Burner on</ElButton>
        <ElButton v-else :loading="busy" @click="heat(false)">Rest, heat off</ElButton>
      </template>
      <ElButton :aria-expanded="panel === 'ph'" @click="toggle('ph')">pH by the spoon</ElButton>
      <ElButton :aria-expanded="panel === 'putRight'" @click="toggle('putRight')"
        >Put right</ElButton
      >
      <ElButton :aria-expanded="panel === 'finish'" @click="toggle('finish')"
        >Out, and finish</ElButton
      >
    </div>
    <LookForm v-if="panel === 'look'" :pot="pot" :note="note" :busy="busy" />
    <ReadingForm
      v-if="panel === 'reading'"
      :note="note"
      :busy="busy"
      :probe="probe"
      :limits="limits"
    />
    <AddForm
      v-if="panel === 'add' || panel === 'putRight'"
      :pot="pot"
      :note="note"
      :busy="busy"
      :shelf="shelf"
      :lots="lots"
      :mode="panel"
      :rows="rows"
      :in-now="ids(inNow)"
      :is-heated="sum.isHeated"
    />
    <PhHelper
      v-if="panel === 'ph'"
      :pot="pot"
      :vessel="vessel"
      :note="note"
      :busy="busy"
      :shelf="shelf"
      :probe="probe"
      :settings="settings"
    />
    <FinishForm
      v-if="panel === 'finish'"
      :pot="pot"
      :rows="rows"
      :last-ph="lastPh"
      :unconfirmed="unconfirmed.map(({ step }) => step.words)"
    />
    <div class="halves">
      <PotPieces
        :pot="pot"
        :rows="rows"
        :sum="sum"
        :now="now"
        :busy="busy"
        @enter="note('enter', { pieceIds: [$event] }, 'a piece in.')"
        @pull="note('pull', { pieceIds: [$event] }, 'a piece out.')"
      />
      <section class="stack tight" aria-labelledby="trace">
        <h3 id="trace">
          Bath
          <span class="quiet">
            <template v-if="probe">
              {{ formatTemperature(probe.tempC) }}, pH {{ inDecimals(probe.ph.toFixed(2)) }}
              {{ probe.isSimulated ? '(simulated)' : '' }}
            </template>
            <template v-else-if="sum.temp"
              >last read {{ formatTemperature(sum.temp.tempC) }}</template
            >
          </span>
        </h3>
        <BathTrace :pot="pot" :now="now" />
      </section>
    </div>
    <PlainCaution :level="wayFacts(pot.way).brings.includes('ammonia') ? 'grave' : 'mind'">
      {{ wayFacts(pot.way).caution }}
    </PlainCaution>
  </div>
</template>

<style scoped>
h3 {
  font-size: 15px;
}

.buttons {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
}

.buttons :deep(.el-button) {
  margin: 0;
  min-height: 44px;
}

.halves {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1.15fr);
  gap: 18px;
}

@media (max-width: 760px) {
  .halves {
    grid-template-columns: minmax(0, 1fr);
  }

  .buttons :deep(.el-button) {
    flex: 1 1 30%;
  }
}
</style>

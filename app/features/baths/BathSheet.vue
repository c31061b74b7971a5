<script setup lang="ts">
import { dayAndTime } from '~/format/calendar'
import { schemeFacts } from '~~/catalogue/mordant-schemes'
import { agentFacts } from '~~/catalogue/agents'
import { stepNow, stepsEnd, type BathFinish, type BathStep } from '~~/core/mordant/bath-steps'
import { formatMass, formatNumber, formatTemperature, formatVolume } from '~/format/quantities'
import { standingGuards } from '~~/core/safety/guards'
import { bathGuardsOf } from '~~/shared/rules/basket/bath-guards'
import type { BasketRow } from '~~/shared/views/basket/basket'
import { newId } from '~~/shared/ids'
import type { BathChange, MordantBath } from '~~/shared/schemas/basket/mordant-bath'
import { piecesText } from '~/features/basket/readiness'
import GuardList from './GuardList.vue'
import { agentWords, isLate, schemeWords, STEP_WORDS, stepWords } from './words'
import { shortDate } from '~/format/dates'
import { clockText } from '~/format/instants'
import { NOW, timeOf, type NotedAt } from '~/format/noted-at'
import { formatDuration } from '~~/core/quantity/format-duration'

/** One bath: where it is, what comes next, and what it was made of. */
const { bath, rows } = defineProps<{ bath: MordantBath; rows: BasketRow[] }>()

const api = useApi()
const now = useNow()
/** The version last seen, also before the page has loaded again. */
const rev = ref(bath.rev)
watch(
  () => bath.rev,
  (seen) => (rev.value = Math.max(rev.value, seen)),
)
const justifications = ref<Record<string, string>>({})
const { failure, busy, write } = useWrite()
/** When what is noted next was. */
const when = ref<NotedAt>(NOW)
const atThen = () => timeOf(when.value).at

const done = computed(() =>
  bath.events.map(({ stepId, at, skipped }) => ({ stepId, skipped, at: Date.parse(at) })),
)
const started = computed(() => (bath.startedAt ? Date.parse(bath.startedAt) : null))
const present = computed(() =>
  started.value === null || bath.endedAt ? null : stepNow(bath.steps, done.value, started.value),
)
const end = computed(() =>
  started.value === null ? null : stepsEnd(bath.steps, done.value, started.value),
)
const eventOf = (step: BathStep) => bath.events.find(({ stepId }) => stepId === step.id)
const late = computed(() => (present.value ? isLate(present.value, now.value) : false))
const guards = computed(() => (bath.startedAt ? [] : bathGuardsOf(bath, rows)))
const overrides = computed(() =>
  Object.entries(justifications.value).flatMap(([code, why]) =>
    why.trim() ? [{ code: code as 'copper', why: why.trim() }] : [],
  ),
)
const standing = computed(() => standingGuards(guards.value, overrides.value))
const state = computed(() => {
  if (bath.endedAt) return `done ${shortDate(bath.endedAt.slice(0, 10))}`
  if (bath.startedAt) return `begun ${dayAndTime(bath.startedAt)}`
  return bath.plannedFor ? `planned for ${shortDate(bath.plannedFor)}` : 'planned'
})

const change = (body: BathChange, words: string) =>
  write(async () => {
    const answer = await api.patch<MordantBath>(`baths/${bath.id}`, body, rev.value)
    rev.value = answer.item.rev
    when.value = NOW
    return answer
  }, words)

const note = (step: BathStep, skipped: boolean) =>
  change(
    {
      step: {
        id: newId(),
        stepId: step.id,
        at: atThen(),
        skipped,
        note: '',
      },
    },
    `${bath.code}: ${STEP_WORDS[step.kind].name.toLowerCase()} ${skipped ? 'left out' : 'done'}.`,
  )
const begin = () =>
  change({ start: { at: atThen(), overrides: overrides.value } }, `Began ${bath.code}.`)
const finish = (how: BathFinish) =>
  write(
    () =>
      api.post<MordantBath>(`moves/finish-bath/${bath.id}`, {
        at: atThen(),
        finish: how,
      }),
    `Took ${piecesText(bath.pieces.length)} out of ${bath.code}, ${how === 'dried' ? 'dried' : 'held wet'}.`,
  )
async function setAside() {
  const done = await write(
    () => api.post<MordantBath>(`baths/${bath.id}/set-aside`, {}, rev.value),
    `Set ${bath.code} aside; what it took is on the shelf again.`,
  )
  if (done) void navigateTo('/baths')
}
</script>

<template>
  <section class="panel stack tight" :aria-label="`Bath ${bath.code}`">
    <SheetHead
      :code="bath.code"
      :name="schemeWords(bath)"
      :figure="formatMass(bath.fibreG)"
      :figure-note="`${piecesText(bath.pieces.length)}, dry`"
    >
      <p class="quiet">{{ state }}{{ bath.vessel ? `, ${bath.vessel}` : '' }}</p>
    </SheetHead>
    <p v-if="!schemeFacts(bath.scheme).bonds" class="estimate">
      Shown as no mordant: it binds no dye to the fibre.
    </p>

    <div v-if="present" class="now" :class="{ late }" aria-live="polite">
      <p class="what">{{ stepWords(present.step, bath) }}</p>
      <p class="clock">{{ clockText(present.due, now) }}</p>
      <p v-if="late" class="wrong">Longer than is good for it.</p>
      <p v-else class="quiet">
        for {{ formatDuration(present.step.minutes)
        }}{{
          present.step.mostMinutes ? `, ${formatDuration(present.step.mostMinutes)} at most` : ''
        }}; all done {{ clockText(end!, now) }}
      </p>
      <div class="row">
        <ElButton type="primary" :loading="busy" @click="note(present.step, false)">{{
          STEP_WORDS[present.step.kind].done
        }}</ElButton>
        <ElButton @click="note(present.step, true)">Leave it out</ElButton>
      </div>
    </div>
    <NotedWhen v-if="!bath.endedAt" v-model="when" exact />
    <p v-if="failure" class="wrong" role="alert">{{ failure }}</p>

    <template v-if="!bath.startedAt">
      <GuardList v-model="justifications" :guards="guards" />
      <div class="row">
        <ElButton type="primary" :loading="busy" :disabled="standing.length > 0" @click="begin"
          >Begin it now</ElButton
        >
        <ElButton @click="setAside">Set aside</ElButton>
      </div>
    </template>
    <div v-else-if="!bath.endedAt" class="row" role="group" aria-label="Take the pieces out">
      <ElButton :type="present ? undefined : 'primary'" :loading="busy" @click="finish('dried')"
        >Out, dried and tagged</ElButton
      >
      <ElButton :loading="busy" @click="finish('heldWet')">Out, held wet</ElButton>
      <ElButton @click="setAside">Set aside</ElButton>
    </div>

    <ol class="steps">
      <li
        v-for="step in bath.steps"
        :key="step.id"
        :class="{ past: eventOf(step), here: present?.step.id === step.id }"
      >
        <span>{{ stepWords(step, bath) }}</span>
        <span class="quiet">
          <template v-if="eventOf(step)">
            {{ eventOf(step)!.skipped ? 'left out' : 'done' }}
            {{ dayAndTime(eventOf(step)!.at) }}
          </template>
          <template v-else
            >{{ formatDuration(step.minutes) }}{{ step.attended ? ', stay by it' : '' }}</template
          >
        </span>
      </li>
    </ol>
    <dl class="facts">
      <div>
        <dt>Made of</dt>
        <dd v-for="agent in bath.agents" :key="agent.stage + agent.agent">
          {{ agentWords(agent) }}, {{ formatNumber(agent.percentWof) }} %
        </dd>
      </div>
      <div>
        <dt>Water</dt>
        <dd>
          {{ bath.waterL === null ? 'not said' : formatVolume(bath.waterL) }},
          {{ formatTemperature(bath.tempC) }}
        </dd>
      </div>
      <div v-if="bath.againOf">
        <dt>Bath used again</dt>
        <dd class="estimate">strength assumed</dd>
      </div>
      <div v-if="bath.overrides.length">
        <dt>Meant nevertheless</dt>
        <dd v-for="each in bath.overrides" :key="each.code">{{ each.why }}</dd>
      </div>
      <div v-if="bath.note">
        <dt>Note</dt>
        <dd>{{ bath.note }}</dd>
      </div>
    </dl>
    <p>
      <NuxtLink
        v-for="piece in bath.pieces"
        :key="piece.pieceId"
        :to="`/basket?piece=${piece.pieceId}`"
        class="piece"
        >{{ piece.pieceCode }}</NuxtLink
      >
    </p>
    <PlainCaution v-for="agent in bath.agents" :key="agent.agent">
      {{ agentFacts(agent.agent).caution }}
    </PlainCaution>
  </section>
</template>

<style scoped>
.now {
  padding: 12px 14px;
  border: 1px solid var(--juniper);
  border-radius: var(--corner);
  background: var(--juniper-pale);
}

.now.late {
  border-color: var(--ochre);
  background: var(--ochre-pale);
}

.what {
  font-size: 17px;
  font-weight: 600;
}

.clock {
  font-size: 30px;
  font-weight: 700;
  line-height: 1.2;
}

.now .row {
  margin-top: 8px;
}

.row {
  gap: 6px 8px;
}

.steps li {
  display: flex;
  justify-content: space-between;
  gap: 12px;
  padding: 5px 8px;
  border-bottom: 1px solid var(--line);
}

.steps .past {
  color: var(--quiet);
}

.steps .here {
  background: var(--juniper-pale);
  font-weight: 600;
}

.facts {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(190px, 1fr));
  gap: 8px 20px;
}

dt {
  color: var(--quiet);
  font-size: 13px;
}

.piece {
  display: inline-flex;
  align-items: center;
  min-height: 32px;
  margin-right: 12px;
}
</style>

<script setup lang="ts">
import { formatTemperature, inUnits } from '~/format/quantities'
import { nextLook, type OpenStep } from '~~/core/pot/course'
import { gPerMlOf, type Agent } from '~~/catalogue/agents'
import { STEP_DONE, type ToldAmount } from './words'
import { countdownText, clockText } from '~/format/instants'
import { formatDuration } from '~~/core/quantity/format-duration'

/** What the pot is at now: the step, its clock, the next look, and the big buttons. */
const { open, looks, isStrong, now, busy, end, stayIn } = defineProps<{
  open: readonly OpenStep[]
  looks: readonly number[]
  isStrong: boolean
  now: number
  busy: boolean
  end: number
  /** The pieces cool in the bath when the dyeing is over. */
  stayIn: boolean
}>()
const emit = defineEmits<{
  done: [OpenStep, told?: ToldAmount]
  skip: [OpenStep]
  again: [OpenStep]
}>()

const lookAt = (each: OpenStep) => nextLook(each, looks, isStrong)
/** What really went in, by step, where it was another amount than planned. */
const stirred = reactive<Record<string, ToldAmount>>({})
const tell = (stepId: string, told: ToldAmount) =>
  (stirred[stepId] = { ...stirred[stepId], ...told })
/** What is left empty went in as planned. */
function toldOf(stepId: string): ToldAmount | undefined {
  const told = stirred[stepId]
  return typeof told?.massG === 'number' ? told : undefined
}
const isLate = ({ late }: OpenStep) => late !== null && now > late
/** Wetting out goes on beside: what the pot does stands first. */
const ordered = computed(() =>
  [...open].sort((a, b) => Number(a.step.kind === 'wetOut') - Number(b.step.kind === 'wetOut')),
)
</script>

<template>
  <ul class="stack tight">
    <li
      v-for="(each, i) in ordered"
      :key="each.step.id"
      class="now"
      :class="{ late: isLate(each), beside: i > 0 }"
    >
      <div class="head">
        <p class="what">
          {{ inUnits(each.step.words) }}
          <span v-if="each.step.round > 1" class="quiet">round {{ each.step.round }}</span>
        </p>
        <p class="clock">
          {{ clockText(each.due, now) }}
          <span v-if="countdownText(each.due, now)" class="count" role="timer">{{
            countdownText(each.due, now)
          }}</span>
        </p>
      </div>
      <p v-if="isLate(each)" class="wrong">Longer than is good for it.</p>
      <p v-else class="quiet">
        for {{ formatDuration(each.step.minutes)
        }}{{ each.step.mostMinutes ? `, ${formatDuration(each.step.mostMinutes)} at most` : ''
        }}{{ each.step.tempC ? `, ${formatTemperature(each.step.tempC)}` : ''
        }}{{ i === 0 ? `; all done ${clockText(end, now)}` : '' }}
      </p>
      <p v-if="lookAt(each) !== null" class="look" :class="{ due: lookAt(each)! <= now }">
        Look {{ clockText(lookAt(each)!, now) }}: {{ each.step.look ?? 'Deep enough?' }}
        <span v-if="isStrong && each.step.kind === 'dye'" class="quiet"
          >a strong source: early</span
        >
      </p>
      <QuantityField
        v-if="each.step.adds"
        :model-value="stirred[each.step.id]?.massG ?? null"
        :g-per-ml="gPerMlOf(each.step.adds.agent as Agent)"
        label="How much really went in"
        :hint="
          each.step.adds.massG === null ? 'not weighed, if left empty' : 'as planned, if left empty'
        "
        @update:model-value="tell(each.step.id, { massG: $event })"
        @update:by-spoon="tell(each.step.id, { massBasis: $event ? 'about' : 'weighed' })"
      />
      <div class="row">
        <ElButton
          :type="i === 0 ? 'primary' : undefined"
          :loading="busy"
          @click="emit('done', each, toldOf(each.step.id))"
          >{{
            each.step.kind === 'dye' && stayIn ? 'Deep enough' : STEP_DONE[each.step.kind]
          }}</ElButton
        >
        <ElButton v-if="each.step.again" @click="emit('again', each)">Once more</ElButton>
        <ElButton @click="emit('skip', each)">Leave it out</ElButton>
      </div>
      <p v-if="each.step.again" class="quiet">{{ inUnits(each.step.again.words) }}</p>
    </li>
  </ul>
</template>

<style scoped>
.now {
  padding: 12px 14px;
  border: 1px solid var(--juniper);
  border-radius: var(--corner);
  background: var(--juniper-pale);
}

.now.beside {
  border-color: var(--line);
  background: var(--panel);
}

.now.late {
  border-color: var(--ochre);
  background: var(--ochre-pale);
}

.head {
  display: flex;
  gap: 12px;
  align-items: baseline;
  justify-content: space-between;
}

.what {
  font-size: 17px;
  font-weight: 600;
}

.clock {
  flex: none;
  font-size: 28px;
  font-weight: 700;
  line-height: 1.2;
}

.count {
  display: block;
  color: var(--quiet);
  font-size: 14px;
  font-weight: 400;
  text-align: right;
}

.beside .clock {
  font-size: 18px;
}

.look.due {
  color: var(--ochre);
  font-weight: 600;
}

.now .row {
  gap: 6px 8px;
  margin-top: 8px;
}
</style>

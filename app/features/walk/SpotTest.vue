<script setup lang="ts">
import type { Caution } from '~~/core/safety/gathering'
import { newId } from '~~/shared/ids'
import type { Evidence } from '~~/shared/schemas/loft/lot'
import { localToday } from '~/format/dates'

/** A spot test on a lichen, step by step, with its caution where the hand is. */
const emit = defineEmits<{ done: [Evidence]; leave: [] }>()

const AGENTS = {
  bleach: {
    label: 'bleach',
    caution:
      'Bleach: gloves and eye protection. Never near ammonia or any acid: together they give poison gas.',
  },
  lye: {
    label: 'lye',
    caution: 'Lye burns: gloves and eye protection, a drop on a glass rod, water at hand.',
  },
} as const
const RESULTS = ['red', 'pink', 'orange', 'yellow', 'violet', 'green', 'nothing'] as const

const api = useApi()
const agent = ref<keyof typeof AGENTS>('bleach')
const step = ref(0)
const result = ref<(typeof RESULTS)[number] | null>(null)
const stop = shallowRef<Caution | null>(null)

const steps = computed(() => [
  'Break off a crumb of what has fallen. Look at the broken white inside, not at the skin.',
  `Touch it with one small drop of ${AGENTS[agent.value].label} and look at once, for a few seconds.`,
  'Say what colour came. Throw the crumb away and rinse the rod.',
])

watch(
  agent,
  async (planned) => {
    stop.value = null
    if (planned !== 'bleach') return
    const { stop: card } = await api.get<{ stop: Caution | null }>('cautions', {
      on: localToday(),
      planned,
    })
    if (agent.value === planned) stop.value = card
  },
  { immediate: true },
)

function done() {
  emit('done', {
    id: newId(),
    kind: 'spotTest',
    agent: agent.value,
    words: result.value === 'nothing' ? 'no colour' : `turned ${result.value}`,
    on: localToday(),
  })
}
</script>

<template>
  <div class="test stack tight" role="group" aria-label="Spot test">
    <div class="row">
      <ElRadioGroup v-model="agent" aria-label="Put on it">
        <ElRadioButton v-for="(facts, key) in AGENTS" :key="key" :value="key">{{
          facts.label
        }}</ElRadioButton>
      </ElRadioGroup>
      <ElButton @click="emit('leave')">Leave it</ElButton>
    </div>
    <PlainCaution v-if="stop" level="stop">{{ stop.words }}</PlainCaution>
    <template v-else>
      <PlainCaution level="grave">{{ AGENTS[agent].caution }}</PlainCaution>
      <p>
        <strong>{{ step + 1 }} of 3.</strong> {{ steps[step] }}
      </p>
      <ElButton v-if="step < 2" @click="step++">Done, next</ElButton>
      <template v-else>
        <ElRadioGroup
          :model-value="result ?? ''"
          aria-label="Colour that came"
          @update:model-value="result = $event as typeof result"
        >
          <ElRadioButton v-for="each in RESULTS" :key="each" :value="each">{{
            each
          }}</ElRadioButton>
        </ElRadioGroup>
        <ElButton type="primary" :disabled="!result" @click="done">Note it</ElButton>
      </template>
    </template>
  </div>
</template>

<style scoped>
.test {
  margin-top: 8px;
  padding: 10px 12px;
  border: 1px solid var(--line);
  border-radius: var(--corner);
}

.row {
  justify-content: space-between;
}
</style>

<script setup lang="ts">
import dayjs from 'dayjs'
import type { ChainView } from '~~/shared/views/year/chain'
import { barWords } from './chain-words'
import { wantsHands } from './months-ahead'

/** What plans want done today and tomorrow. */
const api = useApi()
const { data } = useLoaded(() => api.get<{ items: ChainView[] }>('year/plans'))
const MOST = 2
const due = computed(() => {
  const after = +dayjs().startOf('day').add(2, 'day')
  return (data.value?.items ?? [])
    .flatMap((chain) =>
      chain.steps
        .filter((step) => wantsHands(step) && step.from < after)
        .map((step) => ({ chain, step })),
    )
    .sort((a, b) => a.step.from - b.step.from)
    .slice(0, MOST)
})
const dayWords = (at: number) => (dayjs(at).isSame(dayjs(), 'day') ? 'today' : 'tomorrow')
</script>

<template>
  <SwingTag
    v-for="{ chain, step } in due"
    :key="`${chain.plan.id}/${step.id}`"
    code="Plan"
    :hex="chain.hex"
    :figure="barWords(step)"
    :figure-note="dayWords(step.from)"
    :line="chain.plan.words"
    :to="`/year?plan=${chain.plan.id}`"
  >
    <template #name>{{ chain.sourceName }}</template>
  </SwingTag>
</template>

<script setup lang="ts">
import StripStages from '~/features/fastness/StripStages.vue'
import { setFacts, setTitle } from '~/features/fastness/set-words'
import { halfLifeWords } from '~~/shared/words/fastness/half-life-words'
import type { FastnessView, TestView } from '~~/shared/views/fastness/fastness'
import { localToday } from '~/format/dates'

/** Whether this swatch lasts: its tests with their stages cut side by side. */
const { swatchId } = defineProps<{ swatchId: string }>()
/** Whether it was tested at all. */
const isTested = defineModel<boolean>('tested', { required: true })
const api = useApi()
const { data: view } = useLoaded(
  () => api.get<FastnessView>(`fastness/swatch/${swatchId}`, { on: localToday() }),
  () => swatchId,
)
watch(view, (now) => (isTested.value = Boolean(now?.sets.length)))
const half = ({ halfLife, test }: TestView) =>
  halfLife ? halfLifeWords(halfLife, test.kind === 'wash' ? 'washes' : 'h') : ''
</script>

<template>
  <section v-if="view" class="panel stack tight" aria-labelledby="lasting">
    <div class="row head">
      <h2 id="lasting">Will it last</h2>
      <span class="row">
        <NuxtLink :to="`/fastness?swatch=${swatchId}`" class="el-button">Test it</NuxtLink>
        <NuxtLink :to="`/lasts?swatch=${swatchId}`" class="el-button">Card for it</NuxtLink>
      </span>
    </div>
    <p v-if="!view.sets.length" class="quiet">
      Not tested. Half covered in a window, it would tell how fast its colour goes.
    </p>
    <div v-for="set in view.sets" :key="set.key" class="set">
      <p class="quiet">
        <NuxtLink :to="`/fastness?set=${set.key}`">{{ setTitle(set) }}</NuxtLink> ·
        {{ setFacts(set) }}
      </p>
      <template v-for="test in set.tests" :key="test.test.id">
        <StripStages :view="test" />
        <p v-if="half(test)" class="half">{{ half(test) }}</p>
      </template>
    </div>
  </section>
</template>

<style scoped>
.head {
  justify-content: space-between;
}

.set {
  display: grid;
  gap: 6px;
  padding-top: 8px;
  border-top: 1px solid var(--line);
}

.half {
  font-weight: 600;
}
</style>

<script setup lang="ts">
import type { TestSet } from '~~/shared/views/fastness/fastness'
import LookForm from './LookForm.vue'
import SetFix from './SetFix.vue'
import TestSheet from './TestSheet.vue'
import { setTitle, setFacts } from './set-words'
import type { useLook } from './useLook'

/** A set of tests with all its pieces, and the bench to look at them. */
const { set, look } = defineProps<{ set: TestSet; look: ReturnType<typeof useLook> }>()
const draft = defineModel<ReturnType<typeof useLook>['draft']>('draft', { required: true })
defineEmits<{ keep: []; close: [] }>()

const isFixing = ref(false)
watch(
  () => set.key,
  () => (isFixing.value = false),
)
/** Readings after light are put right at their swatch: nothing hangs of them. */
const canFix = computed(() => set.tests.some(({ isOfReadings }) => !isOfReadings))
const isOpen = computed(() => set.endedOn === null && canFix.value)
</script>

<template>
  <section class="panel stack tight" aria-labelledby="set">
    <div class="row head">
      <h2 id="set">{{ setTitle(set) }}</h2>
      <span class="row">
        <ElButton v-if="canFix && !isFixing" @click="isFixing = true">Put it right</ElButton>
        <ElButton v-if="isOpen && !look.isOpen" type="primary" @click="look.begin()"
          >Look at {{ set.tests.length > 1 ? 'all of them' : 'it' }}</ElButton
        >
      </span>
    </div>
    <p class="quiet">{{ setFacts(set) }}</p>
    <SetFix v-if="isFixing" :set="set" @close="isFixing = false" />
    <LookForm
      v-if="look.isOpen"
      :key="set.key"
      v-model:draft="draft"
      :set="set"
      :form="look"
      @keep="$emit('keep')"
      @close="$emit('close')"
    />
    <ul class="tests">
      <TestSheet v-for="view in set.tests" :key="view.test.id" :view="view" />
    </ul>
    <p v-if="set.kind === 'light'" class="quiet">
      Hours of window sun: an hour of full sun on the inside of a pane, reckoned from days,
      latitude, direction and sky unless a meter counted them. Steps are of the grey scale of ISO
      105-A05, 5 for no change; what a colour will be is foretold from its looks, its ends nine
      times in ten.
    </p>
  </section>
</template>

<style scoped>
.head {
  justify-content: space-between;
}

.tests {
  display: grid;
  gap: 12px;
  margin: 0;
  padding: 0;
  list-style: none;
}
</style>

<script setup lang="ts">
import type { Group } from '~~/catalogue/sources'
import { newId } from '~~/shared/ids'
import type { Evidence } from '~~/shared/schemas/loft/lot'
import SpotTest from './SpotTest.vue'
import { localToday } from '~/format/dates'

/** How sure the name is, and what it rests on. */
const { group } = defineProps<{ group: Group }>()
const sureness = defineModel<'sure' | 'likely' | 'unsure'>('sureness', { required: true })
const evidence = defineModel<Evidence[]>('evidence', { required: true })

const KINDS = {
  features: 'features seen',
  sporeColour: 'spore colour',
  secondOpinion: 'a second person',
} as const
const kind = ref<keyof typeof KINDS>('features')
const words = ref('')
const testing = ref(false)

function add() {
  if (!words.value.trim()) return
  const found: Evidence = {
    id: newId(),
    kind: kind.value,
    words: words.value.trim(),
    on: localToday(),
  }
  evidence.value = [...evidence.value, found]
  words.value = ''
}

function tested(found: Evidence) {
  evidence.value = [...evidence.value, found]
  testing.value = false
}

const KIND_WORDS: Record<Evidence['kind'], string> = { ...KINDS, spotTest: 'spot test' }
</script>

<template>
  <div class="stack tight">
    <div class="row">
      <span class="quiet">The name is</span>
      <ElRadioGroup v-model="sureness" aria-label="How sure is the name?">
        <ElRadioButton value="sure">sure</ElRadioButton>
        <ElRadioButton value="likely">likely</ElRadioButton>
        <ElRadioButton value="unsure">unsure</ElRadioButton>
      </ElRadioGroup>
    </div>
    <details :open="sureness !== 'sure' || evidence.length > 0">
      <summary>
        What it rests on<template v-if="evidence.length">, {{ evidence.length }}</template>
      </summary>
      <ul v-if="evidence.length" class="found">
        <li v-for="(each, i) in evidence" :key="each.id" class="row">
          <span
            >{{ KIND_WORDS[each.kind] }}{{ each.agent ? `, ${each.agent}` : '' }}:
            {{ each.words }}</span
          >
          <ElButton
            :aria-label="`Leave out ${each.words}`"
            @click="evidence = evidence.filter((_, j) => j !== i)"
            >×</ElButton
          >
        </li>
      </ul>
      <div class="row">
        <ElSelect v-model="kind" aria-label="Kind of evidence" class="kind">
          <ElOption v-for="(label, key) in KINDS" :key="key" :value="key" :label="label" />
        </ElSelect>
        <ElInput
          v-model="words"
          aria-label="What was seen"
          class="words"
          @keydown.enter.prevent="add"
        />
        <ElButton @click="add">Add</ElButton>
        <ElButton v-if="group === 'lichen' && !testing" @click="testing = true">Spot test</ElButton>
      </div>
      <SpotTest v-if="testing" @done="tested" @leave="testing = false" />
    </details>
  </div>
</template>

<style scoped>
summary {
  min-height: 36px;
  color: var(--juniper);
  line-height: 36px;
  cursor: pointer;
}

.kind {
  width: 160px;
}

.words {
  flex: 1;
  min-width: 120px;
}

.found li {
  justify-content: space-between;
}
</style>

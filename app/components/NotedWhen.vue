<script setup lang="ts">
import dayjs from 'dayjs'
import { NOW, TOLERANCES, type NotedAt } from '~/format/noted-at'

/** When something was noted of: now, or at a time that is known more or less. */
const when = defineModel<NotedAt>({ required: true })
const { exact = false } = defineProps<{
  /** Only its time is kept, not how well it is known. */
  exact?: boolean
}>()

const isNow = computed(() => when.value.at === null)
const text = computed({
  get: () => (when.value.at ? dayjs(when.value.at).format('YYYY-MM-DDTHH:mm') : ''),
  set: (typed: string) => {
    if (typed) when.value = { ...when.value, at: dayjs(typed).format() }
  },
})
const earlier = () => (when.value = { at: dayjs().format(), toleranceMin: 0 })
</script>

<template>
  <div class="row when">
    <span class="quiet">{{ isNow ? 'Notes are of now.' : 'The next note is of' }}</span>
    <button v-if="isNow" type="button" class="link" @click="earlier">It was earlier</button>
    <template v-else>
      <DateTimeField v-model="text" label="When it was" class="time" />
      <ElSelect
        v-if="!exact"
        :model-value="when.toleranceMin"
        aria-label="How well that is known"
        class="tolerance"
        @update:model-value="when = { ...when, toleranceMin: Number($event) }"
      >
        <ElOption
          v-for="each in TOLERANCES"
          :key="each.minutes"
          :value="each.minutes"
          :label="each.words"
        />
      </ElSelect>
      <button type="button" class="link" @click="when = NOW">now</button>
    </template>
  </div>
</template>

<style scoped>
.when {
  gap: 6px 12px;
  align-items: center;
}

.time {
  width: 216px;
}

.tolerance {
  width: 190px;
}
</style>

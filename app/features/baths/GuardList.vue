<script setup lang="ts">
import type { Guard } from '~~/core/safety/guards'

/** What to mind, and a word of why where it is meant nevertheless. */
const { guards } = defineProps<{ guards: readonly Guard[] }>()
const justifications = defineModel<Record<string, string>>({ required: true })
const write = (code: string, why: string) =>
  (justifications.value = { ...justifications.value, [code]: why })
const asked = computed(() => [
  ...new Set(guards.filter(({ level }) => level === 'grave').map(({ code }) => code)),
])
</script>

<template>
  <div v-if="guards.length" class="stack tight">
    <template v-for="guard in guards" :key="guard.code + guard.words">
      <PlainCaution :level="guard.level">{{ guard.words }}</PlainCaution>
      <LabeledField
        v-if="
          asked.includes(guard.code) && guards.find(({ code }) => code === guard.code) === guard
        "
        v-slot="{ id }"
        label="I mean it, because"
      >
        <ElInput
          :id="id"
          :model-value="justifications[guard.code] ?? ''"
          :aria-label="`Why, in spite of: ${guard.words}`"
          @update:model-value="write(guard.code, $event)"
        />
      </LabeledField>
    </template>
  </div>
</template>

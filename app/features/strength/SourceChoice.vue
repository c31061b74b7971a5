<script setup lang="ts">
import { PARTS, type Part } from '~~/catalogue/parts'
import type { SourceWithSwatches } from '~~/shared/views/strength/strength'

/** Which source a page of Strength is about: those with swatches, and the one in hand. */
const { items, chosen } = defineProps<{
  items: readonly SourceWithSwatches[]
  /** `words` are for a source that was asked for by name and never dyed with: it is in no list. */
  chosen: { id: string; words: string } | null
}>()

const router = useRouter()
const choose = (source: string) => router.replace({ query: { source } })
const untried = computed(() =>
  chosen && !items.some(({ sourceId }) => sourceId === chosen.id) ? chosen : null,
)
const wordsOf = ({ commonName, part, swatches }: SourceWithSwatches) =>
  `${commonName}, ${PARTS[part as Part].label} (${swatches})`
</script>

<template>
  <ElSelect
    v-if="items.length || untried"
    :model-value="chosen?.id ?? ''"
    filterable
    class="choice"
    aria-label="Source"
    @update:model-value="choose"
  >
    <ElOption v-if="untried" :value="untried.id" :label="`${untried.words} (0)`" />
    <ElOption
      v-for="item in items"
      :key="item.sourceId"
      :value="item.sourceId"
      :label="wordsOf(item)"
    />
  </ElSelect>
</template>

<style scoped>
.choice {
  width: 270px;
}
</style>

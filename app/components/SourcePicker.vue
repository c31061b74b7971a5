<script setup lang="ts">
import { PARTS } from '~~/catalogue/parts'
import type { Page } from '~~/shared/schemas/common'
import type { Source } from '~~/shared/schemas/source'

/** Finds a source by its scientific, older or common name while typing. */
const { label = 'What', error = '' } = defineProps<{ label?: string; error?: string }>()
const source = defineModel<Source | null>({ required: true })

const api = useApi()
const text = ref('')

watch(
  source,
  (chosen) => {
    if (chosen) text.value = `${chosen.commonName}, ${PARTS[chosen.part].label}`
  },
  { immediate: true },
)

interface Suggestion {
  value: string
  source: Source
  via: string
}

async function suggest(typed: string, answer: (found: Suggestion[]) => void) {
  const q = source.value && typed === text.value ? '' : typed.split(',')[0]!.trim()
  try {
    const page = await api.get<Page<Source>>('sources', { q, limit: 20 })
    answer(page.items.map((item) => toSuggestion(item, q)))
  } catch {
    answer([])
  }
}

/** Names the older or other name that was met, so that finding tansy under "bitter" is no riddle. */
function toSuggestion(found: Source, q: string): Suggestion {
  const other = [...found.synonyms, ...found.otherNames].find(
    (name) => q.length > 2 && name.toLowerCase().includes(q.toLowerCase()),
  )
  return {
    value: `${found.commonName}, ${PARTS[found.part].label}`,
    source: found,
    via: other ? `also ${other}` : '',
  }
}

function typed(value: string) {
  text.value = value
  if (source.value) source.value = null
}
</script>

<template>
  <LabeledField v-slot="{ id, described, invalid }" :label="label" :error="error">
    <ElAutocomplete
      :id="id"
      :model-value="text"
      :fetch-suggestions="suggest"
      :debounce="120"
      highlight-first-item
      clearable
      placeholder="name, old name or common name"
      class="picker"
      :aria-describedby="described"
      :aria-invalid="invalid"
      @update:model-value="typed(String($event))"
      @select="source = ($event as Suggestion).source"
    >
      <template #default="{ item }">
        <span class="option">
          <strong>{{ item.value }}</strong>
          <span class="latin">{{ item.source.scientificName }}</span>
          <span class="quiet">{{ item.via }}</span>
        </span>
      </template>
    </ElAutocomplete>
  </LabeledField>
</template>

<style scoped>
.picker {
  width: 100%;
}

.option {
  display: flex;
  gap: 8px;
  min-height: 40px;
  align-items: center;
}
</style>

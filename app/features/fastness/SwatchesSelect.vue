<script setup lang="ts">
import type { WallView } from '~~/shared/views/wall/wall'
import { FIBRES } from '~~/catalogue/fibres'
import { mordantKeyWords } from '~~/shared/words/swatch/mordant-key-words'

/** Several swatches, found by their codes or by what they are dyed with. */
const { label, error = '' } = defineProps<{ label: string; error?: string }>()
const chosen = defineModel<string[]>({ required: true })

const api = useApi()
const { data: wall } = useLoaded(() => api.get<WallView>('wall'))
const options = computed(() => {
  const { sources = [], swatches = [] } = wall.value ?? {}
  return [...swatches].reverse().map(({ id, code, sources: at, fibre, mordant, seen }) => ({
    id,
    hex: (seen.dry ?? seen.wet ?? seen.faded)?.hex ?? '#e4e5ea',
    label: `${code} ${at.map((each) => sources[each]?.name ?? '').join(' and ')}`,
    more: `${FIBRES[fibre].label}, ${mordantKeyWords(mordant)}`,
  }))
})
const MOST_SHOWN = 60
const asked = ref('')
const shown = computed(() => {
  const words = asked.value.toLowerCase().split(/\s+/).filter(Boolean)
  const found = options.value.filter(({ label: of, more }) =>
    words.every((word) => `${of} ${more}`.toLowerCase().includes(word)),
  )
  // what is chosen keeps its name in the field, found or not
  const taken = options.value.filter(({ id }) => chosen.value.includes(id))
  return [...new Set([...taken, ...found.slice(0, MOST_SHOWN)])]
})
</script>

<template>
  <LabeledField v-slot="{ id }" :label="label" :error="error">
    <ElSelect
      :id="id"
      v-model="chosen"
      multiple
      filterable
      :filter-method="(text: string) => (asked = text)"
      placeholder="code, plant, fibre"
      :aria-label="label"
      class="swatches"
    >
      <ElOption v-for="each in shown" :key="each.id" :value="each.id" :label="each.label">
        <span class="option">
          <span class="chip" :style="{ background: each.hex }" aria-hidden="true" />
          {{ each.label }} <span class="quiet">{{ each.more }}</span>
        </span>
      </ElOption>
    </ElSelect>
  </LabeledField>
  <p v-if="wall && !options.length" class="quiet">
    No swatch is read yet. <NuxtLink to="/card">A swatch you have</NuxtLink> is written down on a
    card, with its colour.
  </p>
</template>

<style scoped>
.swatches {
  width: 100%;
}

.option {
  display: flex;
  gap: 8px;
  align-items: center;
}

.chip {
  flex: none;
  width: 18px;
  height: 18px;
  border-radius: 4px;
}
</style>

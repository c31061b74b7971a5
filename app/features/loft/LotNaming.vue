<script setup lang="ts">
import type { LoftLot } from '~~/shared/views/loft/loft'
import type { Evidence, LotChange } from '~~/shared/schemas/loft/lot'
import type { Source } from '~~/shared/schemas/walk/source'
import NameSureness from '~/features/walk/NameSureness.vue'

/** The name of a lot, how sure it is, and naming it later; the name carries to its swatches. */
const { lot } = defineProps<{ lot: LoftLot }>()
const emit = defineEmits<{ change: [LotChange, string] }>()

const source = ref<Source | null>(null)
const sureness = ref(lot.sureness)
const evidence = ref<Evidence[]>(lot.evidence)
const isOpen = ref(lot.held || lot.sureness !== 'sure')

const isChanged = computed(
  () =>
    source.value !== null ||
    sureness.value !== lot.sureness ||
    JSON.stringify(evidence.value) !== JSON.stringify(lot.evidence),
)

function keep() {
  emit(
    'change',
    {
      ...(source.value && { sourceId: source.value.id }),
      sureness: sureness.value,
      evidence: evidence.value,
    },
    source.value
      ? `${lot.code} is ${source.value.commonName} now.`
      : `Noted how sure ${lot.code} is.`,
  )
  source.value = null
}
</script>

<template>
  <details :open="isOpen">
    <summary>
      Name and evidence: {{ lot.sureness
      }}<template v-if="lot.evidence.length">, {{ lot.evidence.length }} noted</template>
    </summary>
    <div class="stack tight">
      <SourcePicker v-model="source" label="Name it anew" />
      <NameSureness v-model:sureness="sureness" v-model:evidence="evidence" group="lichen" />
      <ElButton v-if="isChanged" type="primary" @click="keep">Keep the name</ElButton>
    </div>
  </details>
</template>

<style scoped>
summary {
  min-height: 44px;
  color: var(--juniper);
  line-height: 44px;
  cursor: pointer;
}
</style>

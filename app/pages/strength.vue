<script setup lang="ts">
import { PARTS, type Part } from '~~/catalogue/parts'
import type { CurveView } from '~~/shared/curve-view'
import type { SourceWithSwatches, StrengthView } from '~~/shared/strength-view'
import StrengthAnswer from '~/features/strength/StrengthAnswer.vue'
import StrengthPoints from '~/features/strength/StrengthPoints.vue'
import WantedDepth from '~/features/strength/WantedDepth.vue'
import { groupWords } from '~/features/strength/words'

const route = useRoute()
const router = useRouter()
const api = useApi()

const { data: sources, failure } = useLoaded(() =>
  api.get<{ items: SourceWithSwatches[] }>('strength'),
)
const sourceId = computed(
  () => (route.query.source as string | undefined) ?? sources.value?.items[0]?.sourceId ?? null,
)
const { data: view } = useLoaded(
  async () => (sourceId.value ? await api.get<StrengthView>(`strength/${sourceId.value}`) : null),
  sourceId,
)

const groupKey = ref('')
const group = computed(
  () =>
    view.value?.groups.find(({ key }) => key === groupKey.value) ?? view.value?.groups[0] ?? null,
)
const { data: curves, failure: curveFailure } = useLoaded(
  async () =>
    sourceId.value
      ? (await api.get<{ items: CurveView[] }>('curves', { sourceId: sourceId.value })).items
      : [],
  sourceId,
)
const curve = computed(
  () =>
    curves.value?.find(
      (each) => each.key === group.value?.key && each.sourceId === sourceId.value,
    ) ?? null,
)
const ratio = ref(0.3)
watch(curve, (now) => (ratio.value = now?.answer.enough.mid ?? 0.3), { immediate: true })

const partOf = (part: string) => PARTS[part as Part].label
const choose = (id: string) => router.replace({ query: { source: id } })
const name = computed(() =>
  view.value ? `${view.value.source.commonName}, ${PARTS[view.value.source.part].label}` : '',
)

useHead({ title: () => `${name.value || 'Strength'} · Juniper Haze` })
</script>

<template>
  <div class="page-head">
    <h1>{{ name || 'Strength' }}</h1>
    <p v-if="view" class="latin">{{ view.source.scientificName }}</p>
    <p v-if="failure || curveFailure" class="wrong" role="alert">{{ failure || curveFailure }}</p>
    <div v-if="sources?.items.length" class="end row">
      <label for="source-choice" class="quiet">source</label>
      <ElSelect
        id="source-choice"
        :model-value="sourceId ?? ''"
        filterable
        class="choice"
        aria-label="Source"
        @update:model-value="choose"
      >
        <ElOption
          v-for="item in sources.items"
          :key="item.sourceId"
          :value="item.sourceId"
          :label="`${item.commonName}, ${partOf(item.part)} (${item.swatches})`"
        />
      </ElSelect>
    </div>
  </div>

  <template v-if="view && group">
    <div class="strength">
      <div class="left">
        <div class="kinds" role="group" aria-label="Fibre and mordant">
          <button
            v-for="each in view.groups"
            :key="each.key"
            type="button"
            :aria-pressed="each.key === group.key"
            @click="groupKey = each.key"
          >
            {{ groupWords(each) }} <span class="n">{{ each.points.length }}</span>
          </button>
        </div>
        <div class="panel chart-panel">
          <StrengthChart :group="group" :curve="curve" :source-name="name" />
        </div>
        <RatioRibbon
          v-model="ratio"
          :group="group"
          :curve="curve"
          :dry-fraction="view.usualDryFraction"
          :state="view.usualState"
        />
      </div>
      <div class="stack">
        <StrengthAnswer :group="group" :curve="curve" :view="view" :ratio="ratio" />
        <WantedDepth :group="group" :curve="curve" :view="view" @ratio="ratio = $event" />
        <StrengthPoints :group="group" :curve="curve" />
      </div>
    </div>
  </template>
  <p v-else-if="sources && !sources.items.length">
    No swatches yet. <NuxtLink to="/pot">Dye a pot</NuxtLink>, read its swatches, and each source's
    strength against its ratio is drawn here.
  </p>
  <p v-else-if="view">
    The swatches of {{ name }} are not read yet. <NuxtLink to="/swatch">Read a swatch</NuxtLink>
    and it takes its place here.
  </p>
</template>

<style scoped>
.choice {
  width: 270px;
}

.kinds {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
}

.kinds button {
  min-height: 44px;
  padding: 0 14px;
  border: 1px solid #b4babc;
  border-radius: var(--corner);
  background: var(--panel);
  color: var(--ink);
  cursor: pointer;
}

.kinds button[aria-pressed='true'] {
  border-color: var(--juniper);
  background: var(--juniper);
  color: #fff;
}

.n {
  font-weight: 700;
}

.strength {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 410px;
  gap: 16px;
}

.left {
  display: grid;
  /* a chart drawn for a wider page must not hold it open */
  grid-template-columns: minmax(0, 1fr);
  align-content: start;
  gap: 8px;
}

.chart-panel {
  height: 440px;
  padding: 8px;
}

@media (max-width: 960px) {
  .strength {
    grid-template-columns: minmax(0, 1fr);
  }

  .chart-panel {
    height: 330px;
  }
}
</style>

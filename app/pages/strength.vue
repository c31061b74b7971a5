<script setup lang="ts">
import WorkedExample from '~/features/examples/WorkedExample.vue'
import { PARTS } from '~~/catalogue/parts'
import type { StrengthView } from '~~/shared/views/strength/strength'
import AskAnySource from '~/features/strength/AskAnySource.vue'
import BesideRatio from '~/features/strength/BesideRatio.vue'
import LaterBaths from '~/features/strength/LaterBaths.vue'
import NextTrial from '~/features/strength/NextTrial.vue'
import OtherLogs from '~/features/strength/OtherLogs.vue'
import SmallMultiples from '~/features/strength/SmallMultiples.vue'
import SourceChoice from '~/features/strength/SourceChoice.vue'
import StrengthAnswer from '~/features/strength/StrengthAnswer.vue'
import StrengthNav from '~/features/strength/StrengthNav.vue'
import StrengthPoints from '~/features/strength/StrengthPoints.vue'
import WantedDepth from '~/features/strength/WantedDepth.vue'
import { useAskedCurve } from '~/features/strength/useAskedCurve'
import { useChosenSource } from '~/features/strength/useChosenSource'
import { groupWords } from '~/features/strength/words'
import { toldEnough } from '~~/core/strength/posterior/describe-posterior'

const route = useRoute()
const api = useApi()

const { isLoaded, items, sourceId, failure } = useChosenSource()
const { data: view, failure: viewFailure } = useLoaded(
  async () => (sourceId.value ? await api.get<StrengthView>(`strength/${sourceId.value}`) : null),
  sourceId,
)

const groupKey = ref(typeof route.query.on === 'string' ? route.query.on : '')
const group = computed(
  () =>
    view.value?.groups.find(({ key }) => key === groupKey.value) ?? view.value?.groups[0] ?? null,
)
/** Where no swatch says which ratio matters. */
const USUAL_RATIO = 0.4
const ratio = ref(USUAL_RATIO)
/** A ratio that is held against it. */
const beside = ref<number | null>(null)
const { leftOut, toggle, shown, estimate, turning, described, gainTo } = useAskedCurve(
  () => group.value?.curve ?? null,
  () => ratio.value,
)
watch(
  () => group.value?.curve,
  (now, before) => {
    if (now && (now.key !== before?.key || now.sourceId !== before?.sourceId)) {
      const { answer } = now
      const at = toldEnough(answer)?.mid ?? Math.max(...answer.points.map((p) => p.ratio), 0)
      // in full: rounded twice, the same ratio would read two ways on one page
      ratio.value = at || USUAL_RATIO
      beside.value = null
    }
  },
  { immediate: true },
)
const leftOutCodes = computed(() =>
  (group.value?.points ?? []).flatMap(({ swatchId, code }) =>
    leftOut.value.includes(swatchId) ? [code] : [],
  ),
)

const TABS = ['Depth', 'Swatches', 'Next trial', 'Baths'] as const
const tab = ref<(typeof TABS)[number]>('Depth')
const isSideBySide = ref(false)

const name = computed(() =>
  view.value ? `${view.value.source.commonName}, ${PARTS[view.value.source.part].label}` : '',
)
const open = (swatchId: string) => navigateTo(`/swatch?swatch=${swatchId}`)

useHead({ title: () => `${name.value || 'Strength'} · Juniper Haze` })
</script>

<template>
  <StrengthNav />
  <div class="page-head">
    <h1>{{ name || 'Strength' }}</h1>
    <p v-if="view" class="latin">{{ view.source.scientificName }}</p>
    <p v-if="failure || viewFailure" class="wrong" role="alert">{{ failure || viewFailure }}</p>
    <SourceChoice
      class="end"
      :items="items"
      :chosen="sourceId ? { id: sourceId, words: name } : null"
    />
  </div>

  <template v-if="view && group">
    <div class="strength">
      <div class="left">
        <div class="kinds" role="group" aria-label="Fibre, mordant and way">
          <button
            v-for="each in view.groups"
            :key="each.key"
            type="button"
            :aria-pressed="each.key === group.key"
            @click="groupKey = each.key"
          >
            {{ groupWords(each) }} <span class="n">{{ each.points.length }}</span>
          </button>
          <ElCheckbox v-if="view.groups.length > 1" v-model="isSideBySide">side by side</ElCheckbox>
        </div>
        <OtherLogs :source-id="view.source.id" :others="view.others" />
        <SmallMultiples
          v-if="isSideBySide"
          :groups="view.groups"
          :chosen="group.key"
          @choose="groupKey = $event"
        />
        <div v-else class="panel chart-panel">
          <p v-if="group.treatedHow" class="quiet">Mordanted {{ group.treatedHow }}.</p>
          <StrengthChart
            :group="group"
            :curve="shown"
            :source-name="name"
            :left-out="leftOut"
            @open="open"
          />
        </div>
        <RatioRibbon
          v-model="ratio"
          :group="group"
          :dry-fraction="view.usualDryFraction"
          :state="view.usualState"
          :beside="beside"
        />
        <BesideRatio
          v-if="shown && shown.answer.unit && estimate"
          v-model="beside"
          :curve="shown"
          :estimate="estimate"
          :dry-fraction="view.usualDryFraction"
          :state="view.usualState"
          :gain-to="gainTo"
        />
      </div>
      <div class="stack">
        <StrengthAnswer
          v-if="shown"
          class="says"
          :group="group"
          :curve="shown"
          :view="view"
          :described="described"
          :estimate="estimate"
          :turning="turning"
          :left-out="leftOutCodes"
        />
        <section class="panel stack tight">
          <ElRadioGroup v-model="tab" aria-label="More of this source">
            <ElRadioButton v-for="each in TABS" :key="each" :value="each">{{ each }}</ElRadioButton>
          </ElRadioGroup>
          <WantedDepth v-if="tab === 'Depth'" :group="group" :view="view" @ratio="ratio = $event" />
          <StrengthPoints
            v-else-if="tab === 'Swatches'"
            :group="group"
            :left-out="leftOut"
            @toggle="toggle"
          />
          <NextTrial
            v-else-if="tab === 'Next trial'"
            :view="view"
            :chosen="group"
            @ratio="ratio = $event"
          />
          <LaterBaths v-else :group="group" :ratio="ratio" />
        </section>
      </div>
    </div>
  </template>
  <p v-else-if="isLoaded && !sourceId">
    No swatches yet. <NuxtLink to="/card">Write down one you have</NuxtLink>, or
    <NuxtLink to="/pot">dye a pot</NuxtLink> and read its swatches: each source's strength against
    its ratio is drawn here.
  </p>
  <template v-if="isLoaded && !sourceId">
    <WorkedExample station="strength" />
    <AskAnySource />
  </template>
</template>

<style scoped>
.kinds {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  align-items: center;
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
  grid-template-columns: minmax(0, 1fr) 430px;
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
  height: 316px;
  padding: 8px;
}

@media (max-width: 960px) {
  .strength {
    grid-template-columns: minmax(0, 1fr);
  }

  /* the answer comes before the chart: there is no room beside it */
  .left,
  .strength > .stack {
    display: contents;
  }

  .kinds {
    order: -2;
  }

  .says {
    order: -1;
  }

  .chart-panel {
    height: 330px;
  }
}
</style>

<script setup lang="ts">
import { useMediaQuery } from '@vueuse/core'
import { useVirtualizer } from '@tanstack/vue-virtual'
import type { AtlasView } from '~~/shared/views/strength/atlas'
import AtlasAskForm from '~/features/strength/AtlasAskForm.vue'
import AtlasLineRow from '~/features/strength/AtlasLineRow.vue'
import StrengthNav from '~/features/strength/StrengthNav.vue'
import {
  atlasChoices,
  atlasLines,
  FIRST_ASK,
  firstHere,
  SORTS,
  type AtlasAsk,
  type SortKey,
} from '~/features/strength/atlas-rows'

/** All sources side by side: strength, ceiling, enough, hue, fastness, and what each costs. */
const api = useApi()
const { data: view, failure, reload } = useLoaded(() => api.get<AtlasView>('atlas'))
// what is being computed is looked for again until it is there
useIntervalWhile(
  () => (view.value?.pending ?? 0) > 0,
  () => void reload(),
  500,
)
const { draft: ask } = useDraft<AtlasAsk>('atlas', () => ({ ...FIRST_ASK }))
const measured = useMeasuredLight()
const lines = computed(() => (view.value ? atlasLines(view.value, ask, measured.value.of) : []))
const choices = computed(() => view.value && atlasChoices(view.value))
/** The rows are drawn first: eight select fields take longer than all of them. */
const areRowsDrawn = ref(false)
watch(lines, () => requestAnimationFrame(() => setTimeout(() => (areRowsDrawn.value = true))), {
  once: true,
})

const scroller = ref<HTMLElement | null>(null)
const isNarrow = useMediaQuery('(max-width: 760px)')
/** On a phone a curve's numbers stand under its name. */
const linePx = computed(() => (isNarrow.value ? 214 : 62))
const virtual = useVirtualizer(
  computed(() => ({
    count: lines.value.length,
    getScrollElement: () => scroller.value,
    estimateSize: () => linePx.value,
    overscan: 6,
  })),
)
watch(linePx, () => virtual.value.measure())
const COLUMNS: SortKey[] = [
  'name',
  'hue',
  'perGram',
  'ceiling',
  'enough',
  'ratio',
  'fastness',
  'rate',
  'n',
]
function sortBy(key: SortKey) {
  if (ask.sort === key) ask.isFalling = !ask.isFalling
  else [ask.sort, ask.isFalling] = [key, !['name', 'ratio', 'enough', 'hue'].includes(key)]
}
const sorted = (key: SortKey) =>
  ask.sort !== key ? undefined : ask.isFalling ? 'descending' : 'ascending'
const best = computed(() => (lines.value[0] ? firstHere(lines.value[0], ask.depth) : ''))
useHead({ title: 'All sources · Juniper Haze' })
</script>

<template>
  <StrengthNav />
  <div class="page-head">
    <h1>All sources</h1>
    <span v-if="view" class="quiet">
      {{ lines.length }} of {{ view.rows.length }} curves, {{ view.sources.length }} sources
    </span>
    <span v-if="view?.pending" class="estimate" role="status">
      {{ view.pending }} {{ view.pending === 1 ? 'source is' : 'sources are' }} being reckoned anew
    </span>
    <p v-if="failure" class="wrong" role="alert">{{ failure }}</p>
  </div>
  <template v-if="view && choices">
    <div class="ask-place">
      <AtlasAskForm v-if="areRowsDrawn" v-model="ask" :choices="choices" />
    </div>
    <p class="best">{{ best }}</p>
    <div ref="scroller" class="scroller panel" tabindex="0" role="region" aria-label="Curves">
      <div role="table" aria-label="All sources" :aria-rowcount="lines.length + 1">
        <div role="row" class="line head">
          <span v-for="key in COLUMNS" :key="key" role="columnheader" :aria-sort="sorted(key)">
            <button type="button" @click="sortBy(key)">
              {{ key === 'ratio' ? `ratio for ${ask.depth}` : SORTS[key].label }}
              <span v-if="ask.sort === key" aria-hidden="true">{{
                ask.isFalling ? '↓' : '↑'
              }}</span>
            </button>
          </span>
        </div>
        <div class="lines" :style="{ height: `${virtual.getTotalSize()}px` }">
          <AtlasLineRow
            v-for="item in virtual.getVirtualItems()"
            :key="String(item.key)"
            :line="lines[item.index]!"
            :index="item.index"
            :style="{ transform: `translateY(${item.start}px)`, height: `${linePx}px` }"
          />
        </div>
      </div>
      <p v-if="!view.rows.length && !view.pending" class="none">
        No swatches yet: each source that is dyed with and read stands here. Until then,
        <NuxtLink to="/typical">any plant has a typical answer</NuxtLink>, wide, and not yours.
      </p>
      <p v-else-if="!lines.length" class="none">
        {{
          view.rows.length
            ? 'No curve answers to all of this: ask for less.'
            : 'Curves are reckoned for the first time: each comes in as it is done.'
        }}
      </p>
    </div>
  </template>
</template>

<style scoped>
.ask-place {
  min-height: 44px;
}

.best {
  margin: 8px 0;
}

.scroller {
  height: calc(100vh - 344px);
  min-height: 300px;
  padding: 0;
  overflow: auto;
}

.line.head {
  position: sticky;
  z-index: 1;
  top: 0;
  border-bottom: 1px solid var(--line-firm);
  background: var(--panel);
}

.head button {
  min-height: 44px;
  padding: 0;
  border: 0;
  background: none;
  color: var(--quiet);
  font-size: 13px;
  text-align: left;
  cursor: pointer;
}

.head [aria-sort] button {
  color: var(--ink);
  font-weight: 600;
}

.lines {
  position: relative;
}

.none {
  padding: 18px;
}
</style>

<style>
.atlas-line,
.line.head {
  display: grid;
  grid-template-columns:
    minmax(190px, 1.3fr) minmax(150px, 1fr)
    1fr 0.9fr 0.9fr 1fr 0.6fr 0.6fr 0.6fr;
  gap: 12px;
  align-items: center;
  min-width: 1080px;
  padding: 0 14px;
}

@media (max-width: 760px) {
  .line.head {
    display: flex;
    gap: 14px;
    min-width: 0;
    overflow-x: auto;
  }

  .line.head button {
    white-space: nowrap;
  }

  .atlas-line {
    grid-template-columns: repeat(3, minmax(0, 1fr));
    gap: 2px 10px;
    min-width: 0;
  }

  .atlas-line > :first-child {
    grid-column: span 2;
  }

  .atlas-line > [data-label]::before {
    display: block;
    color: var(--quiet);
    font-size: 12px;
    content: attr(data-label);
  }

  .atlas-line > .aside {
    display: none;
  }
}
</style>

<script setup lang="ts">
import SwatchNav from '~/features/swatch/SwatchNav.vue'
import ThreeLights from '~/features/wall/ThreeLights.vue'
import WallAside from '~/features/wall/WallAside.vue'
import WallCanvas from '~/features/wall/WallCanvas.vue'
import WallFilters from '~/features/wall/WallFilters.vue'
import { layByHue, layBySource, type Size, type ToLay } from '~/features/wall/lay-wall'
import { useWall } from '~/features/wall/useWall'
import { colourName } from '~~/core/colour/colour-name'
import { formatRatio } from '~/format/quantities'
import { formatCount } from '~~/core/quantity/format-count'

/** Every colour of the log on one wall: to show, to find, and to hold side by side. */
const route = useRoute()
const router = useRouter()
const text = (value: unknown) => (typeof value === 'string' ? value : null)
const wall = useWall(() => text(route.query.want))
const { view, failure, ask, hanging, wanted, wordsOf } = wall

const chips = computed((): (ToLay & { hex: string })[] => [
  ...hanging.value.map(({ colour, sources, ratioDry }) => ({
    colour,
    source: sources[0] ?? null,
    ratioDry,
    hex: colour.hex,
  })),
  ...(wanted.value && ask.by === 'hue'
    ? [{ colour: wanted.value, source: null, ratioDry: null, hex: wanted.value.hex }]
    : []),
])
const hexes = computed(() => chips.value.map(({ hex }) => hex))
const lay = computed(() => {
  const [items, by] = [chips.value, ask.by]
  const names = view.value?.sources.map(({ name }) => name) ?? []
  return (size: Size) =>
    by === 'hue' ? layByHue(items, size) : layBySource(items, names, size, formatRatio)
})
const nameOf = (index: number) => {
  const swatch = hanging.value[index]
  if (swatch) return wordsOf(swatch)
  return wanted.value ? `the colour that is wanted, ${colourName(wanted.value)}` : ''
}

/** Ids of what was picked, the one in hand last. */
const pickedIds = ref<string[]>(text(route.query.swatch) ? [text(route.query.swatch)!] : [])
/** More in a strip cannot be told apart. */
const MOST_PICKED = 8
function pick(indexes: number[], isMore: boolean) {
  const ids = indexes.flatMap((i) => hanging.value[i]?.id ?? [])
  if (ids.length === 0) return
  const [one] = ids
  const before = isMore ? pickedIds.value.filter((id) => !ids.includes(id)) : []
  // picked again, one is laid back
  const isBack = isMore && ids.length === 1 && one !== undefined && pickedIds.value.includes(one)
  pickedIds.value = isBack ? before : [...before, ...ids].slice(-MOST_PICKED)
}
const picked = computed(
  () =>
    new Set(
      hanging.value.flatMap(({ id }, index) => (pickedIds.value.includes(id) ? [index] : [])),
    ),
)
const inHand = computed(() => hanging.value.find(({ id }) => id === pickedIds.value.at(-1)) ?? null)
watch(inHand, (swatch) => {
  void router.replace({ query: { ...route.query, swatch: swatch?.id } })
})

const isLasso = ref(false)
const canvas = useTemplateRef('canvas')
function savePicture() {
  canvas.value?.picture()?.toBlob((blob) => {
    if (!blob) return
    const link = document.createElement('a')
    link.href = URL.createObjectURL(blob)
    link.download = 'wall.png'
    link.click()
    URL.revokeObjectURL(link.href)
  })
}
useHead({ title: 'Every colour you have · Juniper Haze' })
</script>

<template>
  <SwatchNav />
  <div class="page-head">
    <h1>Every colour you have</h1>
    <span v-if="view" class="on-grey" role="status">
      {{ formatCount(hanging.length, 'swatch', 'swatches') }}, in daylight
      <template v-if="hanging.length < view.swatches.length"
        >of {{ view.swatches.length }}</template
      >
    </span>
    <p v-if="failure" role="alert">{{ failure }}</p>
  </div>
  <WallFilters :model-value="ask" :choices="wall.choices.value" @clear="wall.clear()" />

  <div v-if="view?.swatches.length" class="hung">
    <div class="on-wall">
      <WallCanvas
        ref="canvas"
        :lay="lay"
        :hexes="hexes"
        :names="nameOf"
        :picked="picked"
        :is-lasso="isLasso"
        :wanted="Boolean(wanted) && ask.by === 'hue'"
        @pick="pick"
      />
      <p v-if="hanging.length === 0" class="none" role="status">
        No swatch is so. <ElButton @click="wall.clear()">Show all</ElButton>
      </p>
      <div class="tools">
        <ElButton
          :aria-pressed="isLasso"
          :type="isLasso ? 'primary' : ''"
          @click="isLasso = !isLasso"
          >Draw around some</ElButton
        >
        <ElButton aria-label="Nearer" @click="canvas?.by(1.6)">+</ElButton>
        <ElButton aria-label="Farther" @click="canvas?.by(1 / 1.6)">−</ElButton>
        <ElButton @click="canvas?.whole()">Whole</ElButton>
        <ElButton @click="savePicture">Save as a picture</ElButton>
      </div>
    </div>
    <WallAside
      v-if="inHand"
      :swatch="inHand"
      :sources="wall.sourceNames(inHand)"
      :picked="pickedIds.length"
    />
    <section v-else class="panel" aria-label="Nothing picked">
      <h2>Pick one</h2>
      <p>
        A click tells what it is. With Shift, or a line drawn around them, up to eight lie side by
        side under three lights.
      </p>
      <NuxtLink to="/match" class="el-button">A colour you want</NuxtLink>
    </section>
  </div>
  <p v-else-if="view">
    No swatch was read yet. <NuxtLink to="/card">A swatch you have</NuxtLink> hangs here as soon as
    its colour is on its card.
  </p>
  <ThreeLights
    v-if="pickedIds.length > 1"
    :ids="pickedIds"
    :state="ask.state"
    @leave="(id) => (pickedIds = pickedIds.filter((each) => each !== id))"
  />
</template>

<style scoped>
h1,
.on-grey {
  color: #16191b;
}

.hung {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 236px;
  gap: 16px;
}

.on-wall {
  position: relative;
  display: grid;
  grid-template-rows: minmax(0, 1fr) auto;
  gap: 8px;
  height: calc(100vh - 300px);
  min-height: 380px;
}

.none {
  position: absolute;
  inset: 40% 0 auto;
  color: #16191b;
  text-align: center;
}

.tools {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
}

.tools :deep(.el-button) {
  margin: 0;
}

.panel {
  align-self: start;
}

@media (max-width: 760px) {
  .hung {
    grid-template-columns: minmax(0, 1fr);
  }

  .on-wall {
    height: 56vh;
    min-height: 320px;
  }
}
</style>

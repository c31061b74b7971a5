<script setup lang="ts">
import { geoDistance, geoMercator, type GeoPermissibleObjects } from 'd3-geo'
import { ticks } from 'd3-array'
import type { Patch } from '~~/shared/schemas/walk/patch'
import { last, present } from '~~/core/present'

/** Where the patches lie to each other: north is up, and a bar for scale. No outside map. */
const { patches, chosenId } = defineProps<{ patches: Patch[]; chosenId: string | null }>()
defineEmits<{ choose: [string] }>()

const box = ref<HTMLElement | null>(null)
const { width } = useSize(box)
const HEIGHT = 300
const MARGIN = 44
const EARTH_M = 6_371_008.8
/** A single place is shown with a kilometre around it. */
const LEAST_DEG = 0.005

const placed = computed(() => patches.filter(({ lat }) => lat !== null))

const projection = computed(() => {
  const points = placed.value.map(
    ({ lat, lon }) => [present(lon), present(lat)] as [number, number],
  )
  const corners = points.flatMap(([lon, lat]) => [
    [lon - LEAST_DEG, lat - LEAST_DEG],
    [lon + LEAST_DEG, lat + LEAST_DEG],
  ])
  const shape: GeoPermissibleObjects = { type: 'MultiPoint', coordinates: corners }
  return geoMercator().fitExtent(
    [
      [MARGIN, MARGIN],
      [Math.max(2 * MARGIN, width.value) - MARGIN, HEIGHT - MARGIN],
    ],
    shape,
  )
})

/** Width of a letter and height of a line of the names, px, near enough to keep them apart. */
const LETTER_PX = 8
const LINE_PX = 18
const SIDES = [
  { dx: 12, dy: 5, anchor: 'start' },
  { dx: -12, dy: 5, anchor: 'end' },
  { dx: 0, dy: -13, anchor: 'middle' },
  { dx: 0, dy: 24, anchor: 'middle' },
] as const

interface Box {
  left: number
  right: number
  top: number
  bottom: number
}

function boxOf(
  name: string,
  x: number,
  y: number,
  { dx, dy, anchor }: (typeof SIDES)[number],
): Box {
  const long = name.length * LETTER_PX
  const start = { start: 0, middle: -long / 2, end: -long }[anchor]
  const left = x + dx + start
  return { left, right: left + long, top: y + dy - LINE_PX + 4, bottom: y + dy + 4 }
}

const meets = (a: Box, b: Box) =>
  a.left < b.right && b.left < a.right && a.top < b.bottom && b.top < a.bottom

/** Each name on the first side of its place where it meets no other name or place. */
const marks = computed(() => {
  const at = placed.value.map((patch) => {
    const [x, y] = present(projection.value([present(patch.lon), present(patch.lat)]))
    return { patch, x, y }
  })
  const taken: Box[] = at.map(({ x, y }) => ({
    left: x - 8,
    right: x + 8,
    top: y - 8,
    bottom: y + 8,
  }))
  return at.map(({ patch, x, y }, i) => {
    const others = taken.filter((_, j) => j !== i)
    const fits = (box: Box) =>
      box.left > 0 && box.right < width.value && !others.some((other) => meets(box, other))
    const side = SIDES.find((each) => fits(boxOf(patch.name, x, y, each))) ?? SIDES[0]
    taken.push(boxOf(patch.name, x, y, side))
    return { patch, x, y, side }
  })
})

/** A round length near a quarter of the map's width, with how long it is drawn. */
const bar = computed(() => {
  if (!width.value) return null
  const at = (x: number) => present(present(projection.value.invert)([x, HEIGHT / 2]))
  const metres = geoDistance(at(0), at(width.value)) * EARTH_M
  const round = last(ticks(0, metres / 4, 2))
  if (!(round > 0)) return null
  return {
    px: (round / metres) * width.value,
    words: round >= 1000 ? `${round / 1000} km` : `${round} m`,
  }
})
</script>

<template>
  <div ref="box" class="map">
    <svg
      v-if="width && placed.length"
      :width="width"
      :height="HEIGHT"
      role="group"
      aria-label="Where the patches lie to each other"
    >
      <g class="north" :transform="`translate(${width - 24}, 34)`" aria-hidden="true">
        <path d="M0 12 V-12 M-5 -6 L0 -13 L5 -6" />
        <text y="-18" text-anchor="middle">N</text>
      </g>
      <g v-if="bar" class="bar" :transform="`translate(16, ${HEIGHT - 16})`">
        <path :d="`M0 -5 V0 H${bar.px} V-5`" />
        <text :x="bar.px / 2" y="-8" text-anchor="middle">{{ bar.words }}</text>
      </g>
      <g
        v-for="{ patch, x, y, side } in marks"
        :key="patch.id"
        class="mark"
        :class="{ chosen: patch.id === chosenId }"
        :transform="`translate(${x}, ${y})`"
        role="button"
        tabindex="0"
        :aria-label="patch.name"
        @click="$emit('choose', patch.id)"
        @keydown.enter="$emit('choose', patch.id)"
      >
        <circle r="22" class="reach" />
        <circle r="6" />
        <text :x="side.dx" :y="side.dy" :text-anchor="side.anchor">{{ patch.name }}</text>
      </g>
    </svg>
    <p v-else-if="!placed.length" class="quiet">
      None of the places has coordinates. Type or paste them, or read a GPX or GeoJSON file.
    </p>
  </div>
</template>

<style scoped>
.map {
  min-height: 60px;
  overflow: hidden;
}

svg {
  display: block;
  border: 1px solid var(--line);
  border-radius: var(--corner);
  background: var(--paper);
}

text {
  fill: var(--ink);
  font-size: 14px;
}

.north path,
.bar path {
  fill: none;
  stroke: var(--ink);
  stroke-width: 1.5;
}

.mark {
  cursor: pointer;
}

.mark circle {
  fill: var(--juniper);
}

.mark .reach {
  fill: transparent;
}

.mark:focus-visible .reach,
.chosen .reach {
  stroke: var(--juniper);
  stroke-width: 2;
}

.chosen text {
  font-weight: 700;
}
</style>

<script setup lang="ts">
import type { Part } from '~~/catalogue/parts'

/** A small drawing of a plant's part, in the colours that it is said to give. */
const { part, colours } = defineProps<{ part: Part; colours: readonly string[] }>()

type Shape = 'flower' | 'leaf' | 'bark' | 'root' | 'fruit' | 'fungus' | 'lichen' | 'twig' | 'cake'
const SHAPES: Record<Part, Shape> = {
  petal: 'flower',
  flowerHead: 'flower',
  floweringTop: 'flower',
  leaf: 'leaf',
  wholeHerb: 'leaf',
  stem: 'twig',
  shoot: 'twig',
  twig: 'twig',
  innerBark: 'bark',
  bark: 'bark',
  heartwood: 'bark',
  root: 'root',
  rhizome: 'root',
  berry: 'fruit',
  husk: 'fruit',
  nut: 'fruit',
  seed: 'fruit',
  pod: 'fruit',
  cone: 'fruit',
  gall: 'fruit',
  thallus: 'lichen',
  fruitBody: 'fungus',
  cap: 'fungus',
  insect: 'cake',
  cake: 'cake',
}
const PATHS: Record<Shape, string> = {
  flower:
    'M16 3a4 4 0 0 1 3 6.5a4 4 0 0 1 4 6.5a4 4 0 0 1-5 4a4 4 0 0 1-4 0a4 4 0 0 1-5-4a4 4 0 0 1 4-6.5A4 4 0 0 1 16 3zM16 12a2.5 2.5 0 1 0 .01 0M16 20.5V30M16 27c3-1 5-2 6-4',
  leaf: 'M16 4c9 6 9 16 0 22c-9-6-9-16 0-22zM16 9v20M16 15l4-3M16 20l4-3M16 15l-4-3M16 20l-4-3',
  twig: 'M16 29V5M16 22l7-6M16 16l-7-6M16 12l5-5M23 16l3-4M9 10L7 6',
  bark: 'M9 4h14c-2 8 2 16 0 24H9c2-8-2-16 0-24zM14 8c-1 6 1 10 0 16M19 9c-1 5 1 9 0 14',
  root: 'M13 4h6l-1 8c3 5-3 8-2 17c-3-6-5-10-2-17zM18 14l5 6M14 15l-5 6',
  fruit: 'M16 11a8 8 0 1 0 0 16a8 8 0 0 0 0-16zM16 11c0-3 2-6 5-7M16 8c-3-3-6-2-7 0',
  fungus: 'M4 16c2-12 22-12 24 0zM13 16c0 5-1 8-2 12h10c-1-4-2-7-2-12',
  lichen: 'M16 27c-10 1-14-7-8-11c-3-7 5-11 9-7c6-4 12 2 8 7c5 5 0 12-9 11zM12 15l4 3l5-4M16 18v5',
  cake: 'M6 11l10-5l10 5v11l-10 5l-10-5zM6 11l10 5l10-5M16 16v11',
}
const id = useId()
const stops = computed(() => (colours.length > 0 ? colours : ['#dcddd6']))
</script>

<template>
  <svg viewBox="0 0 32 32" class="mark" aria-hidden="true">
    <defs>
      <linearGradient :id="id" x1="0" x2="1" y1="0" y2="1">
        <stop
          v-for="(colour, i) in stops"
          :key="colour"
          :offset="stops.length > 1 ? i / (stops.length - 1) : 0"
          :stop-color="colour"
        />
      </linearGradient>
    </defs>
    <path :d="PATHS[SHAPES[part]]" :fill="`url(#${id})`" />
  </svg>
</template>

<style scoped>
.mark {
  width: 40px;
  height: 40px;
}

path {
  stroke: #3c4347;
  stroke-linecap: round;
  stroke-linejoin: round;
  stroke-width: 1.1;
}
</style>

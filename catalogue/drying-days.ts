import type { Part } from './parts'

/** Days until crisp in an airy room out of the sun, first and last: typical, from memory. */
export const DRYING_DAYS: Record<Part, readonly [number, number]> = {
  petal: [3, 7],
  flowerHead: [7, 14],
  floweringTop: [7, 14],
  leaf: [5, 10],
  wholeHerb: [7, 14],
  stem: [7, 14],
  shoot: [7, 14],
  twig: [14, 28],
  innerBark: [7, 14],
  bark: [10, 21],
  root: [14, 28],
  rhizome: [14, 28],
  berry: [7, 21],
  husk: [14, 28],
  nut: [14, 28],
  seed: [7, 14],
  pod: [7, 14],
  cone: [7, 21],
  gall: [7, 14],
  heartwood: [14, 28],
  thallus: [2, 5],
  fruitBody: [3, 10],
  cap: [2, 7],
}

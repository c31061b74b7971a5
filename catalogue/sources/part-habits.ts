import type { AllowanceRule } from '../../core/harvest/allowance'
import type { Part } from '../parts'
import type { Way } from '../ways'

/**
 * What is usual for a part, where a source says nothing else: from memory, but for the ratios of
 * fresh leaf (2 : 1 and up), berry (3 : 1) and dried fungus (1 : 1), which are common practice.
 */
export interface PartHabits {
  ways: readonly Way[]
  needsMordant: 'yes' | 'no'
  ratio: number
  ratioState: 'fresh' | 'dried'
  heatLimitC: number | null
  care: string
  rule: AllowanceRule
}

const FROM_CUT_WOOD = 'Only from fallen or pruned wood: stripping a standing tree kills it.'
const FALLEN_ONLY =
  'Take only what has fallen, never from living bark, an attached twig or rock; it grows a few millimetres a year.'
const FOR_BEES = 'Leave two of three for bees and seed, and the first flowers of spring altogether.'
const OLD_LEAVES = 'Take older outer leaves from many plants and leave the young ones.'
const DIGGING =
  'Digging kills the plant: only where it is plentiful and the owner agrees; fill the hole.'
const FOR_BIRDS = 'Leave most for birds; never strip a bush.'
const FROM_THE_GROUND = 'Gather from the ground and leave half for what lives on them.'
const ASK_WHENCE = 'Bought: ask how and where it was grown.'
const SPORES = 'Leave the youngest and the oldest to shed their spores; do not rake the ground.'

const flower: PartHabits = {
  ways: ['simmer'],
  needsMordant: 'yes',
  ratio: 4,
  ratioState: 'fresh',
  heatLimitC: 85,
  care: FOR_BEES,
  rule: { kind: 'share', share: 1 / 3 },
}
const leaf: PartHabits = {
  ways: ['simmer'],
  needsMordant: 'yes',
  ratio: 3,
  ratioState: 'fresh',
  heatLimitC: 90,
  care: OLD_LEAVES,
  rule: { kind: 'share', share: 1 / 4 },
}
const bark: PartHabits = {
  ways: ['coldSteep', 'simmer'],
  needsMordant: 'no',
  ratio: 1,
  ratioState: 'dried',
  heatLimitC: 85,
  care: FROM_CUT_WOOD,
  rule: { kind: 'fallenOnly' },
}
const root: PartHabits = {
  ways: ['simmer'],
  needsMordant: 'yes',
  ratio: 1,
  ratioState: 'dried',
  heatLimitC: 85,
  care: DIGGING,
  rule: { kind: 'share', share: 1 / 10 },
}
const fallenFruit: PartHabits = {
  ways: ['hotStartColdStand', 'simmer'],
  needsMordant: 'no',
  ratio: 1,
  ratioState: 'dried',
  heatLimitC: null,
  care: FROM_THE_GROUND,
  rule: { kind: 'share', share: 1 / 2 },
}
const fungus: PartHabits = {
  ways: ['simmer'],
  needsMordant: 'yes',
  ratio: 1,
  ratioState: 'dried',
  heatLimitC: 88,
  care: SPORES,
  rule: { kind: 'share', share: 1 / 2 },
}

const bought: PartHabits = {
  ways: ['boughtPowder'],
  needsMordant: 'yes',
  ratio: 0.3,
  ratioState: 'dried',
  heatLimitC: 95,
  care: ASK_WHENCE,
  rule: { kind: 'share', share: 1 },
}

export const PART_HABITS: Record<Part, PartHabits> = {
  petal: flower,
  flowerHead: flower,
  floweringTop: flower,
  leaf,
  wholeHerb: { ...leaf, ratio: 4, care: OLD_LEAVES.replace('older outer leaves', 'a stem or two') },
  stem: leaf,
  shoot: leaf,
  twig: { ...bark, ratio: 2 },
  innerBark: bark,
  bark,
  root,
  rhizome: root,
  berry: {
    ways: ['berryMash'],
    needsMordant: 'yes',
    ratio: 3,
    ratioState: 'fresh',
    heatLimitC: 80,
    care: FOR_BIRDS,
    rule: { kind: 'share', share: 1 / 3 },
  },
  husk: { ...fallenFruit, ways: ['huskMash', 'simmer'], ratio: 2, ratioState: 'fresh' },
  nut: fallenFruit,
  seed: { ...fallenFruit, needsMordant: 'yes', care: FOR_BIRDS },
  pod: fallenFruit,
  cone: fallenFruit,
  gall: { ...fallenFruit, ratio: 0.3 },
  heartwood: { ...bark, needsMordant: 'yes', heatLimitC: 90 },
  thallus: {
    ways: ['simmer'],
    needsMordant: 'no',
    ratio: 1,
    ratioState: 'dried',
    heatLimitC: 95,
    care: FALLEN_ONLY,
    rule: { kind: 'fallenOnly' },
  },
  fruitBody: fungus,
  cap: fungus,
  insect: { ...bought, ratio: 0.1 },
  cake: { ...bought, ratio: 0.1, needsMordant: 'no' },
}

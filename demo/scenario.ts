import type { Mordant } from '../catalogue/agents'
import type { BARE_LAB } from './truth'

type DemoFibre = keyof typeof BARE_LAB

/**
 * Places of the invented valley of Harrowdene and its tidal edge. It lies nowhere: its coordinates
 * are in the open sea.
 */
/* prettier-ignore */
export const PATCHES = [
  { name: 'Ling Moor', lat: 47.0412, lon: -20.0371, permission: 'common land', hazardKinds: [], privacy: 'rounded', hazards: 'Adders in warm weather; no phone signal.', note: 'Open moor.' },
  { name: 'Alder Carr', lat: 47.0268, lon: -20.0215, permission: '', hazardKinds: ['steep'], privacy: 'dropped', hazards: 'Deep mud after rain.', note: 'Wet wood along the beck.' },
  { name: 'Quarry Lane', lat: 47.0307, lon: -20.0132, permission: 'public lane', hazardKinds: ['road'], privacy: 'exact', hazards: 'Busy verge: stand on the bank side.', note: 'Sunny bank.' },
  { name: 'Orchard Bank', lat: 47.0251, lon: -20.008, permission: 'leave given by the farm', hazardKinds: ['dogs'], privacy: 'dropped', hazards: 'Sheepdog loose at weekends.', note: 'Old orchard.' },
  { name: 'Tide Meadow', lat: 47.0102, lon: -20.0444, permission: '', hazardKinds: ['tide'], privacy: 'dropped', hazards: 'Floods at spring tides.', note: 'Salt meadow and old hedge.' },
  { name: 'Fallen Spruce', lat: 47.0389, lon: -20.0051, permission: 'asked the forester', hazardKinds: ['steep'], privacy: 'dropped', hazards: 'Loose trunks after storms.', note: 'Windthrown plantation.' },
] as const
export type PatchName = (typeof PATCHES)[number]['name']

export interface DemoBath {
  /** Days after the gathering. */
  after: number
  ratiosDry: number[]
  fibre: DemoFibre
  mordants: Mordant[]
  pieceG?: number
  minutes?: number
  tempC?: number
  /** Colour known by an instrument, not only by eye. */
  measured?: boolean
  /** Further baths in the liquor of the deepest one. */
  later?: number
}

export interface DemoLot {
  source: string
  patch: PatchName
  /** Month and day it is gathered. */
  month: number
  day: number
  /** 0: the latest time that day came round, 1: the year before. */
  yearsBack: 0 | 1
  stage: string
  state: 'fresh' | 'dried'
  /** Weighed air-dry mass / fresh mass; none: the typical value stands in. */
  dryFraction?: number
  /** Left over after all baths, g. */
  spareG: number
  /** A lot that is stronger or weaker than its source, on purpose. */
  strength?: number
  /** A lot whose hue leans from its source's. */
  leaning?: 'greener' | 'redder'
  /** Minutes the gathering took, where it was timed. */
  minutes?: number
  baths: DemoBath[]
}

const wool = (after: number, ratiosDry: number[], more: Partial<DemoBath> = {}): DemoBath => ({
  after,
  ratiosDry,
  fibre: 'wool',
  mordants: ['alum'],
  minutes: 60,
  tempC: 82,
  ...more,
})
const plain = { mordants: [] as Mordant[] }
const iron = { mordants: ['alum', 'ironSulfate'] as Mordant[] }
const superwash = { fibre: 'superwash' as const }

/* prettier-ignore */
export const LOTS: readonly DemoLot[] = [
  { source: 'tanacetum-vulgare/flowerHead', patch: 'Quarry Lane', month: 8, day: 4, yearsBack: 1, stage: 'opening', state: 'fresh', dryFraction: 0.19, spareG: 0, minutes: 14, baths: [wool(1, [0.1, 0.2, 0.4], { measured: true })] },
  { source: 'tanacetum-vulgare/flowerHead', patch: 'Quarry Lane', month: 8, day: 21, yearsBack: 1, stage: 'full flower', state: 'dried', spareG: 85, baths: [wool(40, [0.25, 0.6], { measured: true }), wool(41, [0.25], iron), wool(70, [0.3], superwash)] },
  { source: 'tanacetum-vulgare/flowerHead', patch: 'Tide Meadow', month: 7, day: 19, yearsBack: 1, stage: 'bud', state: 'fresh', dryFraction: 0.18, spareG: 0, strength: 0.72, leaning: 'greener', minutes: 22, baths: [wool(1, [0.15, 0.3], { measured: true })] },
  { source: 'tanacetum-vulgare/flowerHead', patch: 'Quarry Lane', month: 9, day: 14, yearsBack: 1, stage: 'going over', state: 'fresh', dryFraction: 0.24, spareG: 0, strength: 0.62, minutes: 12, baths: [wool(1, [0.2, 0.4], { measured: true })] },
  { source: 'tanacetum-vulgare/flowerHead', patch: 'Tide Meadow', month: 7, day: 24, yearsBack: 0, stage: 'bud', state: 'fresh', dryFraction: 0.18, spareG: 0, strength: 0.78, minutes: 18, baths: [wool(1, [0.12, 0.25], { measured: true })] },
  { source: 'tanacetum-vulgare/flowerHead', patch: 'Orchard Bank', month: 9, day: 8, yearsBack: 0, stage: 'going over', state: 'dried', spareG: 120, strength: 0.7, minutes: 15, baths: [wool(20, [0.15, 0.3], { measured: true })] },
  { source: 'tanacetum-vulgare/flowerHead', patch: 'Tide Meadow', month: 8, day: 12, yearsBack: 0, stage: 'full flower', state: 'fresh', dryFraction: 0.2, spareG: 0, strength: 1.3, baths: [wool(1, [0.15, 0.35, 0.55, 0.8], { measured: true }), wool(2, [0.5], iron)] },
  { source: 'filipendula-ulmaria/floweringTop', patch: 'Alder Carr', month: 7, day: 6, yearsBack: 1, stage: 'full flower', state: 'fresh', spareG: 0, baths: [wool(1, [0.15, 0.5, 1])] },
  { source: 'filipendula-ulmaria/floweringTop', patch: 'Tide Meadow', month: 7, day: 14, yearsBack: 0, stage: 'opening', state: 'dried', spareG: 140, minutes: 35, baths: [wool(30, [0.3, 0.7], { measured: true }), wool(33, [0.7], iron)] },
  { source: 'rumex-obtusifolius/root', patch: 'Orchard Bank', month: 10, day: 18, yearsBack: 1, stage: 'autumn', state: 'fresh', dryFraction: 0.3, spareG: 0, minutes: 50, baths: [wool(1, [0.12, 0.3, 0.6], { measured: true }), wool(2, [0.4], { fibre: 'silk' })] },
  { source: 'rumex-obtusifolius/root', patch: 'Orchard Bank', month: 10, day: 9, yearsBack: 0, stage: 'autumn', state: 'dried', spareG: 210, baths: [wool(14, [0.2, 0.45, 0.9], { measured: true }), wool(15, [0.6], superwash)] },
  { source: 'alnus-glutinosa/bark', patch: 'Alder Carr', month: 2, day: 20, yearsBack: 1, stage: 'resting', state: 'dried', spareG: 0, baths: [wool(9, [0.2, 0.6, 1.2], { ...plain, measured: true, minutes: 90 })] },
  { source: 'alnus-glutinosa/bark', patch: 'Alder Carr', month: 3, day: 3, yearsBack: 0, stage: 'in sap', state: 'dried', spareG: 320, leaning: 'redder', minutes: 40, baths: [wool(8, [0.4, 0.9, 2], { ...plain, measured: true, minutes: 90 }), wool(12, [0.9], { mordants: ['ironSulfate'], minutes: 60 })] },
  { source: 'alnus-glutinosa/cone', patch: 'Alder Carr', month: 11, day: 2, yearsBack: 1, stage: 'brown', state: 'dried', spareG: 40, baths: [wool(20, [0.5], plain)] },
  { source: 'calluna-vulgaris/floweringTop', patch: 'Ling Moor', month: 8, day: 17, yearsBack: 1, stage: 'full flower', state: 'fresh', spareG: 0, baths: [wool(1, [0.3, 0.8])] },
  { source: 'genista-tinctoria/floweringTop', patch: 'Tide Meadow', month: 7, day: 2, yearsBack: 0, stage: 'full flower', state: 'fresh', spareG: 0, baths: [wool(1, [0.4])] },
  { source: 'pteridium-aquilinum/leaf', patch: 'Ling Moor', month: 5, day: 28, yearsBack: 0, stage: 'young', state: 'fresh', spareG: 0, baths: [wool(1, [0.2, 0.5, 0.9])] },
  { source: 'cortinarius-sanguineus/cap', patch: 'Fallen Spruce', month: 9, day: 24, yearsBack: 1, stage: 'mature', state: 'dried', spareG: 6, minutes: 75, baths: [wool(21, [0.1, 0.25], { measured: true, minutes: 20 }), wool(22, [0.5], { measured: true, minutes: 20 })] },
  { source: 'cortinarius-sanguineus/cap', patch: 'Fallen Spruce', month: 9, day: 30, yearsBack: 0, stage: 'old', state: 'dried', spareG: 9, baths: [wool(18, [0.18, 0.4, 0.9], { measured: true, minutes: 20, later: 2 })] },
  { source: 'parmelia-saxatilis/thallus', patch: 'Fallen Spruce', month: 1, day: 26, yearsBack: 1, stage: 'fallen', state: 'dried', spareG: 25, baths: [wool(30, [0.3, 0.8], { ...plain, minutes: 180 }), wool(240, [0.5], { ...plain, minutes: 120 })] },
  { source: 'ochrolechia-tartarea/thallus', patch: 'Fallen Spruce', month: 2, day: 8, yearsBack: 1, stage: 'fallen', state: 'dried', spareG: 18, baths: [wool(120, [0.25], { ...plain, measured: true, minutes: 120, tempC: 70 })] },
  { source: 'hypholoma-fasciculare/fruitBody', patch: 'Fallen Spruce', month: 10, day: 12, yearsBack: 1, stage: 'mature', state: 'fresh', spareG: 0, baths: [wool(1, [0.2, 0.4, 0.8])] },
  { source: 'rubus-fruticosus/shoot', patch: 'Orchard Bank', month: 4, day: 25, yearsBack: 0, stage: 'young', state: 'fresh', spareG: 0, baths: [wool(1, [0.3])] },
]

/** What was gathered in the last two days, by what the month offers. */
export const FRESH_NOW: readonly {
  months: number[]
  source: string
  patch: PatchName
  stage: string
  netG: number
}[] = [
  {
    months: [9, 10, 11, 12, 1],
    source: 'rumex-obtusifolius/root',
    patch: 'Orchard Bank',
    stage: 'autumn',
    netG: 640,
  },
  {
    months: [2, 3, 4, 5],
    source: 'rubus-fruticosus/shoot',
    patch: 'Quarry Lane',
    stage: 'young',
    netG: 480,
  },
  {
    months: [6, 7, 8],
    source: 'filipendula-ulmaria/floweringTop',
    patch: 'Alder Carr',
    stage: 'full flower',
    netG: 540,
  },
]

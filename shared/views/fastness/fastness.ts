import type { Fibre, FibreClass } from '../../../catalogue/fibres'
import type { Lab } from '../../../core/colour/tristimulus'
import type { GreyStep } from '../../../core/colour/grey-scale'
import type { BlueWool, LightStep } from '../../../core/fastness/blue-wool'
import type { HalfLife, Left } from '../../../core/fastness/half-life'
import type { Spread } from '../../../core/spread'
import type { LookDose } from '../../rules/fastness/dose-of-look'
import type { Drop, FastnessTest, TestKind } from '../../schemas/fastness/fastness-test'

/** A difference between two colours: CIEDE2000, and the step of a grey scale. */
export interface ToldChange {
  de2000: number
  step: GreyStep
  /** Judged by eye beside a card, not read. */
  byEye: boolean
}

/** A look with what it comes to. */
export interface LookView {
  id: string
  dose: LookDose | null
  /** Strength left, as a share, with how far that reading may be off; null: nothing of it can be told. */
  left: { share: number; sd: number } | null
  change: ToldChange | null
  stain: ToldChange | null
  /** What it is held against; null: nothing. */
  againstHex: string | null
}

/** What a piece will look like. */
export interface AfterView {
  /** `a year in a room`, `a summer in a south window`, `fifty washes`. */
  words: string
  left: Left
  /** null: no colour of it is known. */
  colour: {
    lab: Lab
    hex: string
    strongestHex: string
    weakestHex: string
    change: number
    spread: number
  } | null
}

/** One piece under test. */
export interface TestView {
  test: FastnessTest
  /** Readings of the swatch itself that tell hours of light: they are put right there. */
  isOfReadings: boolean
  /** Empty of a reference. */
  code: string
  name: string
  /** The one plant it is dyed with; null: of several, or it is a reference. */
  sourceId: string | null
  fibre: Fibre | null
  /** As it was before; null: its colour was not read. */
  hex: string | null
  looks: LookView[]
  /** null: it is no test of light or wash, or of a reference. */
  halfLife: HalfLife | null
  /** By the references of its set; null: none, or nothing changed yet. */
  lightStep: LightStep | null
  after: AfterView[]
}

/** Tests that were set out together. */
export interface TestSet {
  /** `setKey`, or the one test's own id. */
  key: string
  kind: TestKind
  place: string
  begunOn: string | null
  /** All of them ended; null: some have not. */
  endedOn: string | null
  /** The soonest day one of them wants a look; null: none does. */
  lookOn: string | null
  isDue: boolean
  tests: TestView[]
}

export interface FastnessView {
  /** Those that hang first, then by their days, newest first. */
  sets: TestSet[]
}

/** What tests of one kind say of the next piece. */
export interface MeasuredFading {
  strips: number
  looks: number
  halfLife: HalfLife
  /** The dose is measured by: hours of window sun, or washes. */
  unit: 'h' | 'washes'
  /** Lightest and best blue-wool steps told; null: no reference hung beside any. */
  steps: [low: BlueWool, high: BlueWool] | null
}

/** What a drop did, over all its tests. */
export interface MeasuredDrop {
  agent: Drop
  tests: number
  /** Of them, so many changed to be seen, and of those so many came back. */
  moved: number
  cameBack: number
  /** Of them nobody looked after a rinse. */
  notRinsed: number
}

/** What rubbing left on white cotton: the worst step. */
export interface MeasuredRub {
  tests: number
  dry: GreyStep | null
  damp: GreyStep | null
}

/** All that tests say of one source, on one fibre with one mordant or over all. */
export interface FastnessGroup {
  fibreClass: FibreClass | null
  mordant: string | null
  light: MeasuredFading | null
  wash: MeasuredFading | null
  /** Staining of the white washed beside it: the worst step. */
  stain: GreyStep | null
  drops: MeasuredDrop[]
  rub: MeasuredRub | null
}

/** Which of two lasts longer, by strips that hung together. */
export interface FastnessComparison {
  /** What they differ in. */
  by: 'mordant' | 'fibre' | 'lot'
  one: string
  other: string
  times: Spread & { pairs: number }
}

export interface SourceFastness {
  sourceId: string
  sourceName: string
  /** Over all fibres and mordants. */
  all: FastnessGroup
  groups: FastnessGroup[]
  comparisons: FastnessComparison[]
}

export interface SourcesFastness {
  items: SourceFastness[]
}

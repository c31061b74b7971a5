import Joi from 'joi'
import { BLUE_WOOLS, type BlueWool } from '../../../core/fastness/blue-wool'
import { SEEN_WORDS, type SeenWord } from '../../../core/fastness/strip'
import { FACINGS, SKIES, type Facing, type Sky } from '../../../core/fastness/window-light'
import { keysOf } from '../../../core/json'
import {
  aboveNothing,
  dateField,
  idField,
  newIdField,
  noteField,
  pageFields,
  type PageQuery,
  type Recorded,
} from '../log/common'
import { newReadingSchema, type NewReading, type Reading } from '../swatch/reading'

/** What a swatch is put through to see whether its colour holds. */
const TEST_KINDS = ['light', 'wash', 'rub', 'drop'] as const
export type TestKind = (typeof TEST_KINDS)[number]

/** What is dropped on it. */
const DROPS = ['vinegar', 'lemon', 'soda', 'soap', 'sweat', 'rain', 'other'] as const
export type Drop = (typeof DROPS)[number]

/** In which state a look was taken: of a rub the white cotton's, of a drop the spot's. */
const LOOK_STATES = ['dry', 'damp', 'dried', 'rinsed'] as const
export type LookState = (typeof LOOK_STATES)[number]

/** Where it hung; null throughout: nobody said. */
interface LightPlace {
  facing: Facing | null
  sky: Sky | null
}

interface WashWay {
  tempC: number | null
  /** As it was said: `wool soap`, `none`; empty: not known. */
  soap: string
}

interface DropOf {
  agent: Drop
  /** More of it: `5 % vinegar`; or what else it was. */
  words: string
}

/**
 * What a strip was shown to by then, as it was told: hours of light, or as a meter counted it, or weeks in
 * the window; or how many times it was washed or rubbed. Null: for light it follows from the days.
 */
export interface ToldDose {
  value: number
  unit: 'hours' | 'klxh' | 'weeks' | 'times'
}

interface LookTraits {
  id: string
  /** Local date; null: not known. */
  on: string | null
  dose: ToldDose | null
  state: LookState | null
  /** By somebody who read no colour. */
  seen: SeenWord | null
  /** Grey-scale steps judged beside a card of them: of the change, of the stain on the white. */
  changeStep: number | null
  stainStep: number | null
  note: string
}

/** Colours of a look: the part under test, the part that was kept from it, and the white beside it. */
export const LOOK_COLOURS = ['open', 'covered', 'stained', 'white'] as const
type LookColour = (typeof LOOK_COLOURS)[number]

export type Look = LookTraits & Record<LookColour, Reading | null>
/** A look of which nothing is known. */
export const PLAIN_LOOK: Omit<Look, 'id'> = {
  on: null,
  dose: null,
  state: null,
  seen: null,
  changeStep: null,
  stainStep: null,
  note: '',
  open: null,
  covered: null,
  stained: null,
  white: null,
}

export type NewLook = Partial<LookTraits> & { id: string } & Partial<
    Record<LookColour, NewReading | null>
  >

interface TestTraits {
  kind: TestKind
  /** null: it is a blue-wool reference. */
  swatchId: string | null
  blueWool: BlueWool | null
  /** Tests that were set out together share it; null: it was set by itself. */
  setKey: string | null
  /** Where, in the dyer's own words: `kitchen window`. */
  place: string
  /** Local dates; null: not known, or not ended. */
  begunOn: string | null
  endedOn: string | null
  /** When it is to be looked at next; null: nobody said. */
  lookOn: string | null
  light: LightPlace | null
  wash: WashWay | null
  drop: DropOf | null
  note: string
}

/** One piece under one test, with all its looks, oldest first. */
export interface FastnessTest extends Recorded, TestTraits {
  /** As it was before; null: held against its covered part, or the swatch's own reading. */
  before: Reading | null
  looks: Look[]
}

/** A test of which no more is known than what it is of. */
export const PLAIN_TEST: Omit<TestTraits, 'kind'> & { before: null } = {
  swatchId: null,
  blueWool: null,
  setKey: null,
  place: '',
  begunOn: null,
  endedOn: null,
  lookOn: null,
  light: null,
  wash: null,
  drop: null,
  before: null,
  note: '',
}

export interface NewFastnessTest extends Partial<TestTraits> {
  id: string
  kind: TestKind
  before?: NewReading | null
  looks?: NewLook[]
}

/** A look is added, or put right: what is not given of it stays; of a colour, too. */
export type FastnessTestChange = Partial<Omit<TestTraits, 'kind' | 'swatchId' | 'blueWool'>> & {
  before?: NewReading | null
  look?: NewLook
  /** Id of a look to take out. */
  withoutLook?: string
}

const MOST_LOOKS = 200
const colour = newReadingSchema.allow(null)
const step = Joi.number().min(1).max(5).multiple(0.5).allow(null)

const lookFields = {
  id: newIdField.required(),
  on: dateField.allow(null),
  dose: Joi.object<ToldDose>({
    value: Joi.number().min(0).max(1_000_000).required(),
    unit: Joi.string().valid('hours', 'klxh', 'weeks', 'times').required(),
  }).allow(null),
  state: Joi.string()
    .valid(...LOOK_STATES)
    .allow(null),
  seen: Joi.string()
    .valid(...SEEN_WORDS)
    .allow(null),
  changeStep: step,
  stainStep: step,
  note: noteField,
  open: colour,
  covered: colour,
  stained: colour,
  white: colour,
}
const lookField = Joi.object<NewLook>(lookFields)

const testFields = {
  setKey: newIdField.allow(null),
  place: Joi.string().trim().max(120).allow(''),
  begunOn: dateField.allow(null),
  endedOn: dateField.allow(null),
  lookOn: dateField.allow(null),
  light: Joi.object<LightPlace>({
    facing: Joi.string()
      .valid(...keysOf(FACINGS), 'open')
      .allow(null)
      .default(null),
    sky: Joi.string()
      .valid(...keysOf(SKIES))
      .allow(null)
      .default(null),
  }).allow(null),
  wash: Joi.object<WashWay>({
    tempC: aboveNothing(100).allow(null).default(null),
    soap: Joi.string().trim().max(120).allow('').default(''),
  }).allow(null),
  drop: Joi.object<DropOf>({
    agent: Joi.string()
      .valid(...DROPS)
      .required(),
    words: Joi.string().trim().max(120).allow('').default(''),
  }).allow(null),
  note: noteField,
  before: colour,
}

export const newFastnessTestSchema = Joi.object<NewFastnessTest>({
  id: newIdField.required(),
  kind: Joi.string()
    .valid(...TEST_KINDS)
    .required(),
  swatchId: idField.allow(null),
  blueWool: Joi.number()
    .valid(...BLUE_WOOLS)
    .allow(null),
  ...testFields,
  looks: Joi.array().items(lookField).max(MOST_LOOKS).unique('id'),
}).custom((test: NewFastnessTest, helpers) => {
  const why = refusal(test)
  return why ? helpers.message({ custom: `{#label} ${why}` }) : test
})

export const fastnessTestChangeSchema = Joi.object<FastnessTestChange>({
  ...testFields,
  look: lookField,
  withoutLook: idField,
}).min(1)

/** What is tested, and what of it belongs to which test; null: it is in order. */
function refusal(test: NewFastnessTest): string | null {
  const { kind, swatchId, blueWool } = test
  if (Boolean(swatchId) === Boolean(blueWool)) return 'must name a swatch, or else a blue-wool step'
  if (blueWool && kind !== 'light') return `must be of light for a blue-wool step; got ${kind}`
  if (kind === 'drop' && !test.drop) return 'must say what was dropped: drop is missing'
  for (const part of ['light', 'wash', 'drop'] as const) {
    if (test[part] && kind !== part) return `must not tell ${part} where it is a test of ${kind}`
  }
  return null
}

export interface FastnessTestQuery extends PageQuery {
  swatchId?: string
  setKey?: string
  open?: boolean
}
export const fastnessTestQuerySchema = Joi.object<FastnessTestQuery>({
  ...pageFields,
  swatchId: idField,
  setKey: idField,
  open: Joi.boolean().description('true lists those not ended, false those that are'),
})

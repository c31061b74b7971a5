import Joi from 'joi'
import { PART_KEYS, type Part } from '../../../catalogue/parts'
import {
  GROUPS,
  type Fastness,
  type Group,
  type Hues,
  type StopGroup,
} from '../../../catalogue/sources'
import { WAY_KEYS, type Way } from '../../../catalogue/ways'
import type { AllowanceRule } from '../../../core/harvest/allowance'
import { foldName } from '../../rules/walk/fold-name'
import { ruleField } from './allowance'
import {
  aboveNothing,
  nameField,
  newIdField,
  noteField,
  pageFields,
  type PageQuery,
  type Recorded,
} from '../log/common'

type NeedsMordant = 'yes' | 'no' | 'unknown'

/** What a book or another person says of a source: kept beside it, never in a curve. */
export interface Claim {
  id: string
  words: string
  /** Where it was heard or read. */
  from: string
}

/** What is known of a source beside its names, part and season. */
export interface SourceMore {
  group: Group
  ways: Way[]
  hues: Hues
  /** Hotter than this its colour turns or dulls, °C; null: nothing known. */
  heatLimitC: number | null
  fastness: Fastness
  lookAlikes: string | null
  poisonous: boolean
  /** What the living stand needs of whoever gathers. */
  care: string
  /** How much may be taken where a patch has no rule of its own. */
  rule: AllowanceRule
  /** An unsure name stops the gathering. */
  stopGroup: StopGroup | null
}

export interface Source extends Recorded, SourceMore {
  /** Three letters that its tags begin with. */
  code: string
  scientificName: string
  commonName: string
  synonyms: string[]
  otherNames: string[]
  part: Part
  needsMordant: NeedsMordant
  /** g plant per g fibre in the named state; null where nothing is usual. */
  usualRatio: number | null
  usualRatioState: 'fresh' | 'dried'
  /** Typical air-dry mass / fresh mass. */
  dryFraction: number
  /** First and last month it is ready (northern year); null where unknown. */
  windowFrom: number | null
  windowTo: number | null
  /** Said where it is weighed in; null: nothing is known, which is not "safe". */
  caution: string | null
  /** `common practice`, `from memory`, `yours`, or the name of a published work. */
  provenance: string
  claims: Claim[]
  /** Fields that the user has corrected: theirs wins over the catalogue. */
  corrected: string[]
}

export interface NewSource extends Partial<SourceMore> {
  id: string
  code?: string
  scientificName: string
  commonName: string
  synonyms: string[]
  otherNames: string[]
  part: Part
  needsMordant: NeedsMordant
  usualRatio: number | null
  usualRatioState: 'fresh' | 'dried'
  dryFraction?: number
  windowFrom: number | null
  windowTo: number | null
  caution: string | null
}

const month = Joi.number().integer().min(1).max(12).allow(null)

const shortText = Joi.string().trim().max(300)
const hueField = Joi.string().trim().max(80)

const more = {
  group: Joi.string().valid(...GROUPS),
  ways: Joi.array()
    .items(Joi.string().valid(...WAY_KEYS))
    .max(WAY_KEYS.length),
  hues: Joi.object({ none: hueField, Al: hueField, Fe: hueField, Cu: hueField }),
  heatLimitC: Joi.number().min(0).max(110).allow(null),
  fastness: Joi.string().valid('good', 'fair', 'poor', 'unknown'),
  lookAlikes: shortText.allow(null),
  poisonous: Joi.boolean(),
  care: shortText.allow(''),
  rule: ruleField,
  stopGroup: Joi.string().valid('fungus', 'umbellifer', 'protected').allow(null),
}

const claimField = Joi.object<Claim>({
  id: newIdField.required(),
  words: Joi.string().trim().min(1).max(500).required(),
  from: nameField.required(),
})

const editable = {
  ...more,
  scientificName: nameField,
  commonName: nameField,
  synonyms: Joi.array().items(nameField).max(30),
  otherNames: Joi.array().items(nameField).max(30),
  part: Joi.string().valid(...PART_KEYS),
  needsMordant: Joi.string().valid('yes', 'no', 'unknown'),
  usualRatio: aboveNothing(100).allow(null),
  usualRatioState: Joi.string().valid('fresh', 'dried'),
  dryFraction: aboveNothing(1),
  windowFrom: month,
  windowTo: month,
  caution: noteField.allow(null),
}

export const newSourceSchema = Joi.object<NewSource>({
  ...editable,
  id: newIdField.required(),
  code: Joi.string()
    .pattern(/^[A-Z]{3}$/)
    .messages({
      'string.pattern.base': '{#label} must be three capital letters, such as TAN',
    }),
  scientificName: editable.scientificName.required(),
  commonName: editable.commonName.required(),
  synonyms: editable.synonyms.default([]),
  otherNames: editable.otherNames.default([]),
  part: editable.part.required(),
  needsMordant: editable.needsMordant.default('unknown'),
  usualRatio: editable.usualRatio.default(null),
  usualRatioState: editable.usualRatioState.default('fresh'),
  windowFrom: month.default(null),
  windowTo: month.default(null),
  caution: editable.caution.default(null),
})

export type SourceChange = Partial<Omit<NewSource, 'id' | 'code'>> & { claims?: Claim[] }

export const sourceChangeSchema = Joi.object<SourceChange>({
  ...editable,
  claims: Joi.array().items(claimField).max(50),
}).min(1)

export interface SourceQuery extends PageQuery {
  /** Part of any name, folded. */
  q?: string
  part?: Part
}

export const sourceQuerySchema = Joi.object<SourceQuery>({
  ...pageFields,
  q: Joi.string().allow('').max(80).custom(foldName),
  part: Joi.string().valid(...PART_KEYS),
})

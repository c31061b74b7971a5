import Joi from 'joi'
import { PART_KEYS, type Part } from '../../catalogue/parts'
import { foldName } from '../fold-name'
import {
  nameField,
  newIdField,
  noteField,
  pageFields,
  type PageQuery,
  type Recorded,
} from './common'

export type NeedsMordant = 'yes' | 'no' | 'unknown'

export interface Source extends Recorded {
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
}

export interface NewSource {
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

const editable = {
  scientificName: nameField,
  commonName: nameField,
  synonyms: Joi.array().items(nameField).max(30),
  otherNames: Joi.array().items(nameField).max(30),
  part: Joi.string().valid(...PART_KEYS),
  needsMordant: Joi.string().valid('yes', 'no', 'unknown'),
  usualRatio: Joi.number().greater(0).max(100).allow(null),
  usualRatioState: Joi.string().valid('fresh', 'dried'),
  dryFraction: Joi.number().greater(0).max(1),
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

export type SourceChange = Partial<Omit<NewSource, 'id' | 'code'>>

export const sourceChangeSchema = Joi.object<SourceChange>(editable).min(1)

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

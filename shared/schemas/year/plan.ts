import Joi from 'joi'
import { MORDANT_KEYS, type Mordant } from '../../../catalogue/agents'
import type { Fibre, Form } from '../../../catalogue/fibres'
import { DEPTHS, type Depth } from '../../../core/colour/depth'
import { fibreField, formField } from '../basket/piece'
import {
  aboveNothing,
  dateField,
  idField,
  massField,
  newIdField,
  pageFields,
  type PageQuery,
  type Recorded,
} from '../log/common'

/** Fibre that is to come out alike. */
export interface PlanPart {
  /** Air-dry, g. */
  fibreG: number
  pieces: number
  /** null: as this dyer usually takes it. */
  depth: Depth | null
  /** Dyed in what the part before it left: paler, by how much is not promised. */
  isLaterBath: boolean
  /** null: the plan's own. Of a later bath always null. */
  sourceId: string | null
  /** A swatch that is to be made again, at its ratio; null: none. */
  again: MadeAgain | null
}

export interface MadeAgain {
  swatchId: string
  code: string
  /** g air-dry plant per g dry fibre it was dyed at; null: not known. */
  ratioDry: number | null
}

/** Something wanted, by a day or as soon as may be; all that comes before it follows from it. */
export interface Plan extends Recorded, Omit<NewPlan, 'id'> {
  /** Local date; null: it is still open. */
  doneOn: string | null
}

export interface NewPlan {
  id: string
  words: string
  sourceId: string
  wishId: string | null
  fibre: Fibre
  form: Form
  /** Whether it is clean already. */
  isWashed: boolean
  /** Must hold in the light. */
  isLasting: boolean
  /** null: dyed without. */
  mordant: Mordant | null
  /** Of the dry fibre; null: as usual, and not told. */
  mordantPercent: number | null
  parts: PlanPart[]
  /** Local date; null: as soon as may be. */
  wantedBy: string | null
  /** Local dates to which parts of the chain were moved, by their ids (`pot1`). */
  moved: Record<string, string>
  /** Local dates on which parts of the chain were done, by their ids. */
  done: Record<string, string>
}

const MOST_PARTS = 8
const MOST_RATIO = 1000

const partField = Joi.object<PlanPart>({
  fibreG: massField.required(),
  pieces: Joi.number().integer().min(1).max(200).default(1),
  depth: Joi.string()
    .valid(...DEPTHS.slice(1))
    .allow(null)
    .default(null),
  isLaterBath: Joi.boolean().default(false),
  sourceId: idField.allow(null).default(null),
  again: Joi.object<MadeAgain>({
    swatchId: idField.required(),
    code: Joi.string().max(40).required(),
    ratioDry: aboveNothing(MOST_RATIO).allow(null).default(null),
  })
    .allow(null)
    .default(null),
})

const partsField = Joi.array()
  .items(partField)
  .min(1)
  .max(MOST_PARTS)
  .custom((parts: PlanPart[], helpers) => {
    if (parts[0]?.isLaterBath) {
      return helpers.message({ custom: '{#label} must begin with a part that has its own plant' })
    }
    const odd = parts.findIndex(({ isLaterBath, sourceId }) => isLaterBath && sourceId !== null)
    return odd < 0
      ? parts
      : helpers.message({
          custom: `{#label} must name no source for a later bath, which has the plant of the part before; got one in part ${odd + 1}`,
        })
  })

const editable = {
  words: Joi.string().trim().min(1).max(300),
  sourceId: idField,
  wishId: idField.allow(null),
  fibre: fibreField,
  form: formField,
  isWashed: Joi.boolean(),
  isLasting: Joi.boolean(),
  mordant: Joi.string()
    .valid(...MORDANT_KEYS)
    .allow(null),
  mordantPercent: aboveNothing(100).allow(null),
  parts: partsField,
  wantedBy: dateField.allow(null),
  moved: Joi.object().pattern(Joi.string().max(20), dateField).max(60),
  done: Joi.object().pattern(Joi.string().max(20), dateField).max(60),
}

export const newPlanSchema = Joi.object<NewPlan>({
  id: newIdField.required(),
  words: editable.words.required(),
  sourceId: editable.sourceId.required(),
  wishId: editable.wishId.default(null),
  fibre: editable.fibre.required(),
  form: editable.form.required(),
  isWashed: editable.isWashed.default(true),
  isLasting: editable.isLasting.default(false),
  mordant: editable.mordant.default(null),
  mordantPercent: editable.mordantPercent.default(null),
  parts: editable.parts.required(),
  wantedBy: editable.wantedBy.default(null),
  moved: editable.moved.default({}),
  done: editable.done.default({}),
})

export type PlanChange = Partial<Omit<NewPlan, 'id'>> & { doneOn?: string | null }

export const planChangeSchema = Joi.object<PlanChange>({
  ...editable,
  doneOn: dateField.allow(null),
}).min(1)

export interface PlanQuery extends PageQuery {
  sourceId?: string
  open?: boolean
}

export const planQuerySchema = Joi.object<PlanQuery>({
  ...pageFields,
  sourceId: idField,
  open: Joi.boolean(),
})

/** A plan as it would be kept. */
export const planPreviewSchema = Joi.object<{ plan: NewPlan; moved?: string }>({
  plan: newPlanSchema.required(),
  moved: Joi.string().max(20).description('the part of the chain that was just moved'),
})

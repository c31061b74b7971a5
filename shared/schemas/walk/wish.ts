import Joi from 'joi'
import { DEPTHS, type Depth } from '../../../core/colour/depth'
import {
  dateField,
  idField,
  massField,
  newIdField,
  pageFields,
  type PageQuery,
  type Recorded,
} from '../log/common'

/** Something wanted later: a darker try, next spring's blossom, 100 g of wool in tansy. */
export interface Wish extends Recorded {
  words: string
  sourceId: string | null
  jarId: string | null
  agent: string | null
  /** Local date from which it comes back; null: when its source is ready or in stock. */
  dueOn: string | null
  /** Dry fibre to be dyed, g: makes the wish a need on the walk. */
  fibreG: number | null
  /** How deep it is to come out; null: as this dyer usually takes it. */
  depth: Depth | null
  doneOn: string | null
}

export type NewWish = Omit<Wish, keyof Recorded | 'doneOn'> & { id: string }

const editable = {
  words: Joi.string().trim().min(1).max(300),
  sourceId: idField.allow(null),
  jarId: idField.allow(null),
  agent: Joi.string().trim().max(40).allow(null),
  dueOn: dateField.allow(null),
  fibreG: massField.allow(null),
  // a trace is what is left of a bath, not what is wished for
  depth: Joi.string()
    .valid(...DEPTHS.slice(1))
    .allow(null),
}

export const newWishSchema = Joi.object<NewWish>({
  id: newIdField.required(),
  words: editable.words.required(),
  sourceId: editable.sourceId.default(null),
  jarId: editable.jarId.default(null),
  agent: editable.agent.default(null),
  dueOn: editable.dueOn.default(null),
  fibreG: editable.fibreG.default(null),
  depth: editable.depth.default(null),
})

export type WishChange = Partial<Omit<NewWish, 'id'>> & { doneOn?: string | null }

export const wishChangeSchema = Joi.object<WishChange>({
  ...editable,
  doneOn: dateField.allow(null),
}).min(1)

export interface WishQuery extends PageQuery {
  sourceId?: string
  open?: boolean
}

export const wishQuerySchema = Joi.object<WishQuery>({
  ...pageFields,
  sourceId: idField,
  open: Joi.boolean(),
})

import Joi from 'joi'
import type { AllowanceRule } from '../../../core/harvest/allowance'
import {
  aboveNothing,
  idField,
  massField,
  newIdField,
  noteField,
  pageFields,
  type PageQuery,
  type Recorded,
} from '../log/common'

export const ruleField = Joi.alternatives<AllowanceRule>().conditional('.kind', {
  switch: [
    {
      is: 'share',
      then: Joi.object({
        kind: Joi.string().required(),
        share: aboveNothing(1).required(),
      }),
    },
    {
      is: 'gramsPerSeason',
      then: Joi.object({ kind: Joi.string().required(), massG: massField.required() }),
    },
  ],
  otherwise: Joi.object({
    kind: Joi.string().valid('fallenOnly', 'halfOfEach', 'none').required(),
  }),
})

/** How much of a source a patch bears: a rule of the user's own, in place of the source's. */
export interface PatchRule extends Recorded {
  patchId: string
  sourceId: string
  rule: AllowanceRule
  /** What stands there, g fresh; null where nobody has guessed. */
  standingG: number | null
  note: string
}

export interface NewPatchRule {
  id: string
  patchId: string
  sourceId: string
  rule: AllowanceRule
  standingG: number | null
  note: string
}

export const newPatchRuleSchema = Joi.object<NewPatchRule>({
  id: newIdField.required(),
  patchId: idField.required(),
  sourceId: idField.required(),
  rule: ruleField.required(),
  standingG: massField.allow(null).default(null),
  note: noteField.default(''),
})

export type PatchRuleChange = Partial<Pick<NewPatchRule, 'rule' | 'standingG' | 'note'>>

export const patchRuleChangeSchema = Joi.object<PatchRuleChange>({
  rule: ruleField,
  standingG: massField.allow(null),
  note: noteField,
}).min(1)

export interface PatchRuleQuery extends PageQuery {
  patchId?: string
  sourceId?: string
}

export const patchRuleQuerySchema = Joi.object<PatchRuleQuery>({
  ...pageFields,
  patchId: idField,
  sourceId: idField,
})

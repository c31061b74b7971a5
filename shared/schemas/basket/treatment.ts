import Joi from 'joi'
import {
  AGENT_KEYS,
  mordantMarks,
  isMordant,
  MORDANT_KEYS,
  type Agent,
  type Mordant,
} from '../../../catalogue/agents'
import { BATH_HEAT_KEYS, type BathHeat } from '../../../core/mordant/bath-steps'
import { dateField, newIdField, noteField } from '../log/common'

/** What is done to a fibre; a mordant binds dye, a soak does not. */
export const TREATMENT_KINDS = [
  'wash',
  'rinse',
  'bleach',
  'preshrink',
  'soak',
  'mordant',
  'oil',
] as const
export type TreatmentKind = (typeof TREATMENT_KINDS)[number]

/** What was done to a fibre; a piece's history is the list of them. */
export interface Treatment {
  id: string
  kind: TreatmentKind
  agent: Agent | null
  /** Of the dry fibre, computed as the usual form. */
  percentWof: number | null
  massG: number | null
  /** Local date; empty: on a day nobody knows, before the pots it has been through. */
  doneOn: string
  /** The mordant bath it was done in. */
  bathId: string | null
  /** The pot it was stirred into. */
  potId: string | null
  /** The gathered lot that served as agent. */
  lotId: string | null
  finish: 'dried' | 'heldWet' | null
  /** Of the liquor it lay in; null: not known. */
  heat: BathHeat | null
  /** `assumed`: by the spoon, or from a bath used again, whose strength nobody measured. */
  basis: 'measured' | 'assumed'
  note: string
}

export interface NewTreatment {
  id?: string
  kind: TreatmentKind
  agent?: Agent
  /** Left out: not known. */
  percentWof?: number
  finish?: 'dried' | 'heldWet'
  heat?: BathHeat
  doneOn: string
  note?: string
}

export const newTreatmentSchema = Joi.object<NewTreatment>({
  id: newIdField,
  kind: Joi.string()
    .valid(...TREATMENT_KINDS)
    .required(),
  agent: Joi.string().when('kind', {
    switch: [
      { is: 'mordant', then: Joi.valid(...MORDANT_KEYS).required() },
      { is: 'soak', then: Joi.valid(...AGENT_KEYS).required() },
    ],
    otherwise: Joi.forbidden(),
  }),
  percentWof: Joi.number()
    .greater(0)
    .max(1000)
    .when('kind', { is: 'mordant', then: Joi.number().max(100) })
    .when('kind', {
      is: Joi.valid('mordant', 'soak'),
      otherwise: Joi.forbidden(),
    }),
  finish: Joi.string().valid('dried', 'heldWet'),
  heat: Joi.string().valid(...BATH_HEAT_KEYS),
  doneOn: dateField.allow('').required(),
  note: noteField,
})

/**
 * Mordants on a piece, each as often as it was given.
 *
 * @param until those given by this local date: what came after a bath had no part in its colour
 */
export const mordantsOf = (
  piece: { treatments: readonly Pick<Treatment, 'kind' | 'agent' | 'doneOn'>[] },
  until = '9999',
): Mordant[] =>
  piece.treatments.flatMap(({ kind, agent, doneOn }) =>
    kind === 'mordant' && agent && isMordant(agent) && doneOn <= until ? [agent] : [],
  )

/**
 * What a piece's mordants are called by: `Al Fe`, `none`, or `unknown`, where none is on record and
 * nobody knows whether there was one.
 *
 * @param until as of `mordantsOf`
 */
export function mordantKeyOf(
  piece: Parameters<typeof mordantsOf>[0] & { mordantKnown: boolean },
  until?: string,
): string {
  const mordants = mordantsOf(piece, until)
  return mordants.length === 0 && !piece.mordantKnown ? 'unknown' : mordantMarks(mordants)
}

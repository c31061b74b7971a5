import Joi from 'joi'
import {
  TYPICAL_FIBRES,
  TYPICAL_MORDANTS,
  type TypicalFibre,
  type TypicalMordant,
} from '../../shared/views/strength/typical'
import { defineRoute } from '../http/define-route'

const query = Joi.object<{ mordant: TypicalMordant; fibre: TypicalFibre }>({
  mordant: Joi.string()
    .valid(...TYPICAL_MORDANTS)
    .default('alum'),
  fibre: Joi.string()
    .valid(...TYPICAL_FIBRES)
    .default('wool'),
})

/** What is usual of every source, by its kind: no swatch stands behind it. */
export default defineRoute({ query }, async ({ query, log }) => (await log()).typical.view(query))

import Joi from 'joi'
import { FIBRE_KEYS, FORMS, type Fibre, type Form } from '../../../catalogue/fibres'
import { defineRoute } from '../../http/define-route'

const query = Joi.object<{ fibre: Fibre; form: Form; name: string }>({
  fibre: Joi.string()
    .valid(...FIBRE_KEYS)
    .required(),
  form: Joi.string()
    .valid(...FORMS)
    .required(),
  name: Joi.string().trim().max(120).allow('').default(''),
})

/** What pieces like one weigh. */
export default defineRoute({ query }, async ({ query, log }) => ({
  alikeG: await (await log()).basket.alikeG(query),
}))

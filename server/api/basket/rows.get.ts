import Joi from 'joi'
import { BASKET_LEVELS } from '../../../shared/views/basket/basket'
import { idField } from '../../../shared/schemas/log/common'
import { defineRoute } from '../../http/define-route'
import type { BasketQuery } from '../../services/basket/basket'

const query = Joi.object<BasketQuery>({
  level: Joi.string().valid(...BASKET_LEVELS, 'dyed'),
  setId: idField,
  find: Joi.string().trim().max(80),
  offset: Joi.number().integer().min(0).max(1_000_000).default(0),
  limit: Joi.number().integer().min(1).max(200).default(100),
})

/** A stretch of the basket's lines, the newest first. */
export default defineRoute({ query }, async ({ query, log }) => (await log()).basket.rows(query))

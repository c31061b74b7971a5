import Joi from 'joi'
import { cardSchema, type Card } from '../../../shared/schemas/swatch/card'
import { defineRoute } from '../../http/define-route'
import { answerMoved } from '../../http/versions'

const body = Joi.object<{ cards: Card[] }>({
  cards: Joi.array().items(cardSchema).min(1).max(200).unique('id').required(),
})

/** What was dyed already, as its tags tell it: all of it as one change. */
export default defineRoute({ body }, async ({ event, body: { cards }, log }) =>
  answerMoved(event, await (await log()).cards.keep(cards)),
)

import { cardsSchema } from '../../../shared/schemas/swatch/card'
import { defineRoute } from '../../http/define-route'
import { answerMoved } from '../../http/versions'

/** What was dyed already, as its tags tell it: all of it as one change. */
export default defineRoute({ body: cardsSchema }, async ({ event, body: { cards }, log }) =>
  answerMoved(event, await (await log()).cards.keep(cards)),
)

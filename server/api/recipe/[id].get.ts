import { setResponseHeader } from 'h3'
import Joi from 'joi'
import { recipeMarkdown } from '../../../core/formats/recipe-card'
import { idParams } from '../../http/collections'
import { defineRoute } from '../../http/define-route'
import { unitsOf } from '../../../shared/schemas/log/settings'

const query = Joi.object<{ as: 'json' | 'markdown' }>({
  as: Joi.string().valid('json', 'markdown').default('json'),
})

/** A pot as a recipe card, without any place. */
export default defineRoute({ params: idParams, query }, async ({ event, params, query, log }) => {
  const card = await (await log()).recipes.card(params.id)
  if (query.as === 'json') {
    setResponseHeader(event, 'content-disposition', `attachment; filename="${card.code}.json"`)
    return card
  }
  setResponseHeader(event, 'content-type', 'text/markdown; charset=utf-8')
  setResponseHeader(event, 'content-disposition', `attachment; filename="${card.code}.md"`)
  return recipeMarkdown(card, unitsOf(await (await log()).settings.read()))
})

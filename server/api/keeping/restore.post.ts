import { restoreSchema } from '../../../shared/schemas/keeping/keeping'
import { useKeeper } from '../../context'
import { answerInNews } from '../../http/answer-in-news'
import { defineRoute } from '../../http/define-route'

/** Puts a backup in the place of the log; how that was is kept. */
export default defineRoute({ body: restoreSchema }, ({ event, body: { backup, change } }) =>
  answerInNews(event, async ({ tell }) => {
    const missing = await useKeeper().restore(backup, change, { tell })
    return { missingPhotos: missing.length }
  }),
)

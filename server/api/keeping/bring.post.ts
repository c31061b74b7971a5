import { bringSchema } from '../../../shared/schemas/keeping/keeping'
import { useKeeper } from '../../context'
import { answerInNews } from '../../http/answer-in-news'
import { defineRoute } from '../../http/define-route'

/** Brings an archive in that was looked at: made one with the log, or in its place. */
export default defineRoute({ body: bringSchema }, ({ event, body: { token, mode, choices } }) =>
  answerInNews(event, async ({ tell }) => {
    const missing = await useKeeper().bring(token, mode, choices, { tell })
    return { missingPhotos: missing.length }
  }),
)

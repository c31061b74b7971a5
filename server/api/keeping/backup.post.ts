import { useKeeper } from '../../context'
import { answerInNews } from '../../http/answer-in-news'
import { defineRoute } from '../../http/define-route'

/** Makes a backup now, and tells how far it is. It goes on where nobody listens any more. */
export default defineRoute({}, ({ event }) =>
  answerInNews(event, async ({ tell }) => {
    await useKeeper().backUpNow({ tell })
    return useKeeper().view()
  }),
)

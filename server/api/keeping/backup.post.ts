import { setResponseHeader } from 'h3'
import type { KeepingNews, KeepingView } from '../../../shared/views/keeping/keeping'
import { useKeeper } from '../../context'
import { defineRoute } from '../../http/define-route'
import { newsStream } from '../../http/news-stream'

/** Makes a backup now, and tells how far it is. It goes on where nobody listens any more. */
export default defineRoute({}, ({ event }) => {
  setResponseHeader(event, 'content-type', 'application/x-ndjson')
  return newsStream<KeepingNews<KeepingView>>(async (tell) => {
    const keeper = useKeeper()
    await keeper.backUpNow({ tell: (done, of) => tell({ done, of }) })
    tell({ answer: await keeper.view() })
  })
})

import { setResponseHeader } from 'h3'
import { restoreSchema } from '../../../shared/schemas/keeping/keeping'
import type { KeepingNews } from '../../../shared/views/keeping/keeping'
import { useKeeper } from '../../context'
import { defineRoute } from '../../http/define-route'
import { newsStream } from '../../http/news-stream'

/** Puts a backup in the place of the log; how that was is kept. */
export default defineRoute({ body: restoreSchema }, ({ event, body: { backup, change } }) => {
  setResponseHeader(event, 'content-type', 'application/x-ndjson')
  return newsStream<KeepingNews<{ missingPhotos: number }>>(async (tell) => {
    const missing = await useKeeper().restore(backup, change, {
      tell: (done, of) => tell({ done, of }),
    })
    tell({ answer: { missingPhotos: missing.length } })
  })
})

import { setResponseHeader } from 'h3'
import { bringSchema } from '../../../shared/schemas/keeping/keeping'
import type { KeepingNews } from '../../../shared/views/keeping/keeping'
import { useKeeper } from '../../context'
import { defineRoute } from '../../http/define-route'
import { newsStream } from '../../http/news-stream'

/** Brings an archive in that was looked at: made one with the log, or in its place. */
export default defineRoute({ body: bringSchema }, ({ event, body: { token, mode, choices } }) => {
  setResponseHeader(event, 'content-type', 'application/x-ndjson')
  return newsStream<KeepingNews<{ missingPhotos: number }>>(async (tell) => {
    const missing = await useKeeper().bring(token, mode, choices, {
      tell: (done, of) => tell({ done, of }),
    })
    tell({ answer: { missingPhotos: missing.length } })
  })
})

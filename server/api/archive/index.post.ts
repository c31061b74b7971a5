import Joi from 'joi'
import { setResponseHeader } from 'h3'
import { defineRoute } from '../../http/define-route'
import { newsStream } from '../../http/news-stream'
import { withFile } from '../../http/read-to-file'

/** Largest archive that is read. */
const MAX_BYTES = 20_000_000_000

const query = Joi.object<{ apply?: string }>({
  apply: Joi.string()
    .pattern(/^[0-9a-f]{64}$/)
    .description('hash of the file that was looked at; without it, what is in it is only told'),
})

/** An archive looked at, and put into an empty log whole once its hash is sent back. */
export default defineRoute({ query }, async ({ event, query, log }) => {
  const { archive } = await log()
  setResponseHeader(event, 'content-type', 'application/x-ndjson')
  return newsStream((tell) =>
    withFile(event.node.req, MAX_BYTES, async (file) => {
      const progress = (done: number, of: number) => tell({ done, of })
      if (query.apply) tell({ imported: await archive.apply(file, query.apply, progress) })
      else tell({ plan: await archive.preview(file) })
    }),
  )
})

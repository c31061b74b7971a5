import Joi from 'joi'
import { setResponseHeader } from 'h3'
import { defineRoute } from '../../http/define-route'
import { newsStream } from '../../http/news-stream'
import { readBytes } from '../../http/read-bytes'

/** Largest file that is read. */
const MAX_BYTES = 10_000_000

const params = Joi.object<{ what: 'gatherings' | 'patches' | 'pieces' | 'readings' | 'table' }>({
  what: Joi.string().valid('gatherings', 'patches', 'pieces', 'readings', 'table').required(),
}).unknown()

const query = Joi.object<{ apply?: string }>({
  apply: Joi.string()
    .pattern(/^[0-9a-f]{64}$/)
    .description('hash of the plan that was looked at; without it the plan is only told'),
})

/** A file read and planned row by row; done all or not at all once its plan is sent back. */
export default defineRoute({ params, query }, async ({ event, params, query, log }) => {
  const bytes = await readBytes(event.node.req, MAX_BYTES)
  const importer = (await log()).exchange[params.what]
  setResponseHeader(event, 'content-type', 'application/x-ndjson')
  return newsStream(async (tell) => {
    const progress = (done: number, of: number) => tell({ done, of })
    if (query.apply) tell({ imported: await importer.apply(bytes, query.apply, progress) })
    else tell({ plan: await importer.preview(bytes, progress) })
  })
})

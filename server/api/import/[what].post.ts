import Joi from 'joi'
import { setResponseHeader } from 'h3'
import { defineRoute } from '../../http/define-route'
import { newsStream } from '../../http/news-stream'
import { logNameField } from '../../../shared/schemas/log/common'
import { readBytes } from '../../http/read-bytes'

/** Largest file that is read. */
const MAX_BYTES = 10_000_000

const WHAT = ['gatherings', 'patches', 'pieces', 'readings', 'swatches', 'table'] as const

const params = Joi.object<{ what: (typeof WHAT)[number] }>({
  what: Joi.string()
    .valid(...WHAT)
    .required(),
}).unknown()

const query = Joi.object<{ apply?: string; whose: string }>({
  whose: logNameField
    .default('another log')
    .description('of swatches: what the log is called that they are of, where it is another one'),
  apply: Joi.string()
    .pattern(/^[0-9a-f]{64}$/)
    .description('hash of the plan that was looked at; without it the plan is only told'),
})

/** A file read and planned row by row; done all or not at all once its plan is sent back. */
export default defineRoute({ params, query }, async ({ event, params, query, log }) => {
  const bytes = await readBytes(event.node.req, MAX_BYTES)
  const { exchange } = await log()
  const importer =
    params.what === 'swatches' ? await exchange.swatches(bytes, query.whose) : exchange[params.what]
  setResponseHeader(event, 'content-type', 'application/x-ndjson')
  return newsStream(async (tell) => {
    const progress = (done: number, of: number) => tell({ done, of })
    if (query.apply) tell({ imported: await importer.apply(bytes, query.apply, progress) })
    else tell({ plan: await importer.preview(bytes, progress) })
  })
})

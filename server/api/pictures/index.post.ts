import { setResponseHeader, setResponseStatus } from 'h3'
import { photoUploadSchema } from '../../../shared/schemas/loft/photo'
import { defineRoute } from '../../http/define-route'
import { readBytes } from '../../http/read-bytes'
import { MAX_PHOTO_BYTES } from '../../photos/take-photo'

/** A photo's bytes, whatever they call themselves; what it is of stands in the address. */
export default defineRoute({ query: photoUploadSchema }, async ({ event, query, log }) => {
  const bytes = await readBytes(event.node.req, MAX_PHOTO_BYTES)
  const { item, changeSetId, place } = await (await log()).photoFiles.keep(bytes, query)
  setResponseStatus(event, changeSetId ? 201 : 200)
  if (changeSetId) setResponseHeader(event, 'x-change-set', changeSetId)
  return { ...item, place }
})

import { setResponseHeader } from 'h3'
import { COLLECTIONS } from '../http/collections'
import { defineRoute } from '../http/define-route'
import { HttpRefusal } from '../http/http-refusal'

/** Any other address or method below /api. */
export default defineRoute({}, ({ event }) => {
  const [collection = '', id, action] = event.path.split('?')[0]!.split('/').slice(2)
  if (Object.hasOwn(COLLECTIONS, collection) && !action) {
    const allowed = id ? 'GET, PATCH' : 'GET, POST'
    setResponseHeader(event, 'allow', allowed)
    throw new HttpRefusal(405, 'Method not allowed', `This address takes ${allowed} only.`)
  }
  throw new HttpRefusal(404, 'Not found', 'There is nothing at this address.')
})

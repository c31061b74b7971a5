import { setResponseHeader } from 'h3'
import { COLLECTIONS } from '../http/collections'
import { defineRoute } from '../http/define-route'
import { HttpRefusal } from '../http/http-refusal'
import { first } from '../../core/present'

/** Any other address or method below /api. */
export default defineRoute({}, ({ event }) => {
  const [collection = '', id, action] = first(event.path.split('?')).split('/').slice(2)
  if (Object.hasOwn(COLLECTIONS, collection) && !action) {
    const allowed = id ? 'GET, PATCH' : 'GET, POST'
    setResponseHeader(event, 'allow', allowed)
    throw new HttpRefusal(405, 'Method not allowed', `This address takes ${allowed} only.`)
  }
  throw new HttpRefusal(404, 'Not found', 'There is nothing at this address.')
})

import { COLLECTIONS } from '../../http/collections'
import { defineCollectionRoute } from '../../http/define-collection-route'
import { inputOf } from '../../http/define-route'
import { answerWritten } from '../../http/versions'

export default defineCollectionRoute(async (event, collection, records) => {
  const { body } = await inputOf(event, { body: COLLECTIONS[collection].create })
  return answerWritten(event, await records.create(body), 201)
})

import { COLLECTIONS } from '../../http/collections'
import { defineCollectionRoute } from '../../http/define-collection-route'
import { inputOf } from '../../http/define-route'

export default defineCollectionRoute(async (event, collection, records) => {
  const { query } = await inputOf(event, { query: COLLECTIONS[collection].query })
  return records.page(query)
})

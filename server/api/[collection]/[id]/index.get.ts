import { idParams } from '../../../http/collections'
import { defineCollectionRoute } from '../../../http/define-collection-route'
import { inputOf } from '../../../http/define-route'
import { answerItem } from '../../../http/versions'

export default defineCollectionRoute(async (event, _collection, records) => {
  const { params } = await inputOf(event, { params: idParams })
  return answerItem(event, await records.read(params.id))
})

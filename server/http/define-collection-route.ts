import { getRouterParam, type H3Event } from 'h3'
import type { Recorded } from '../../shared/schemas/log/common'
import type { Collection } from '../services/log/log'
import type { Written } from '../services/log/records'
import { COLLECTIONS, collectionNamed, idParams, recordsOf } from './collections'
import { defineRoute, inputOf } from './define-route'
import { answerWritten, seenRev } from './versions'

/** A route below `/api/{collection}`; an unknown collection is a 404. */
export const defineCollectionRoute = (
  handler: (event: H3Event, collection: Collection, records: AnyRecords) => unknown,
) =>
  defineRoute({}, async ({ event, log }) => {
    const collection = collectionNamed(getRouterParam(event, 'collection'))
    return handler(event, collection, recordsOf(await log(), collection))
  })

type AnyRecords = ReturnType<typeof recordsOf>

/** A write to one thing that must name the version it saw. */
export const defineItemWrite = (
  write: (
    records: AnyRecords,
    id: string,
    rev: number,
    body: () => Promise<object>,
  ) => Promise<Written<Recorded>>,
) =>
  defineCollectionRoute(async (event, collection, records) => {
    const { params } = await inputOf(event, { params: idParams })
    const rev = seenRev(event)
    const readBody = async () =>
      (await inputOf(event, { body: COLLECTIONS[collection].change })).body
    return answerWritten(event, await write(records, params.id, rev, readBody))
  })

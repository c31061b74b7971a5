import { defineEventHandler, getQuery, getRouterParams, type H3Event } from 'h3'
import type { ObjectSchema } from 'joi'
import { validate } from '../../shared/validate'
import { useLog } from '../context'
import type { Log } from '../services/log/log'
import { readJson } from './read-json'
import { isUnderWay } from './requests-under-way'
import { sendProblem } from './send-problem'
import { toProblem } from './to-problem'

interface RouteSchemas<Params, Query, Body> {
  params?: ObjectSchema<Params>
  query?: ObjectSchema<Query>
  body?: ObjectSchema<Body>
}

export interface RouteInput<Params, Query, Body> {
  event: H3Event
  params: Params
  query: Query
  body: Body
  /** The log; waits until its database is ready. */
  log: () => Promise<Log>
}

/**
 * A route: checks what came by its schemas, calls the handler, answers with JSON. Whatever is
 * thrown becomes a problem document, so that every route tells its errors in one shape.
 */
export function defineRoute<Params = unknown, Query = unknown, Body = unknown>(
  schemas: RouteSchemas<Params, Query, Body>,
  handler: (input: RouteInput<Params, Query, Body>) => unknown,
) {
  return defineEventHandler(async (event) => {
    try {
      return await handler({
        event,
        log: async () => {
          const log = await useLog()
          // not before: who waits for another log to take its place is not waited for
          isUnderWay(event.node.res)
          return log
        },
        ...(await inputOf(event, schemas)),
      })
    } catch (error) {
      return sendProblem(event, toProblem(error), error)
    }
  })
}

/** Checks what came with a request by schemas: address, query, then body. */
export async function inputOf<Params, Query, Body>(
  event: H3Event,
  { params, query, body }: RouteSchemas<Params, Query, Body>,
) {
  return {
    params: (params
      ? validate(params, getRouterParams(event, { decode: true }))
      : undefined) as Params,
    query: (query
      ? validate(query, getQuery(event), {
          convert: true,
          pointer: (path) => `?${path.join('.')}`,
        })
      : undefined) as Query,
    body: (body ? validate(body, await readJson(event.node.req)) : undefined) as Body,
  }
}

import type { Schema } from 'joi'
import convertJoi from 'joi-to-json'
import { COLLECTIONS } from '../server/http/collections'
import { CALC_ANSWERS, type CalcName } from '../shared/schemas/calc/calc-answers'
import { CALC_ENDPOINTS } from '../shared/schemas/calc/calc-endpoints'

type Json = Record<string, unknown>

/** The API document (OpenAPI 3.1), made from the schemas that the routes check with. */
export function apiDocument(version: string): Json {
  return {
    openapi: '3.1.0',
    info: {
      title: 'Juniper Haze',
      version,
      summary: 'The log of a wildcrafting dyer, and what is reckoned from it',
      description:
        'JSON in and out, on this machine. Masses in g, volumes in L (mL where named), ' +
        'temperatures in °C, wavelengths in nm, ratios in g per g. Every refusal is a problem document.',
      license: { name: 'MIT', identifier: 'MIT' },
    },
    servers: [{ url: '/api' }],
    tags: [
      { name: 'calculations', description: 'Numbers in, numbers out: no log is touched.' },
      { name: 'log', description: 'What was gathered, dyed and read.' },
    ],
    paths: { ...calcPaths(), ...collectionPaths() },
    components: {
      schemas: { Problem: PROBLEM },
      responses: Object.fromEntries(
        Object.entries(WORDS).map(([status, words]) => [status, refusal(words)]),
      ),
    },
  }
}

const PROBLEM: Json = {
  description: 'RFC 9457 problem document',
  type: 'object',
  required: ['type', 'title', 'status', 'detail'],
  properties: {
    type: { type: 'string' },
    title: { type: 'string' },
    status: { type: 'integer' },
    detail: { type: 'string' },
    errors: {
      type: 'array',
      items: {
        type: 'object',
        required: ['pointer', 'detail'],
        properties: { pointer: { type: 'string' }, detail: { type: 'string' } },
      },
    },
  },
}

function calcPaths(): Json {
  const names = Object.keys(CALC_ENDPOINTS) as CalcName[]
  return Object.fromEntries(
    names.map((name) => {
      const { summary, body, example } = CALC_ENDPOINTS[name]
      const post = {
        operationId: `calc-${name}`,
        tags: ['calculations'],
        summary,
        requestBody: requestOf(body, example),
        responses: { 200: answerOf(CALC_ANSWERS[name]), ...refusals(400, 413, 415, 422, 500) },
      }
      return [`/calc/${name}`, { post }]
    }),
  )
}

function collectionPaths(): Json {
  const paths: Json = {}
  for (const [name, schemas] of Object.entries(COLLECTIONS)) {
    const row = {
      description: 'The record',
      content: { 'application/json': { schema: RECORD } },
    }
    const tags = ['log']
    paths[`/${name}`] = {
      get: {
        operationId: `list-${name}`,
        tags,
        summary: `A page of ${name}, newest first`,
        parameters: queryParameters(schemas.query),
        responses: {
          200: {
            description: 'A page; `next` is the cursor of the following one',
            content: { 'application/json': { schema: PAGE } },
          },
          ...refusals(422, 500),
        },
      },
      post: {
        operationId: `create-${name}`,
        tags,
        summary: `Write one of ${name} down; the same id and body again is the same save`,
        requestBody: requestOf(schemas.create),
        responses: { 201: row, ...refusals(400, 404, 409, 413, 415, 422, 500) },
      },
    }
    paths[`/${name}/{id}`] = {
      parameters: [ID_PARAMETER],
      get: {
        operationId: `read-${name}`,
        tags,
        summary: `One of ${name}`,
        responses: { 200: row, ...refusals(404, 500) },
      },
      patch: {
        operationId: `change-${name}`,
        tags,
        summary: 'Change some fields; If-Match names the revision that was seen',
        parameters: [IF_MATCH],
        requestBody: requestOf(schemas.change),
        responses: { 200: row, ...refusals(400, 404, 409, 413, 415, 422, 428, 500) },
      },
    }
    for (const act of ['set-aside', 'restore']) {
      paths[`/${name}/{id}/${act}`] = {
        parameters: [ID_PARAMETER],
        post: {
          operationId: `${act}-${name}`,
          tags,
          summary: act === 'restore' ? 'Take it back into use' : 'Set it aside; nothing is deleted',
          parameters: [IF_MATCH],
          responses: { 200: row, ...refusals(404, 409, 422, 428, 500) },
        },
      }
    }
  }
  return paths
}

const RECORD: Json = {
  type: 'object',
  required: ['id', 'rev', 'createdAt', 'updatedAt'],
  properties: {
    id: { type: 'string', format: 'uuid' },
    rev: { type: 'integer', minimum: 1 },
    createdAt: { type: 'string', format: 'date-time' },
    updatedAt: { type: 'string', format: 'date-time' },
    setAsideAt: { type: ['string', 'null'], format: 'date-time' },
  },
}
const PAGE: Json = {
  type: 'object',
  required: ['items', 'next'],
  properties: {
    items: { type: 'array', items: RECORD },
    next: { type: ['string', 'null'] },
  },
}
const ID_PARAMETER: Json = {
  name: 'id',
  in: 'path',
  required: true,
  schema: { type: 'string', format: 'uuid' },
}
const IF_MATCH: Json = {
  name: 'If-Match',
  in: 'header',
  required: true,
  description: 'The revision that was seen, as "3"',
  schema: { type: 'string' },
}

const requestOf = (schema: Schema, example?: object): Json => ({
  required: true,
  content: { 'application/json': { schema: toJsonSchema(schema), ...(example && { example }) } },
})

const answerOf = (schema: Schema): Json => ({
  description: 'The answer',
  content: { 'application/json': { schema: toJsonSchema(schema) } },
})

const WORDS: Record<number, string> = {
  400: 'Not JSON',
  404: 'Nothing at this address, or no such record',
  409: 'Changed meanwhile, or an id already used for something else',
  413: 'Larger than 1 MB',
  415: 'Not application/json',
  422: 'A field breaks its rule; each is named',
  428: 'If-Match is missing',
  500: 'Something failed here; nothing was half written',
}

const refusal = (description: string): Json => ({
  description,
  content: { 'application/problem+json': { schema: { $ref: '#/components/schemas/Problem' } } },
})

const refusals = (...statuses: number[]): Json =>
  Object.fromEntries(
    statuses.map((status) => [status, { $ref: `#/components/responses/${status}` }]),
  )

function queryParameters(schema: Schema): Json[] {
  const { properties = {}, required = [] } = toJsonSchema(schema) as {
    properties?: Record<string, Json>
    required?: string[]
  }
  return Object.entries(properties).map(([name, each]) => ({
    name,
    in: 'query',
    required: required.includes(name),
    schema: each,
  }))
}

const toJsonSchema = (schema: Schema): Json => mended(convertJoi(schema, 'open-api-3.1')) as Json

/** The converter writes `allow(null)` beside alternatives as "null only": put it among them. */
function mended(node: unknown): unknown {
  if (Array.isArray(node)) return node.map(mended)
  if (typeof node !== 'object' || node === null) return node
  const copy = Object.fromEntries(Object.entries(node).map(([key, value]) => [key, mended(value)]))
  for (const key of ['anyOf', 'oneOf'] as const) {
    if (Array.isArray(copy[key]) && copy.type === 'null') {
      copy[key] = [...(copy[key] as unknown[]), { type: 'null' }]
      delete copy.type
    } else if (Array.isArray(copy[key]) && Array.isArray(copy.type)) {
      delete copy.type
    }
  }
  return copy
}

import type Joi from 'joi'
import { newId } from '../../shared/ids'
import { EXPORT_TYPES } from '../../server/services/exchange/exchange'
import { applied, hostileArchive, hostileFile, hostilePhoto } from './files'
import { COMMANDED, COSTLY, LISTED, NOWHERE, PATCHED, POSTED, READ } from './routes'
import { described, pick, valueFor, wrongValue, type Random } from './values'

/** One request, as it is sent. */
export interface HostileRequest {
  method: string
  path: string
  headers: Record<string, string>
  body?: Buffer | string
  /** What is sent after its answer, if anything. */
  next?: (answer: string) => HostileRequest | null
}

/** What a server has, before anything hostile is sent to it. */
export interface Seen {
  ids: readonly string[]
  /** Its own archive. */
  archive: Buffer
}

const JSON_TYPE = { 'content-type': 'application/json' }
const METHODS = ['GET', 'HEAD', 'POST', 'PATCH', 'PUT', 'DELETE', 'OPTIONS', 'TRACE']
const SLIPS = [0, 0, 0.02, 0.1, 0.5]
/** Share of requests that make the server write or read whole files. */
const COSTLY_SHARE = 0.002

/** Makes requests without end, the same for the same chance. */
export function hostileRequests(random: Random, { ids, archive }: Seen): () => HostileRequest {
  const withSchema = (list: readonly [path: string, schema: Joi.Schema][]) =>
    list.map(([path, schema]) => ({ path, schema: described(schema) }))
  const posted = withSchema(POSTED)
  const patched = withSchema(PATCHED)
  const listed = withSchema(LISTED)
  const read = [...READ, ...NOWHERE]

  const oneId = () =>
    encodeURIComponent(
      pick(random, [
        pick(random, ids),
        pick(random, ids),
        newId(),
        'x',
        '%00',
        '../..',
        'constructor',
      ]),
    )
  const filled = (path: string) =>
    path
      .replaceAll(':id', oneId)
      .replace(':name', () => pick(random, [...Object.keys(EXPORT_TYPES), 'constructor']))
  const bodyFor = (schema: (typeof posted)[number]['schema']) => {
    const value = valueFor(schema, random, ids, pick(random, SLIPS))
    const text = JSON.stringify(value) ?? 'null'
    if (random() < 0.02) return text.slice(0, Math.floor(random() * text.length))
    if (random() < 0.01) return '['.repeat(10_000)
    if (random() < 0.005) return `"${'x'.repeat(990_000)}"`
    return text
  }
  const wrongText = () =>
    encodeURIComponent(
      String(wrongValue(random))
        .slice(0, 2000)
        .replace(/\p{Surrogate}/gu, '?'),
    )

  const post = (): HostileRequest => {
    const { path, schema } = pick(random, posted)
    return { method: 'POST', path: filled(path), headers: JSON_TYPE, body: bodyFor(schema) }
  }
  const patch = (): HostileRequest => {
    const { path, schema } = pick(random, patched)
    const headers = { ...JSON_TYPE, 'if-match': pick(random, ['"1"', '1', '"x"', 'W/"2"', '']) }
    return { method: 'PATCH', path: filled(path), headers, body: bodyFor(schema) }
  }
  const get = (): HostileRequest => ({
    method: 'GET',
    path: filled(pick(random, read)),
    headers: {},
  })
  const list = (): HostileRequest => {
    const { path, schema } = pick(random, listed)
    const query = valueFor(schema, random, ids, pick(random, SLIPS))
    const words = Object.entries(query ?? {}).map(
      ([name, value]) =>
        `${name}=${encodeURIComponent(String(value).replace(/\p{Surrogate}/gu, '?'))}`,
    )
    return { method: 'GET', path: `${path}?${words.join('&').slice(0, 8000)}`, headers: {} }
  }
  const wrongQuery = (): HostileRequest => {
    const [path, query = ''] = filled(pick(random, read)).split('?')
    const names = query.split('&').map((each) => each.split('=')[0]!)
    const name = pick(random, [...names, 'on', 'limit', 'after', 'constructor'])
    return {
      method: 'GET',
      path: `${path}?${query}&${name}=${wrongText()}&${name}[]=1`,
      headers: {},
    }
  }
  const wrongMethod = (): HostileRequest => ({
    method: pick(random, METHODS),
    path: filled(pick(random, [...read, ...POSTED.map(([path]) => path)])),
    headers: {
      'content-type': pick(random, ['application/json', 'text/plain', 'multipart/form-data', '']),
      'content-length': '0',
    },
  })
  const command = (): HostileRequest => ({
    method: 'POST',
    path: filled(pick(random, COMMANDED)),
    headers: { 'if-match': '"1"' },
  })
  const file = (): HostileRequest => {
    const { path, type, body } = hostileFile(random, ids)
    const request = { method: 'POST', path, headers: { 'content-type': type }, body }
    return { ...request, next: (answer) => applied(request, answer) }
  }
  const photo = (): HostileRequest => ({
    method: 'POST',
    path: `pictures?id=${newId()}&${pick(random, ['lotId', 'jarId', 'swatchId', 'x'])}=${pick(random, ids)}`,
    headers: { 'content-type': 'image/jpeg' },
    body: hostilePhoto(random),
  })
  const costly = (): HostileRequest => {
    if (random() < 0.4) return hostileArchive(random, archive)
    const [method, path] = pick(random, COSTLY)
    return { method, path: filled(path), headers: {} }
  }

  const kinds = [
    post,
    post,
    post,
    patch,
    patch,
    get,
    get,
    list,
    wrongQuery,
    wrongMethod,
    command,
    file,
    photo,
  ]
  return () => (random() < COSTLY_SHARE ? costly() : pick(random, kinds)())
}

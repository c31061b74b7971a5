import { describe, expect, test } from '@jest/globals'
import type { IncomingMessage } from 'node:http'
import { Readable } from 'node:stream'
import { InputError } from '../../../../core/input-error'
import { collectionNamed } from '../../../../server/http/collections'
import { HttpRefusal } from '../../../../server/http/http-refusal'
import { MAX_JSON_BYTES, readJson } from '../../../../server/http/read-json'
import { refuseForeign } from '../../../../server/http/same-origin'
import { toProblem } from '../../../../server/http/to-problem'
import { unacceptable } from '../../../../server/services/log/failures'
import { ValidationError } from '../../../../shared/validate'

function request(body: string | Buffer, headers: Record<string, string> = {}): IncomingMessage {
  const stream = Readable.from([Buffer.from(body)])
  return Object.assign(stream, {
    headers: { 'content-type': 'application/json', ...headers },
  }) as unknown as IncomingMessage
}

describe('reading a body', () => {
  test('gives what was sent, also with a charset', async () => {
    const headers = { 'content-type': 'Application/JSON; charset=utf-8' }
    expect(await readJson(request('{"a":"é"}', headers))).toEqual({ a: 'é' })
  })

  test.each([
    ['{"a":', {}, 400, 'The body is not JSON'],
    ['', {}, 400, 'The body is not JSON'],
    ['{}', { 'content-type': 'text/plain' }, 415, 'got text/plain'],
    ['{}', { 'content-type': '' }, 415, 'got no content type'],
    ['{}', { 'content-length': '2000000' }, 413, 'at most 1000000 bytes'],
    // a length that was not said, or not said truly, is counted
    [`"${'a'.repeat(MAX_JSON_BYTES)}"`, {}, 413, 'at most 1000000 bytes'],
  ])('refuses %.20p with %j', async (body, headers, status, message) => {
    await expect(readJson(request(body, headers))).rejects.toMatchObject({
      status,
      message: expect.stringContaining(message),
    })
  })
})

describe('who may ask', () => {
  const host = '127.0.0.1:4870'
  test.each([
    ['GET', { host }],
    ['GET', { host: 'localhost:4870' }],
    ['POST', { host }],
    ['POST', { host, origin: `http://${host}` }],
    ['POST', { host: '[::1]:4870', origin: 'http://[::1]:4870' }],
    // a page elsewhere may look up that the log exists, and learns nothing: CORS is off
    ['GET', { host, origin: 'https://elsewhere.example' }],
  ])('%s with %j may', (method, headers) => {
    expect(() => refuseForeign(method, headers)).not.toThrow()
  })

  test.each([
    ['GET', { host: 'rebound.example' }],
    ['GET', {}],
    ['POST', { host, origin: 'https://elsewhere.example' }],
    ['POST', { host, origin: 'null' }],
    ['PATCH', { host, origin: 'http://127.0.0.1:9999' }],
    ['DELETE', { host, origin: `http://${host}.elsewhere.example` }],
  ])('%s with %j may not', (method, headers) => {
    expect(() => refuseForeign(method, headers)).toThrow(expect.objectContaining({ status: 403 }))
  })
})

describe('problem documents', () => {
  test.each([
    [new InputError('massG must be above 0 g; got -1', '/massG'), 422, '/massG'],
    [new ValidationError([{ pointer: '/id', detail: 'id is missing' }]), 422, '/id'],
    [unacceptable('/lots/0/massG', 'too little'), 422, '/lots/0/massG'],
  ])('tell the field: %p', (error, status, pointer) => {
    expect(toProblem(error)).toMatchObject({
      type: 'about:blank',
      status,
      detail: error.message,
      errors: [expect.objectContaining({ pointer })],
    })
  })

  test('an error of ours says that it is one, and nothing of its inside', () => {
    const problem = toProblem(new Error('SQLITE_ERROR: near "selct" at /srv/db.ts:12'))
    expect(problem).toMatchObject({ status: 500, title: 'Something went wrong here' })
    expect(JSON.stringify(problem)).not.toMatch(/SQLITE|srv|selct/)
    expect(toProblem(undefined).status).toBe(500)
  })

  test('an id inside a body that is taken is a conflict', () => {
    const taken = Object.assign(new Error('UNIQUE'), { code: 'SQLITE_CONSTRAINT_PRIMARYKEY' })
    expect(toProblem(taken)).toMatchObject({ status: 409 })
  })

  test('what h3 wraps is unwrapped', () => {
    const wrapped = Object.assign(
      new Error('x', { cause: new HttpRefusal(413, 'Too large', 'y') }),
      {
        statusCode: 500,
      },
    )
    expect(toProblem(wrapped)).toMatchObject({ status: 413, detail: 'y' })
    expect(toProblem(Object.assign(new Error('x'), { statusCode: 404 }))).toMatchObject({
      status: 404,
    })
  })

  test('only the collections have addresses', () => {
    expect(collectionNamed('lots')).toBe('lots')
    for (const name of ['lot', '__proto__', 'constructor', undefined]) {
      expect(() => collectionNamed(name)).toThrow(expect.objectContaining({ status: 404 }))
    }
  })
})

import { describe, expect, test } from '@jest/globals'
import { readdirSync } from 'node:fs'
import { randomLcg } from 'd3-random'
import { COLLECTIONS } from '../../../../server/http/collections'
import { newId } from '../../../../shared/ids'
import { hostileRequests } from '../../../hostile/requests'

const ROUTES = readdirSync('server/api', { recursive: true, encoding: 'utf8' })
  .filter((file) => file.endsWith('.ts') && !file.includes('[...]'))
  .map((file) => {
    const [, path, method] = /^(.+)\.(\w+)\.ts$/.exec(file)!
    const pattern = path!
      .replace(/\/index$|^index$/, '')
      .replace('[collection]', `(?:${Object.keys(COLLECTIONS).join('|')})`)
      .replace(/\[\w+\]/g, '[^/]+')
    return { file, method: method!.toUpperCase(), pattern: new RegExp(`^${pattern}$`) }
  })

describe('what is sent to a server to break it', () => {
  test('comes to every route that there is', () => {
    const next = hostileRequests(randomLcg(0.26), { ids: [newId()], archive: Buffer.from('PK') })
    const missed = new Set(ROUTES)
    for (let i = 0; i < 30_000 && missed.size > 0; i++) {
      const { method, path } = next()
      const [address] = path.split('?')
      for (const route of missed) {
        if (route.method === method && route.pattern.test(address!)) missed.delete(route)
      }
    }
    expect([...missed].map(({ file }) => file)).toEqual([])
    expect(ROUTES.length).toBeGreaterThan(80)
  })

  test('is the same for the same seed but for ids made anew', () => {
    const seen = { ids: ['a', 'b'], archive: Buffer.from('PK') }
    const sent = () => {
      const next = hostileRequests(randomLcg(0.5), seen)
      return Array.from({ length: 300 }, () => {
        const { method, path } = next()
        return `${method} ${path.replace(/[0-9a-f-]{36}/g, ':new')}`
      })
    }
    expect(sent()).toEqual(sent())
  })
})

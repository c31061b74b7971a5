import { expect, test } from '@playwright/test'
import Database from 'better-sqlite3'
import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { DATABASE_FILE } from '../../server/database/open'
import { catalogueId, newId } from '../../shared/ids'
import { exited, startBuilt, untilReady } from './server-process'

const PORT = 4878
const BASE = `http://127.0.0.1:${PORT}`
const CREATES = 100

const lot = (id: string) => ({
  id,
  sourceId: catalogueId('tanacetum-vulgare/flowerHead'),
  gatheredOn: '2026-08-12',
  state: 'fresh',
  netG: 100,
})

const post = (id: string) =>
  fetch(`${BASE}/api/lots`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify(lot(id)),
  })

test('kill -9 among a hundred creates loses nothing that was answered, and doubles nothing', async () => {
  const folder = mkdtempSync(join(tmpdir(), 'juniper-haze-kill-'))
  let server = startBuilt(folder, PORT)
  try {
    await untilReady(BASE)
    const ids = Array.from({ length: CREATES }, newId)
    const answered = new Set<string>()
    let killed = false
    const waiting = [...ids]
    // four at a time, as several devices would: some are under way when the server dies
    const senders = Array.from({ length: 4 }, async () => {
      for (let id = waiting.shift(); id; id = waiting.shift()) {
        try {
          if ((await post(id)).status === 201) answered.add(id)
        } catch {
          // cut off: whether it was written is for the restart to show
        }
        if (answered.size >= CREATES / 2 && !killed) {
          killed = true
          server.kill('SIGKILL')
        }
      }
    })
    await Promise.all(senders)
    await exited(server)
    expect(answered.size).toBeGreaterThanOrEqual(CREATES / 2)
    expect(answered.size).toBeLessThan(CREATES)

    server = startBuilt(folder, PORT)
    await untilReady(BASE)
    for (const id of answered) {
      expect((await fetch(`${BASE}/api/lots/${id}`)).status).toBe(200)
    }
    // the client does not know what became of the others, and sends all of them again
    for (const id of ids) expect([200, 201]).toContain((await post(id)).status)
    server.kill('SIGTERM')
    await exited(server)

    const db = new Database(join(folder, DATABASE_FILE), { readonly: true })
    const one = (sql: string) => Object.values(db.prepare(sql).get() as object)[0] as unknown
    expect(one('pragma integrity_check')).toBe('ok')
    expect(one('select count(*) from lot')).toBe(CREATES)
    expect(one('select count(distinct code) from lot')).toBe(CREATES)
    expect(one('select count(*) from lot_movement')).toBe(CREATES)
    expect(one(`select count(*) from change_log where action = 'create'`)).toBe(CREATES)
    db.close()
  } finally {
    server.kill('SIGKILL')
    rmSync(folder, { recursive: true, force: true })
  }
})

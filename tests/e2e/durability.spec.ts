import { expect, test } from '@playwright/test'
import Database from 'better-sqlite3'
import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { DATABASE_FILE } from '../../server/database/open'
import { wayFacts } from '../../catalogue/ways'
import type { OnTheHob } from '../../shared/views/pot/hob'
import { catalogueId, newId } from '../../shared/ids'
import type { Pot } from '../../shared/schemas/pot/pot'
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

test('kill -9 in the middle of a pot loses no note that was answered, and no clock', async () => {
  const folder = mkdtempSync(join(tmpdir(), 'juniper-haze-kill-pot-'))
  let server = startBuilt(folder, PORT)
  const send = (path: string, data: object, method = 'POST', rev?: number) =>
    fetch(`${BASE}/api/${path}`, {
      method,
      headers: {
        'content-type': 'application/json',
        ...(rev === undefined ? {} : { 'if-match': `"${rev}"` }),
      },
      body: JSON.stringify(data),
    })
  try {
    await untilReady(BASE)
    const litAt = new Date(Date.now() - 3_600_000).toISOString()
    const day = litAt.slice(0, 10)
    const [lotId, pieceId, potId] = [newId(), newId(), newId()]
    await send('lots', { ...lot(lotId), gatheredOn: day })
    await send('pieces', {
      id: pieceId,
      name: '',
      fibre: 'wool',
      form: 'yarn',
      dryG: 20,
      treatments: [
        { kind: 'wash', doneOn: day },
        { kind: 'mordant', agent: 'alum', percentWof: 10, doneOn: day },
      ],
    })
    const { steps } = wayFacts('simmer')
    const plan = {
      id: potId,
      stage: 'planned',
      dyedOn: day,
      way: 'simmer',
      plan: { steps },
    }
    const lots = [{ lotId, massG: 50 }]
    expect((await send('pots', { ...plan, lots, pieces: [{ pieceId }] })).status).toBe(201)
    expect((await send(`pots/${potId}`, { light: { at: litAt } }, 'PATCH', 1)).status).toBe(200)

    const notes = Array.from({ length: 60 }, (_, i) => ({
      id: newId(),
      kind: 'reading',
      at: new Date(Date.now() - 60_000 + i).toISOString(),
      data: { tempC: 20 + i },
    }))
    const answered = new Set<string>()
    const waiting = [...notes]
    let killed = false
    const senders = Array.from({ length: 3 }, async () => {
      for (let note = waiting.shift(); note; note = waiting.shift()) {
        try {
          if ((await send(`moves/pot-note/${potId}`, note)).status === 201) answered.add(note.id)
        } catch {
          // cut off: the restart shows whether it was written
        }
        if (answered.size >= 30 && !killed) {
          killed = true
          server.kill('SIGKILL')
        }
      }
    })
    await Promise.all(senders)
    await exited(server)
    expect(answered.size).toBeLessThan(notes.length)

    server = startBuilt(folder, PORT)
    await untilReady(BASE)
    const read = async () => (await (await fetch(`${BASE}/api/pots/${potId}`)).json()) as Pot
    const ids = new Set((await read()).events.map(({ id }) => id))
    for (const id of answered) expect(ids.has(id)).toBe(true)
    // all are sent again, as a page does that got no answer: each is one note
    for (const note of notes) {
      expect([200, 201]).toContain((await send(`moves/pot-note/${potId}`, note)).status)
    }
    const pot = await read()
    expect(pot.events.filter(({ kind }) => kind === 'reading')).toHaveLength(notes.length)
    const { items } = (await (await fetch(`${BASE}/api/hob`)).json()) as { items: OnTheHob[] }
    expect(items[0]).toMatchObject({ id: potId, due: Date.parse(litAt) + 20 * 60_000 })
  } finally {
    server.kill('SIGKILL')
    rmSync(folder, { recursive: true, force: true })
  }
})

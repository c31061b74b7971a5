import { afterEach, beforeEach, describe, expect, test } from '@jest/globals'
import { copyFileSync, existsSync, mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import BetterSqlite from 'better-sqlite3'
import { BY_OWN_RULE, isOfThing, PARTS, TABLE_OF } from '../../../../server/keeping/merge/tables'
import { tableNames } from '../../../../server/database/log-facts'
import { DATABASE_FILE } from '../../../../server/database/open'
import { newId } from '../../../../shared/ids'
import { newPatchSchema } from '../../../../shared/schemas/walk/patch'
import { validate } from '../../../../shared/validate'
import { archived } from '../../../fixtures/archived'
import { KeptLog } from '../../../fixtures/kept-log'
import { refusal } from '../../../fixtures/log'

let here: KeptLog
let there: KeptLog
let folder: string

/** What comes in is what a page sent: a file of its own, gone when it was looked at. */
async function look(from: KeptLog, into: KeptLog) {
  const sent = join(folder, 'sent.zip')
  await archived(from.log, sent)
  const file = into.keeper.arriving()
  copyFileSync(sent, file)
  try {
    return await into.keeper.lookAtArchive(file)
  } finally {
    rmSync(file)
  }
}

async function bring(from: KeptLog, into: KeptLog, choices: Record<string, 'here' | 'there'> = {}) {
  const { token } = await look(from, into)
  await into.keeper.bring(token, 'merge', choices)
}

const inCollection = (looked: Awaited<ReturnType<typeof look>>, collection: string) =>
  looked.collections.find((each) => each.collection === collection)

beforeEach(async () => {
  folder = mkdtempSync(join(tmpdir(), 'juniper-haze-merge-'))
  here = await KeptLog.begin()
  there = await KeptLog.begin()
})
afterEach(async () => {
  await Promise.all([here.end(), there.end()])
  rmSync(folder, { recursive: true, force: true })
})

/** A log in which some things are, and the same log elsewhere. */
async function begun() {
  const lot = await here.lot()
  const piece = await pieceIn(here)
  const pot = await potIn(here, lot.id, piece.id)
  const swatch = await here.log.swatches.read(pot.pieces[0]!.swatchId!)
  await bring(here, there)
  for (const log of [here, there]) log.wait(1)
  return { lot, piece, pot, swatch }
}

const pieceIn = async (log: KeptLog) =>
  (
    await log.log.pieces.create({
      id: newId(),
      name: '',
      fibre: 'wool',
      form: 'yarn',
      dryG: 50,
      treatments: [{ kind: 'mordant', agent: 'alum', percentWof: 10, doneOn: '2026-08-01' }],
      note: '',
    })
  ).item

const potIn = async (log: KeptLog, lotId: string, pieceId: string, massG = 100) =>
  (
    await log.log.pots.create({
      id: newId(),
      title: '',
      dyedOn: '2026-08-20',
      way: 'simmer',
      lots: [{ lotId, massG }],
      pieces: [{ pieceId }],
      waterL: null,
      tempC: null,
      minutes: null,
      finalPh: null,
      note: '',
    })
  ).item

const read = (log: KeptLog, swatchId: string, rev: number, l: number) =>
  log.log.swatches.change(swatchId, rev, {
    reading: { lab: { l, a: 2, b: 40 }, wet: false, washed: true },
  })

test('every table of the log has a rule by which two are made one', () => {
  const db = new BetterSqlite(join(here.folder, DATABASE_FILE), { readonly: true })
  const tables = tableNames(db)
  const ruled = [...Object.values(TABLE_OF), ...Object.keys(PARTS), ...BY_OWN_RULE]
  expect([...ruled].sort()).toEqual(tables)
  // whatever counts up has a version, and the rest belongs to something
  const versioned = tables.filter((name) =>
    db.prepare(`select 1 from pragma_table_info(?) where name = 'rev'`).get(name),
  )
  expect(Object.values(TABLE_OF).sort()).toEqual(versioned)
  db.close()
  expect(isOfThing('lot', 'left_g')).toBe(false)
  expect(isOfThing('lot', 'note')).toBe(true)
})

describe('into an empty log', () => {
  test('an archive makes the same log: the next archive of it is the same file', async () => {
    await begun()
    const [one, two] = [join(folder, 'one.zip'), join(folder, 'two.zip')]
    const first = await archived(here.log, one)
    expect(Buffer.compare(await archived(there.log, two), first)).toBe(0)
  })
})

describe('two logs that were one', () => {
  test('are one again: what either added is there, and what only one changed is as it was changed', async () => {
    const { lot, piece } = await begun()
    const [newHere, newThere] = [await here.lot(), await there.lot()]
    await here.log.lots.change(lot.id, lot.rev, { note: 'changed here' })
    await there.log.pieces.change(piece.id, piece.rev, { note: 'changed there' })

    const looked = await look(there, here)
    expect(looked.conflicts).toEqual([])
    expect(looked.refusals).toEqual([])
    expect(inCollection(looked, 'lots')).toMatchObject({ onlyHere: 1, onlyThere: 1, newerHere: 1 })
    expect(inCollection(looked, 'pieces')).toMatchObject({ newerThere: 1 })
    await here.keeper.bring(looked.token, 'merge', {})

    expect((await here.log.lots.read(lot.id)).note).toBe('changed here')
    expect((await here.log.pieces.read(piece.id)).note).toBe('changed there')
    expect((await here.log.lots.read(newHere.id)).id).toBe(newHere.id)
    expect((await here.log.lots.read(newThere.id)).leftG).toBe(newThere.leftG)
    // and the other way round it comes to the same
    await bring(here, there)
    const again = await look(there, here)
    for (const { onlyHere, onlyThere, differ } of again.collections) {
      expect({ onlyHere, onlyThere, differ }).toEqual({ onlyHere: 0, onlyThere: 0, differ: 0 })
    }
  })

  test('keep the readings that each added to one swatch, and the pots that each lit', async () => {
    const { lot, swatch } = await begun()
    await read(here, swatch.id, swatch.rev, 60)
    await read(there, swatch.id, swatch.rev, 61)
    await potIn(here, lot.id, (await pieceIn(here)).id, 30)
    await potIn(there, lot.id, (await pieceIn(there)).id, 40)
    const looked = await look(there, here)
    expect(looked.conflicts).toEqual([])
    expect(inCollection(looked, 'swatches')).toMatchObject({ newerThere: 1, differ: 1 })
    await here.keeper.bring(looked.token, 'merge', {})
    const merged = await here.log.swatches.read(swatch.id)
    expect(merged.readings.map(({ lab }) => lab.l).sort()).toEqual([60, 61])
    expect((await here.log.lots.read(lot.id)).leftG).toBe(300 - 100 - 30 - 40)
    expect((await here.log.pots.page({ limit: 10, aside: false })).items).toHaveLength(3)
  })

  test('ask about a thing that both changed, and take what was chosen', async () => {
    const { lot, piece } = await begun()
    await here.log.lots.change(lot.id, lot.rev, { note: 'here', stage: 'full' })
    await there.log.lots.change(lot.id, lot.rev, { note: 'there' })
    await here.log.pieces.change(piece.id, piece.rev, { note: 'here' })
    await there.log.pieces.change(piece.id, piece.rev, { note: 'there' })
    const looked = await look(there, here)
    expect(looked.conflicts.map(({ collection, id }) => ({ collection, id }))).toEqual([
      { collection: 'lots', id: lot.id },
      { collection: 'pieces', id: piece.id },
    ])
    expect(looked.conflicts[0]!.fields).toContainEqual({
      name: 'note',
      here: 'here',
      there: 'there',
    })
    expect(looked.conflicts[0]!.name).toBe(lot.code)
    await expect(
      here.keeper.bring(looked.token, 'merge', { [lot.id]: 'there' }),
    ).rejects.toMatchObject(refusal(422, '1 things were changed on both sides'))
    await here.keeper.bring(looked.token, 'merge', { [lot.id]: 'there', [piece.id]: 'here' })
    expect(await here.log.lots.read(lot.id)).toMatchObject({ note: 'there', stage: lot.stage })
    expect((await here.log.pieces.read(piece.id)).note).toBe('here')
    // a page that still shows how it was is told
    const { rev } = await here.log.lots.read(lot.id)
    expect(rev).toBeGreaterThan(lot.rev + 1)
  })

  test('that changed a thing to the same have nothing to ask', async () => {
    const { lot } = await begun()
    for (const log of [here, there]) {
      await log.log.lots.change(lot.id, lot.rev, { note: 'by the gate' })
    }
    expect((await look(there, here)).conflicts).toEqual([])
  })

  test('give a tag that both gave to what comes anew, and say so', async () => {
    await begun()
    const [mine, theirs] = [await here.lot(), await there.lot({ note: 'theirs' })]
    expect(theirs.code).toBe(mine.code)
    const looked = await look(there, here)
    expect(looked.codes).toEqual([{ code: mine.code, becomes: expect.stringMatching(/-03$/) }])
    await here.keeper.bring(looked.token, 'merge', {})
    expect((await here.log.lots.read(mine.id)).code).toBe(mine.code)
    expect((await here.log.lots.read(theirs.id)).code).toBe(looked.codes[0]!.becomes)
    expect((await here.lot()).code).toMatch(/-04$/)
  })

  test('that took more of a lot together than it held are refused by its name', async () => {
    const { lot } = await begun()
    await potIn(here, lot.id, (await pieceIn(here)).id, 150)
    await potIn(there, lot.id, (await pieceIn(there)).id, 150)
    const looked = await look(there, here)
    expect(looked.refusals).toEqual([
      expect.stringContaining(`took from ${lot.code}, and together`),
    ])
    const before = await here.lots()
    await expect(here.keeper.bring(looked.token, 'merge', {})).rejects.toMatchObject(
      refusal(422, 'Nothing was changed'),
    )
    expect(await here.lots()).toEqual(before)
  })

  test('are as before again by one step back', async () => {
    const { lot } = await begun()
    await there.lot()
    await there.log.lots.change(lot.id, lot.rev, { note: 'there' })
    const before = await archived(here.log, join(folder, 'before.zip'))
    await bring(there, here)
    const { takeBack } = await here.keeper.view()
    expect(takeBack?.what).toBe('an archive came in')
    const { change } = await here.keeper.lookAtBackup(takeBack!.key)
    await here.keeper.restore(takeBack!.key, change)
    expect(Buffer.compare(await archived(here.log, join(folder, 'after.zip')), before)).toBe(0)
  })

  test('say which rule of a place is left out, and take only what was asked', async () => {
    const { lot } = await begun()
    const { item: patch } = await here.log.patches.create(
      validate(newPatchSchema, { id: newId(), name: 'Quarry lane' }),
    )
    await bring(here, there)
    for (const log of [here, there]) {
      await log.log.allowances.create({
        id: newId(),
        patchId: patch.id,
        sourceId: lot.sourceId,
        rule: { kind: 'share', share: log === here ? 0.1 : 0.2 },
        standingG: null,
        note: '',
      } as never)
    }
    await here.log.lots.change(lot.id, lot.rev, { note: 'only here' })
    const looked = await look(there, here)
    expect(looked.leftOut).toEqual([expect.stringContaining('at Quarry lane is another one here')])
    expect(looked.isSameLog).toBe(true)
    // nobody was asked about the lot: a choice for it changes nothing
    await here.keeper.bring(looked.token, 'merge', { [lot.id]: 'there' })
    expect((await here.log.lots.read(lot.id)).note).toBe('only here')
  })

  test('bring the photos that only one has', async () => {
    const { lot } = await begun()
    const item = await there.photo(lot.id, '#c9b26a')
    await bring(there, here)
    expect(await here.log.photoFiles.file(item.id, 'full')).toEqual(
      await there.log.photoFiles.file(item.id, 'full'),
    )
    expect(existsSync(join(here.folder, 'incoming'))).toBe(false)
  })

  test('are looked at again where something was written meanwhile', async () => {
    await begun()
    await there.lot()
    const { token } = await look(there, here)
    await here.lot()
    await expect(here.keeper.bring(token, 'merge', {})).rejects.toMatchObject(
      refusal(409, 'look again'),
    )
  })
})

test('a setting aside there is one here, and what is undone there is undone here', async () => {
  const { lot, piece } = await begun()
  const { changeSetId } = await there.log.lots.change(lot.id, lot.rev, { note: 'there' })
  await there.log.changes.undo(changeSetId!)
  await there.log.pieces.create({
    id: newId(),
    name: 'spare',
    fibre: 'silk',
    form: 'yarn',
    dryG: 5,
    treatments: [],
    note: '',
  })
  const other = await pieceIn(there)
  await there.log.pieces.setAside(other.id, other.rev)
  await bring(there, here)
  expect((await here.log.lots.read(lot.id)).note).toBe(lot.note)
  expect((await here.log.pieces.read(other.id)).setAsideAt).not.toBeNull()
  expect((await here.log.pieces.read(piece.id)).setAsideAt).toBeNull()
  await expect(here.log.changes.undo(changeSetId!)).rejects.toMatchObject(
    refusal(409, 'undone already'),
  )
})

import { createHash } from 'node:crypto'
import { existsSync, readFileSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { Readable } from 'node:stream'
import { buffer } from 'node:stream/consumers'
import { afterEach, beforeEach, describe, expect, test } from '@jest/globals'
import sharp from 'sharp'
import yauzl from 'yauzl'
import yazl from 'yazl'
import { migrate, MIGRATIONS } from '../../../../server/database/migrate'
import { connectFile, databaseOf, openMemoryDatabase } from '../../../../server/database/open'
import { stageArchive } from '../../../../server/keeping/bring/stage'
import { photoFiles } from '../../../../server/photos/photo-files'
import { createLog, type Log } from '../../../../server/services/log/log'
import { newId } from '../../../../shared/ids'
import { newPatchSchema } from '../../../../shared/schemas/walk/patch'
import { validate } from '../../../../shared/validate'
import { archived, inFolder, intoAnotherLog, restored } from '../../../fixtures/archived'
import { openTestLog, refusal, type TestLog } from '../../../fixtures/log'

let here: TestLog
beforeEach(async () => {
  here = await openTestLog()
})
afterEach(() => here.database.close())

/** A log in which every kind of thing has a row or two. */
async function fillSome({ log, ...make }: TestLog) {
  const { item: patch } = await log.patches.create(
    validate(newPatchSchema, {
      id: newId(),
      name: 'Quarry, "lower", lane',
      lat: 47.123456,
      lon: 8.5,
      hazards: 'none\nthat is known',
      note: '\\N',
    }),
  )
  const lot = await make.lot({ patchId: patch.id })
  const pieces = [await make.piece(), await make.piece({ note: '' })]
  const pot = await make.pot(lot, pieces)
  const swatchId = pot.pieces[0]!.swatchId!
  await log.swatches.change(swatchId, 1, {
    reading: { lab: { l: 70.125, a: 2, b: 1 / 3 }, wet: false, washed: true },
  })
  const gone = await make.piece({ name: '=1+1' })
  await log.pieces.setAside(gone.id, 1)
  return { patch, pot, swatchId }
}

describe('an archive', () => {
  test('is the same again when it has been through an empty log', async () => {
    const { patch, pot, swatchId } = await fillSome(here)
    await inFolder(async (folder) => {
      const one = join(folder, 'one.zip')
      const first = await archived(here.log, one)
      const there = await openTestLog()
      await restored(there, one)
      expect(Buffer.compare(await archived(there.log, join(folder, 'two.zip')), first)).toBe(0)
      expect(await there.log.patches.read(patch.id)).toEqual(patch)
      expect(await there.log.pots.read(pot.id)).toEqual(await here.log.pots.read(pot.id))
      expect((await there.log.strength.ofSource(pot.lots[0]!.sourceId)).groups).toEqual(
        (await here.log.strength.ofSource(pot.lots[0]!.sourceId)).groups,
      )
      expect(await there.log.swatches.read(swatchId)).toEqual(
        await here.log.swatches.read(swatchId),
      )
      await there.database.close()
    })
  })

  test('can be gone on with: what was counted is counted on, and the last change is undone', async () => {
    const { pot } = await fillSome(here)
    const last = await here.log.pots.change(pot.id, pot.rev, { title: 'Evening pot' })
    const there = await intoAnotherLog(here)
    await there.log.changes.undo(last.changeSetId!)
    expect((await there.log.pots.read(pot.id)).title).toBe('')
    const codes = new Set(
      (await here.log.pieces.page({ limit: 100, aside: false })).items.map(({ code }) => code),
    )
    expect(codes).not.toContain((await there.piece()).code)
    const [lot] = (await there.log.lots.page({ limit: 1, aside: false })).items
    await there.pot(lot!, [await there.piece()], { massG: 10 })
    expect((await there.log.lots.read(lot!.id)).leftG).toBe(lot!.leftG - 10)
    await there.database.close()
  })

  test('ends with an error, and not with the server, where a picture goes missing midway', async () => {
    await inFolder(async (folder) => {
      const files = photoFiles(join(folder, 'a'))
      // there when it is looked for, gone when it is its turn
      const failing = {
        ...files,
        stream: () =>
          new Readable({
            read() {
              this.destroy(new Error('gone'))
            },
          }),
      }
      const a = logWith(failing)
      const jpeg = await sharp({
        create: { width: 40, height: 30, channels: 3, background: '#c9b26a' },
      })
        .jpeg()
        .toBuffer()
      await a.log.photoFiles.keep(jpeg, { id: newId(), place: 'drop' })
      await expect(archived(a.log, join(folder, 'log.zip'))).rejects.toThrow('gone')
      await a.database.close()
    })
  })
})

describe('what is no archive of a log is refused by name, and nothing is written', () => {
  const entries = async (file: string): Promise<Map<string, Buffer>> => {
    const found = new Map<string, Buffer>()
    const zip = await new Promise<yauzl.ZipFile>((resolve, reject) =>
      yauzl.open(file, { lazyEntries: true }, (error, opened) =>
        error ? reject(error) : resolve(opened),
      ),
    )
    await new Promise<void>((resolve) => {
      zip.on('end', resolve)
      zip.on('entry', (entry: yauzl.Entry) =>
        zip.openReadStream(entry, (_, stream) => {
          void buffer(stream).then((bytes) => {
            found.set(entry.fileName, bytes)
            zip.readEntry()
          })
        }),
      )
      zip.readEntry()
    })
    return found
  }
  const written = async (file: string, add: (zip: yazl.ZipFile) => void) => {
    const zip = new yazl.ZipFile()
    add(zip)
    zip.end()
    writeFileSync(file, await buffer(zip.outputStream as NodeJS.ReadableStream))
  }

  test('for people: settings, ways and sources as JSON, spectra as CGATS, tables with units', () =>
    inFolder(async (folder) => {
      const { swatchId } = await fillSome(here)
      const { rev } = await here.log.swatches.read(swatchId)
      const reflectance = Array.from({ length: 31 }, (_, i) => 0.1 + i / 100)
      await here.log.swatches.change(swatchId, rev, {
        reading: { reflectance, wet: false, washed: true },
      })
      const file = join(folder, 'log.zip')
      await archived(here.log, file)
      const found = await entries(file)
      const told = (path: string) => found.get(path)!.toString()
      expect(JSON.parse(told('settings.json'))).toContainEqual(
        expect.objectContaining({ name: 'logId' }),
      )
      expect((JSON.parse(told('sources.json')) as unknown[]).length).toBeGreaterThan(50)
      expect(JSON.parse(told('ways.json'))).toEqual([])
      expect(told('spectra.cgats.txt')).toMatch(/NUMBER_OF_SETS 1\r\n/)
      const { resources } = JSON.parse(told('datapackage.json')) as {
        resources: { name: string; schema: { fields: { name: string; description?: string }[] } }[]
      }
      const lot = resources.find(({ name }) => name === 'lot')
      expect(lot?.schema.fields).toContainEqual({ name: 'net_g', type: 'number', description: 'g' })
    }))

  /** An archive of some log, spoilt. */
  const spoilt = (
    spoil: (found: Map<string, Buffer>, zip: yazl.ZipFile) => void,
    words: string,
    status = 422,
  ) =>
    inFolder(async (folder) => {
      await fillSome(here)
      const file = join(folder, 'log.zip')
      await archived(here.log, file)
      const found = await entries(file)
      await written(file, (zip) => {
        spoil(found, zip)
        for (const [path, bytes] of found) zip.addBuffer(bytes, path)
      })
      const there = await openTestLog()
      await expect(restored(there, file)).rejects.toMatchObject(refusal(status, words))
      expect((await there.log.lots.page({ limit: 5, aside: false })).items).toEqual([])
      await there.piece()
      await there.database.close()
    })

  test('one that was changed', () =>
    spoilt(
      (found) => found.set('tables/lot.csv', Buffer.from('id\n')),
      'tables/lot.csv is not as it was written',
    ))
  test('one that is missing', () =>
    spoilt((found) => found.delete('tables/lot.csv'), 'tables/lot.csv is missing'))
  test('one that is not listed', () =>
    spoilt(
      (found) => found.set('tables/more.csv', Buffer.from('')),
      'tables/more.csv is not in its list',
    ))
  test('one that is twice', () =>
    spoilt(
      (found, zip) => zip.addBuffer(found.get('README.txt')!, 'README.txt'),
      'README.txt is in it twice',
    ))
  test('a link', () =>
    spoilt(
      (_, zip) => zip.addBuffer(Buffer.from('/etc/passwd'), 'photos/x.jpg', { mode: 0o120777 }),
      'photos/x.jpg is a link',
    ))
  test('a bomb: an entry that unpacks to far more than a table does', () =>
    spoilt(
      (_, zip) => zip.addBuffer(Buffer.alloc(60_000_000), 'tables/zeros.csv'),
      'tables/zeros.csv unpacks to more than 200 times its size',
    ))
  test('a bomb that says it is small', () =>
    inFolder(async (folder) => {
      await fillSome(here)
      const file = join(folder, 'log.zip')
      await written(file, (zip) => zip.addBuffer(Buffer.alloc(3_000_000, 'a'), 'tables/lot.csv'))
      // the size in the directory at its end, told as a hundredth
      const bytes = readFileSync(file)
      const at = bytes.lastIndexOf(Buffer.from([0x50, 0x4b, 0x01, 0x02]))
      bytes.writeUInt32LE(30_000, at + 24)
      writeFileSync(file, bytes)
      await expect(restored(here, file)).rejects.toMatchObject({ status: 422 })
    }))
  test('a picture that is not the one it is named for', () =>
    inFolder(async (folder) => {
      await fillSome(here)
      const file = join(folder, 'log.zip')
      await archived(here.log, file)
      const found = await entries(file)
      const hash = 'ab'.repeat(32)
      const added = new Map([
        [`photos/${hash}.jpg`, Buffer.from('another picture')],
        [`photos/${hash}-small.jpg`, Buffer.from('small')],
      ])
      const manifest = found.get('manifest-sha256.txt')!.toString()
      const lines = [...added].map(
        ([path, bytes]) => `${createHash('sha256').update(bytes).digest('hex')}  ${path}\n`,
      )
      found.set('manifest-sha256.txt', Buffer.from(manifest + lines.join('')))
      await written(file, (zip) => {
        for (const [path, bytes] of [...found, ...added]) zip.addBuffer(bytes, path)
      })
      await expect(
        stageArchive(file, join(folder, 'there.sqlite'), join(folder, 'photos'), () => undefined),
      ).rejects.toMatchObject(refusal(422, `photos/${hash}.jpg is not the picture`))
      expect(existsSync(join(folder, 'there.sqlite'))).toBe(false)
    }))
  test('of an earlier form it comes in, brought up to date', () =>
    inFolder(async (folder) => {
      const older = MIGRATIONS.slice(0, -1)
      const db = connectFile(join(folder, 'older.sqlite'))
      await migrate(db, older)
      await db('setting').insert({ name: 'latitude', value: '47' })
      const log = databaseOf(db)
      const file = join(folder, 'older.zip')
      await archived(createLog(log), file)
      await log.close()
      const staged = join(folder, 'there.sqlite')
      await stageArchive(file, staged, join(folder, 'photos'), () => undefined)
      const there = connectFile(staged)
      expect(await there('knex_migrations').pluck('name')).toHaveLength(MIGRATIONS.length)
      expect(await there('setting').where({ name: 'latitude' }).pluck('value')).toEqual(['47'])
      await there.destroy()
    }))
  test('no ZIP at all', () =>
    inFolder(async (folder) => {
      const file = join(folder, 'log.zip')
      writeFileSync(file, 'a letter')
      await expect(restored(here, file)).rejects.toMatchObject(refusal(422, 'no ZIP'))
    }))
  test('a name that leads out of it', () =>
    inFolder(async (folder) => {
      const file = join(folder, 'log.zip')
      await written(file, (zip) => zip.addBuffer(Buffer.from('x'), 'a/b'))
      writeFileSync(
        file,
        Buffer.from(readFileSync(file).toString('latin1').replaceAll('a/b', '../'), 'latin1'),
      )
      await expect(restored(here, file)).rejects.toMatchObject(refusal(422, '../'))
    }))
  test('one of another version', () =>
    inFolder(async (folder) => {
      const file = join(folder, 'log.zip')
      await here.database.write('knex_migrations').insert({ name: '9999-of-tomorrow', batch: 9 })
      await archived(here.log, file)
      const there = await openTestLog()
      await expect(restored(there, file)).rejects.toMatchObject(
        refusal(422, 'in the form 9999-of-tomorrow'),
      )
      await there.database.close()
    }))
})

const logWith = (
  files: ReturnType<typeof photoFiles>,
): { database: TestLog['database']; log: Log } => {
  const database = openMemoryDatabase(readFileSync(process.env.JUNIPER_HAZE_LOG_IMAGE!))
  return { database, log: createLog(database, { files }) }
}

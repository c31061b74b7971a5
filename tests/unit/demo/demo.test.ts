import { afterAll, beforeAll, describe, expect, test } from '@jest/globals'
import { priorOf } from '../../../core/strength/posterior/borrowed'
import { curvePosterior } from '../../../core/strength/posterior/posterior'
import { existsSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { latestOn } from '../../../demo/days'
import { loadDemo } from '../../../demo/load'
import { TAKEN_SHARE, TRUTHS } from '../../../demo/truth'
import { holdFolder } from '../../../server/database/folder-lock'
import { DATABASE_FILE, openDatabase, type Database } from '../../../server/database/open'
import { createLog, type Log } from '../../../server/services/log/log'
import dayjs from 'dayjs'

let folder: string
let database: Database
let log: Log
const today = dayjs().format('YYYY-MM-DD')

beforeAll(async () => {
  folder = mkdtempSync(join(tmpdir(), 'juniper-haze-demo-'))
  await loadDemo(folder)
  database = await openDatabase(folder)
  log = createLog(database)
}, 60_000)
afterAll(async () => {
  await database.close()
  rmSync(folder, { recursive: true, force: true })
})

describe('the demo log', () => {
  test('is alive today: something ready, fresh, unread and learnt', async () => {
    const view = await log.today.view(today)
    expect(view.counts.ready).toBeGreaterThan(0)
    expect(view.counts.wilting).toBeGreaterThan(0)
    expect(view.counts.unmordanted).toBeGreaterThan(0)
    expect(view.counts.unread).toBe(3)
    expect(view.latest.length).toBeGreaterThan(3)
  })

  test('lies in the past two years or so, and nothing of it in the future', async () => {
    for (const [table, column] of [
      ['lot', 'gathered_on'],
      ['pot', 'dyed_on'],
      ['treatment', 'done_on'],
    ] as const) {
      const days = (await database.read(table).pluck(column)) as string[]
      expect(days.every((day) => day <= today && day > latestOn(1, 1, today, 4))).toBe(true)
    }
  })

  test('finds the hidden curves again, within what chance allows', async () => {
    const sources = await log.strength.sources()
    const tansy = sources.find(({ commonName }) => commonName === 'tansy')!
    const [group] = (await log.strength.ofSource(tansy.sourceId)).groups
    expect(group!.n).toBeGreaterThanOrEqual(9)
    // its lots were made from 0.62 to 1.3 times as strong, 0.85 in the mean
    const hidden = TRUTHS['tanacetum-vulgare/flowerHead']!.curve.ceiling
    const { ceiling } = group!.curve!.answer
    expect(ceiling.low).toBeLessThan(hidden)
    expect(ceiling.high).toBeGreaterThan(0.85 * hidden)
  })

  test('has a source that never takes, one with one swatch, and several curves', async () => {
    const sources = await log.strength.sources()
    const views = await Promise.all(sources.map(({ sourceId }) => log.strength.ofSource(sourceId)))
    const tops = views.map(({ groups }) => groups[0]!)
    expect(tops.filter(({ curve }) => curve!.answer.n >= 5).length).toBeGreaterThanOrEqual(4)
    expect(tops.some(({ n }) => n === 1)).toBe(true)
    expect(
      tops.some(({ points }) => points.length >= 3 && points.every((p) => p.strength! < 0.12)),
    ).toBe(true)
  })

  test('has swatches read wet, dry and after light, and judged; curves stand on the dry ones', async () => {
    const { items } = await log.swatches.page({ unread: false, aside: false, limit: 200 })
    const lit = items.filter(({ readings }) => readings.some(({ lightHours }) => lightHours))
    expect(lit.length).toBeGreaterThanOrEqual(4)
    for (const { readings } of lit) {
      const [faded, dry] = readings
      expect(faded).toMatchObject({ lightHours: 40, basis: 'measured' })
      // lighter for what the light took
      expect(faded!.lab.l).toBeGreaterThan(dry!.lab.l)
    }
    const wet = items.filter(({ readings }) => readings.some((reading) => reading.wet))
    expect(wet.length).toBeGreaterThan(2)
    expect(new Set(items.map(({ verdict }) => verdict))).toEqual(
      new Set(['again', 'change', 'not', null]),
    )
    const { groups } = await log.strength.ofSource(
      (await log.strength.sources()).find(({ commonName }) => commonName === 'tansy')!.sourceId,
    )
    const points = groups.flatMap((group) => group.points)
    for (const { code, readings } of lit) {
      const point = points.find((each) => each.code === code)
      if (point) expect(point.hex).toBe(readings[1]!.hex)
    }
  })

  test('has later baths of one liquor, which tell about the share that was hidden', async () => {
    const webcap = (await log.strength.sources()).find(({ commonName }) =>
      /webcap/.test(commonName),
    )!
    const [group] = (await log.strength.ofSource(webcap.sourceId)).groups
    const later = group!.points.filter(({ bathNumber }) => bathNumber > 1)
    expect(later.map(({ bathNumber }) => bathNumber).sort()).toEqual([2, 3])
    const { low, high, n } = group!.curve!.answer.taken
    expect(n).toBe(2)
    expect(low).toBeLessThan(TAKEN_SHARE)
    expect(high).toBeGreaterThan(TAKEN_SHARE)
  })

  test('enough differs fourfold from source to source, and at each twice the plant adds a fifth', async () => {
    const curves = (await log.curves.all()).filter(({ answer }) => answer.uptakeProbability > 0.5)
    const enough = curves.map(({ answer }) => answer.enough.mid)
    expect(curves.length).toBeGreaterThan(10)
    expect(Math.max(...enough) / Math.min(...enough)).toBeGreaterThan(4)
    for (const { answer } of curves) {
      const posterior = curvePosterior(answer.points, priorOf(answer.prior))
      const { low, mid, high } = posterior.doublingGain(answer.enough.mid)
      expect(Math.abs(mid - 0.2)).toBeLessThan(0.03)
      expect(low).toBeLessThan(0.2)
      expect(high).toBeGreaterThan(0.2)
    }
  })

  test('no lot was ever below nothing', async () => {
    const [lowest] = (await database.read.raw(
      `select min(left_g) as g from (select sum(sum(delta_g)) over
       (partition by lot_id order by happened_on) as left_g from lot_movement
       group by lot_id, happened_on)`,
    )) as { g: number }[]
    expect(lowest!.g).toBeGreaterThan(-1e-6)
  })

  test('is left as it is on a second start', async () => {
    const before = await database.read('lot').count('* as n')
    expect(await loadDemo(folder)).toBe(false)
    expect(await database.read('lot').count('* as n')).toEqual(before)
  })

  test('is not thrown away under a server that has it open', async () => {
    const release = holdFolder(folder)
    try {
      await expect(loadDemo(folder, { fresh: true })).rejects.toThrow('is open already')
      expect(existsSync(join(folder, DATABASE_FILE))).toBe(true)
    } finally {
      release()
    }
  })

  test('never touches a log that is somebody’s own', async () => {
    const own = mkdtempSync(join(tmpdir(), 'juniper-haze-own-'))
    const file = join(own, DATABASE_FILE)
    writeFileSync(file, 'not a demo')
    await expect(loadDemo(own, { fresh: true })).rejects.toThrow('a log of your own')
    expect(existsSync(file)).toBe(true)
    rmSync(own, { recursive: true, force: true })
  })
})

test.each([
  [8, 4, '2026-11-23', 0, '2026-08-04'],
  [8, 4, '2026-11-23', 1, '2025-08-04'],
  [12, 4, '2026-11-23', 0, '2025-12-04'],
  [11, 22, '2026-11-23', 0, '2025-11-22'],
])('the latest %d-%d before %s, %d years back, is %s', (month, day, today, back, date) => {
  expect(latestOn(month, day, today, back)).toBe(date)
})

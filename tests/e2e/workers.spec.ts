import { cpSync, mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join, resolve } from 'node:path'
import { expect, test } from './log-server'
import { curveOfJob, type CurveJob } from '../../core/strength/curve-job'
import { connectReader, DATABASE_FILE } from '../../server/database/open'
import { sourceRepository } from '../../server/repositories/sources'
import { atlasEntryOf } from '../../server/services/strength/atlas-entry'
import { computeHere, createCurvePool } from '../../server/services/strength/curve-pool'
import { curvesService } from '../../server/services/strength/curves'
import { createAtlasPool } from '../../server/workers/atlas-pool'
import { newId } from '../../shared/ids'

const BUILT = resolve('.output/server/workers/curves.mjs')

const flat = (r: number) => ({
  reflectance: new Array<number>(31).fill(r),
  lab: { l: 50, a: 0, b: 0 },
})
const jobs: CurveJob[] = Array.from({ length: 25 }, (_, i) => ({
  prior: { kind: 'leaf' },
  swatches: [0.1, 0.3, 0.9].map((ratioDry) => ({
    ratioDry,
    lot: 'a',
    dyed: flat(0.5 / (1 + (1 + i / 10) * ratioDry)),
    bare: flat(0.7),
  })),
}))

test.describe('the worker as it is built', () => {
  test('answers as the same functions do here, in order, and keeps answers', async () => {
    const pool = createCurvePool(BUILT, { threads: 1 })
    try {
      const answers = await pool.compute(jobs)
      expect(answers).toEqual(jobs.map(curveOfJob))
      const again = await pool.compute(jobs)
      // kept, not computed anew: the very same objects
      expect(again.every((answer, i) => answer === answers[i])).toBe(true)
    } finally {
      await pool.close()
    }
  })

  test('one that dies is replaced, and its batch is done all the same', async () => {
    const folder = mkdtempSync(join(tmpdir(), 'juniper-haze-worker-'))
    process.env.JUNIPER_HAZE_TEST_WORKER = BUILT
    process.env.JUNIPER_HAZE_TEST_MARK = join(folder, 'died')
    const pool = createCurvePool(resolve('tests/fixtures/crashing-worker.mjs'), { threads: 1 })
    try {
      expect(await pool.compute(jobs)).toEqual(jobs.map(curveOfJob))
    } finally {
      await pool.close()
      rmSync(folder, { recursive: true, force: true })
    }
  })

  test('an error of the reckoning itself comes through, in words', async () => {
    const pool = createCurvePool(BUILT, { threads: 1 })
    const broken = { ...jobs[0]!, swatches: [{ ...jobs[0]!.swatches[0]!, ratioDry: -1 }] }
    try {
      await expect(pool.compute([broken])).rejects.toThrow('ratio must be 0 or more; got -1')
    } finally {
      await pool.close()
    }
  })

  test('the atlas’s threads give what is computed here, and its curves to be kept', async () => {
    const folder = mkdtempSync(join(tmpdir(), 'juniper-haze-worker-'))
    cpSync(process.env.JUNIPER_HAZE_E2E_DEMO!, folder, { recursive: true })
    const log = join(folder, DATABASE_FILE)
    const db = connectReader(log)
    const kept: unknown[] = []
    const pool = createAtlasPool(resolve('.output/server/workers/atlas.mjs'), log, (answers) =>
      kept.push(...answers.values()),
    )
    try {
      const curves = curvesService(db, computeHere)
      const here = atlasEntryOf(db, curves)
      const ids = (await sourceRepository(db).dyedIds()).slice(0, 3)
      expect(await Promise.all(ids.map((id) => pool.entryOf(id)))).toEqual(
        await Promise.all(ids.map(here)),
      )
      const all = await Promise.all(ids.map((sourceId) => curves.all({ sourceId })))
      expect(kept).toHaveLength(all.flat().length)
      for (const { answer } of all.flat()) expect(kept).toContainEqual(answer)
      await expect(pool.entryOf(newId())).rejects.toThrow('There is no source')
    } finally {
      await pool.close()
      await db.destroy()
      rmSync(folder, { recursive: true, force: true })
    }
  })
})

import { afterEach, beforeEach, describe, expect, test } from '@jest/globals'
import { strengthAt } from '../../../../core/strength/saturation'
import { createLog } from '../../../../server/services/log/log'
import { computeHere } from '../../../../server/services/strength/curve-pool'
import { touchedSince } from '../../../../server/repositories/touched-sources'
import { newId } from '../../../../shared/ids'
import { dyedSwatch, measuredAt } from '../../../fixtures/dyed'
import { DOCK, openTestLog, TANSY, type TestLog } from '../../../fixtures/log'

let here: TestLog
beforeEach(async () => void (here = await openTestLog()))
afterEach(() => here.database.close())

const truth = { model: 'exponential' as const, ceiling: 1.6, scale: 0.3 }
const dyeTansy = (ratio: number) => dyedSwatch(here, ratio, measuredAt(strengthAt(truth, ratio)))
const seen = async () => {
  await here.log.atlas.settled()
  return here.log.atlas.view()
}

describe('the atlas', () => {
  test('tells each curve in short, as its page does', async () => {
    for (const ratio of [0.1, 0.3, 0.6, 1.2]) await dyeTansy(ratio)
    const { rows, sources, pending } = await seen()
    expect(pending).toBe(0)
    expect(sources).toMatchObject([{ sourceId: TANSY, commonName: 'tansy', gramsPerHour: null }])
    expect(rows).toHaveLength(1)
    const [row] = rows
    const { curve } = (await here.log.strength.ofSource(TANSY)).groups[0]!
    expect(row).toMatchObject({
      n: 4,
      lots: 4,
      estimated: 0,
      donorSwatches: 0,
      fibreClass: 'wool',
      mordant: 'Al',
      ceilingReached: curve!.answer.ceilingReached,
      isScaleKnown: true,
      tried: [0.1, 1.2],
      way: 'simmer',
      family: 'yellow',
    })
    // in four digits
    for (const key of ['mid', 'low', 'high'] as const) {
      expect(row!.enough[key] / curve!.answer.enough[key]).toBeCloseTo(1, 3)
      expect(row!.ceiling[key] / curve!.answer.ceiling[key]).toBeCloseTo(1, 3)
    }
    expect(row!.uptakeProbability).toBeCloseTo(curve!.answer.uptakeProbability, 4)
    expect(row!.perGram.low).toBeLessThan(strengthAt(truth, row!.enough.mid) / row!.enough.mid)
    expect(row!.perGram.high).toBeGreaterThan(strengthAt(truth, row!.enough.mid) / row!.enough.mid)
    expect(row!.ribbon).toHaveLength(13)
  })

  test('a reading brings its own source up to date, and leaves others alone', async () => {
    await dyeTansy(0.3)
    const dock = await here.lot({ sourceId: DOCK, state: 'dried' })
    await dyedSwatch(here, 0.3, measuredAt(1), { lot: dock })
    const before = await seen()
    const asked: string[] = []
    const spied = createLog(here.database, {
      compute: (jobs) => {
        asked.push(...jobs.map(({ swatches }) => `${swatches.length}`))
        return computeHere(jobs)
      },
    })
    // another log on the same file finds what was kept
    await spied.atlas.settled()
    expect(asked).toEqual([])
    await dyeTansy(0.8)
    await spied.atlas.settled()
    expect(asked).toEqual(['2'])
    const after = await spied.atlas.view()
    expect(after.rows.find(({ sourceId }) => sourceId === TANSY)!.n).toBe(2)
    expect(after.rows.find(({ sourceId }) => sourceId === DOCK)).toEqual(
      before.rows.find(({ sourceId }) => sourceId === DOCK),
    )
  })

  test('what stood before is shown while it is reckoned anew, and said to be', async () => {
    await dyeTansy(0.3)
    await seen()
    await dyeTansy(0.8)
    const meanwhile = await here.log.atlas.view()
    expect(meanwhile.pending).toBeGreaterThan(0)
    expect(meanwhile.rows[0]!.n).toBe(1)
    expect((await seen()).rows[0]!.n).toBe(2)
  })

  test('a reckoning that fails is tried again at the next look', async () => {
    await dyeTansy(0.3)
    let fails = true
    const log = createLog(here.database, {
      compute: (jobs) => (fails ? Promise.reject(new Error('no worker')) : computeHere(jobs)),
    })
    await expect(log.atlas.settled()).rejects.toThrow('no worker')
    expect((await log.atlas.view()).pending).toBeGreaterThan(0)
    fails = false
    await log.atlas.settled().catch(() => log.atlas.settled())
    expect((await log.atlas.view()).rows).toHaveLength(1)
  })

  test('two sources are computed at once, and none beside itself: the newest answer stands', async () => {
    await dyeTansy(0.3)
    const dock = await here.lot({ sourceId: DOCK, state: 'fresh', netG: 900 })
    await dyedSwatch(here, 0.3, measuredAt(1), { lot: dock })
    const asked: number[] = []
    let release = () => {}
    const held = new Promise<void>((done) => (release = done))
    const log = createLog(here.database, {
      compute: async (jobs) => {
        asked.push(...jobs.map(({ swatches }) => swatches.length))
        await held
        return computeHere(jobs)
      },
    })
    await log.atlas.view()
    while (asked.length < 2) await new Promise((next) => setTimeout(next, 5))
    await dyeTansy(0.8)
    await log.atlas.view()
    await new Promise((next) => setTimeout(next, 50))
    // both are under way: what was written meanwhile waits for the one it touches
    expect(asked).toEqual([1, 1])
    release()
    await log.atlas.settled()
    const { rows, pending } = await log.atlas.view()
    expect(pending).toBe(0)
    expect(rows.find(({ sourceId }) => sourceId === TANSY)!.n).toBe(2)
    expect(asked).toEqual([1, 1, 2])
  })

  test('walks that were timed tell grams an hour', async () => {
    const lot = await here.lot({ state: 'fresh', netG: 300, minutes: 30 })
    await dyedSwatch(here, 0.3, measuredAt(1), { lot })
    expect((await seen()).sources[0]).toMatchObject({ gramsPerHour: 600, walks: 1 })
  })
})

describe('what a change touches', () => {
  const touched = async (run: () => Promise<unknown>) => {
    const { latest } = await touchedSince(here.database.read, null)
    await run()
    const { ids } = await touchedSince(here.database.read, latest)
    return ids && [...ids]
  }

  test('is the source of the lots behind it; nothing where nothing was written', async () => {
    const swatch = await dyeTansy(0.3)
    expect(await touched(() => Promise.resolve())).toEqual([])
    expect(
      await touched(async () => {
        const { rev } = await here.log.swatches.read(swatch.id)
        await here.log.swatches.change(swatch.id, rev, { note: 'again' })
      }),
    ).toEqual([TANSY])
    expect(
      await touched(async () => {
        const piece = await here.log.pieces.read(swatch.pieceId)
        await here.log.pieces.change(piece.id, piece.rev, {
          bare: { id: newId(), hex: '#eeeecc', wet: false, washed: true },
        })
      }),
    ).toEqual([TANSY])
    expect(await touched(() => here.log.vessels.page({ limit: 1, aside: false }))).toEqual([])
  })

  test('of a lot that is named anew, both sources', async () => {
    const lot = await here.lot({ state: 'dried' })
    await dyedSwatch(here, 0.3, measuredAt(1), { lot })
    const ids = await touched(async () => {
      const { rev } = await here.log.lots.read(lot.id)
      await here.log.lots.change(lot.id, rev, { sourceId: DOCK })
    })
    expect(new Set(ids)).toEqual(new Set([TANSY, DOCK]))
  })

  test('of very much, everything', async () => {
    await dyeTansy(0.3)
    const { latest } = await touchedSince(here.database.read, null, 1)
    await dyeTansy(0.4)
    expect((await touchedSince(here.database.read, latest, 1)).ids).toBeNull()
  })
})

describe('a source’s curves', () => {
  test('a thin one leans on the nearest that is not, and says on which', async () => {
    for (const ratio of [0.1, 0.3, 0.6]) await dyeTansy(ratio)
    await dyedSwatch(here, 0.3, measuredAt(1), { piece: { fibre: 'silk' } })
    const { groups } = await here.log.strength.ofSource(TANSY)
    const silk = groups.find(({ fibreClass }) => fibreClass === 'silk')!
    expect(silk.curve!.donorCurve).toEqual({ key: groups[0]!.key, n: 3, differs: ['fibre'] })
    expect(groups[0]!.curve!.donorCurve).toBeNull()
    const own = silk.curve!.answer.ceiling
    expect(own.high / own.low).toBeLessThan(20)
  })

  test('ways part curves; later baths stand beside, with the ratio they began from', async () => {
    await dyeTansy(0.3)
    await dyedSwatch(here, 0.3, measuredAt(0.8), { pot: { way: 'coldSteep' } })
    const { groups } = await here.log.strength.ofSource(TANSY)
    expect(groups.map(({ way }) => way).sort()).toEqual(['coldSteep', 'simmer'])
    const first = (await here.log.pots.page({ limit: 9, aside: false })).items.at(-1)!
    const later = await here.log.pots.create({
      id: newId(),
      title: '',
      dyedOn: '2026-08-22',
      way: 'simmer',
      lots: [],
      note: '',
      fromPotId: first.id,
      waterL: null,
      tempC: null,
      minutes: null,
      finalPh: null,
      pieces: [{ pieceId: (await here.piece({ dryG: 10 })).id }],
    })
    const { swatchId } = later.item.pieces[0]!
    await here.log.swatches.change(swatchId!, 1, { reading: { id: newId(), ...measuredAt(0.4) } })
    const simmered = (await here.log.strength.ofSource(TANSY)).groups.find(
      ({ way }) => way === 'simmer',
    )!
    const point = simmered.points.find(({ bathNumber }) => bathNumber === 2)!
    expect(point).toMatchObject({ exclusion: 'laterBath', ratioDry: null })
    expect(point.firstRatioDry).toBeCloseTo(0.3)
    expect(point.strength).toBeCloseTo(0.4, 6)
  })

  test('its lots come with what may have made them so', async () => {
    const lot = await here.lot({ state: 'dried', stage: 'full flower' })
    await dyedSwatch(here, 0.3, measuredAt(1), { lot })
    expect(await here.log.strength.lotsOf(TANSY)).toMatchObject([
      { lotId: lot.id, code: lot.code, stage: 'full flower', place: '', state: 'dried' },
    ])
  })
})

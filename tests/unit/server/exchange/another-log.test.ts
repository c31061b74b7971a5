import { afterEach, beforeEach, describe, expect, test } from '@jest/globals'
import { settingRepository } from '../../../../server/repositories/settings'
import { newId } from '../../../../shared/ids'
import { dyedSwatch, measuredAt, seenAt } from '../../../fixtures/dyed'
import { openTestLog, refusal, TANSY, type TestLog } from '../../../fixtures/log'
import { wholeOf } from '../../../fixtures/whole-of'

/** Another dyer's log and one's own: test logs are copies of one image, so each gets an id. */
let theirs: TestLog
let here: TestLog
const bytes = (text: string) => new TextEncoder().encode(text)

async function openOwn() {
  const log = await openTestLog()
  await settingRepository(log.database.write).write('logId', newId())
  return log
}

beforeEach(async () => {
  theirs = await openOwn()
  here = await openOwn()
})
afterEach(async () => {
  await theirs.database.close()
  await here.database.close()
})

const jsonOf = (log: TestLog) => wholeOf(log.log.exchange.write('swatches.json'))
async function bringIn(json: string, whose = 'Fen Lodge') {
  const importer = await here.log.exchange.swatches(bytes(json), whose)
  const plan = await importer.preview(bytes(json))
  return { plan, done: await importer.apply(bytes(json), plan.hash) }
}
const strength = (log: TestLog, sourceId = TANSY) => log.log.strength.ofSource(sourceId)
const undo = (id: string | null) => here.log.changes.undo(id!)

describe('swatches of another log', () => {
  test('come in whole, and are kept apart until they are wanted', async () => {
    for (const [ratio, of] of [
      [0.1, 0.4],
      [0.2, 0.7],
      [0.4, 1.1],
      [0.8, 1.5],
    ] as const) {
      await dyedSwatch(theirs, ratio, measuredAt(of))
    }
    const { plan, done } = await bringIn(await jsonOf(theirs))
    expect(plan).toMatchObject({ isAnothers: true, counts: { new: 4, refused: 0, leftOut: 0 } })
    expect(plan.rows[0]!.what).toBe('POT-26-04: tansy on wool, Al; 1 swatch')
    expect(done.rows).toBe(4)

    const apart = await strength(here)
    expect(apart.others).toEqual([{ fromLog: 'Fen Lodge', swatches: 4, isCounted: false }])
    expect(apart.groups[0]!.n).toBe(0)
    expect(apart.groups[0]!.points.map(({ exclusion }) => exclusion)).toEqual(
      Array(4).fill('keptApart'),
    )

    const counted = await here.log.moves.countLog({
      fromLog: 'Fen Lodge',
      sourceId: TANSY,
      isCounted: true,
    })
    // the very curve that it is there, from the very same facts
    const [mine] = (await strength(here)).groups
    const [other] = (await strength(theirs)).groups
    expect(mine!.n).toBe(4)
    expect(mine!.key).toBe(other!.key)
    const facts = (group: typeof mine) =>
      group!.points
        .map(({ ratioDry, strength: s, hex, dyedOn }) => ({ ratioDry, strength: s, hex, dyedOn }))
        .sort((a, b) => a.ratioDry! - b.ratioDry!)
    expect(facts(mine)).toEqual(facts(other))
    // drawn in another order: the same but for the last digit
    const ceilingOf = (group: typeof mine) => group!.curve!.answer.ceiling.mid
    expect(ceilingOf(mine)).toBeCloseTo(ceilingOf(other), 1)

    await undo(counted.changeSetId)
    expect((await strength(here)).groups[0]!.n).toBe(0)
  })

  test('are no stock, no season and no gathering of one’s own', async () => {
    await dyedSwatch(theirs, 0.4, seenAt(1.1))
    const read = await theirs.pot(await theirs.lot(), [await theirs.piece(), await theirs.piece()])
    await theirs.log.swatches.change(read.pieces[0]!.swatchId!, 1, {
      reading: { hex: '#d8c24a', wet: false, washed: true },
    })
    await bringIn(await jsonOf(theirs))
    const lots = (await here.log.lots.page({ limit: 50, aside: false })).items
    expect(lots).toHaveLength(2)
    for (const each of lots) {
      expect(each).toMatchObject({ fromLog: 'Fen Lodge', leftG: 0, isCounted: false })
    }
    // the piece that nobody read there does not wait here
    const unread = await here.log.swatches.page({ unread: true, limit: 50, aside: false })
    expect(unread.items).toEqual([])
    const loft = await here.log.loft.view('2026-09-09')
    expect(loft.groups.flatMap((heap) => heap.lots)).toEqual([])
    // nor do they go out of it again as one's own
    for (const file of ['gatherings.csv', 'pieces.csv', 'swatches.csv', 'dye-log.csv'] as const) {
      const lines = (await wholeOf(here.log.exchange.write(file))).trim().split('\r\n')
      expect([file, lines.length]).toEqual([file, 1])
    }
    expect(await jsonOf(here)).toContain('"swatches":[\n],"pots":[\n]')
    const dyed = await here.log.basket.rows({ level: 'dyed', offset: 0, limit: 50 })
    expect(dyed).toEqual({ rows: [], count: 0 })
  })

  test('double nothing when they come twice; more of them come beside; undone, they come again', async () => {
    await dyedSwatch(theirs, 0.2, measuredAt(0.7))
    const first = await bringIn(await jsonOf(theirs))
    await dyedSwatch(theirs, 0.4, measuredAt(1.1))
    const second = await bringIn(await jsonOf(theirs))
    expect(second.plan.counts).toMatchObject({ new: 1, same: 1 })
    expect((await strength(here)).others).toMatchObject([{ swatches: 2 }])
    await undo(second.done.changeSetId)
    await undo(first.done.changeSetId)
    expect((await strength(here)).others).toEqual([])
    const again = await bringIn(await jsonOf(theirs))
    expect(again.plan.counts).toMatchObject({ new: 2 })
    expect((await strength(here)).others).toMatchObject([{ swatches: 2 }])
  })

  test('of a source that is not known here bring it with them', async () => {
    const fern = {
      id: newId(),
      scientificName: 'Filix lunaria',
      commonName: 'moonwort fern',
      synonyms: [],
      otherNames: [],
      part: 'leaf',
      needsMordant: 'yes',
      usualRatio: 1.5,
      usualRatioState: 'fresh',
      dryFraction: 0.31,
      windowFrom: 5,
      windowTo: 6,
      caution: null,
    } as const
    await theirs.log.sources.create({ ...fern, synonyms: [], otherNames: [] })
    const lot = await theirs.lot({ sourceId: fern.id })
    const pot = await theirs.pot(lot, [await theirs.piece()], { massG: 100 })
    await theirs.log.swatches.change(pot.pieces[0]!.swatchId!, 1, {
      reading: { hex: '#8a7a3c', wet: false, washed: true },
      verdict: 'again',
      verdictWhy: 'moss in sun',
    })
    await bringIn(await jsonOf(theirs))
    const source = await here.log.sources.read(fern.id)
    expect(source).toMatchObject({
      commonName: 'moonwort fern',
      dryFraction: 0.31,
      usualRatio: 1.5,
    })
    const [point] = (await strength(here, fern.id)).groups[0]!.points
    expect(point!.ratioDry).toBeCloseTo((100 * 0.31) / 50, 6)
    const swatch = await here.log.swatches.read(point!.swatchId)
    expect(swatch).toMatchObject({ verdict: 'again', verdictWhy: 'moss in sun' })
  })

  test('a later bath and a jar’s liquor stay in the file, and say so', async () => {
    const lot = await theirs.lot()
    const [one, two] = [await theirs.piece(), await theirs.piece()]
    const pot = await theirs.pot(lot, [one])
    const later = await theirs.pot(lot, [two], { fromPotId: pot.id, lots: [] })
    for (const { pieces } of [pot, later]) {
      await theirs.log.swatches.change(pieces[0]!.swatchId!, 1, {
        reading: { hex: '#d8c24a', wet: false, washed: true },
      })
    }
    const { plan } = await bringIn(await jsonOf(theirs))
    expect(plan.counts).toMatchObject({ new: 1, leftOut: 1 })
    expect(plan.rows.find(({ outcome }) => outcome === 'leftOut')!.why).toContain('a later bath')
  })

  test('what was stirred in, and pieces read as one, come back the same', async () => {
    const lot = await theirs.lot()
    const pieces = [await theirs.piece(), await theirs.piece()]
    const pot = await theirs.pot(lot, pieces, {
      waterL: 4,
      finalPh: null,
      notes: [
        {
          id: newId(),
          kind: 'add',
          at: '2026-08-20T11:00:00+02:00',
          toleranceMin: 0,
          note: 'a pinch',
          stepId: null,
          data: {
            agent: 'ironSulfate',
            form: '',
            massG: 0.5,
            shelfId: null,
            lotId: null,
            waterL: 0,
            waterC: null,
          },
        },
      ],
    })
    const ids = pot.pieces.map(({ swatchId }) => swatchId!)
    await theirs.log.alike.read({
      swatchIds: ids,
      reading: { hex: '#6b6a3f', wet: false, washed: true },
    })
    await bringIn(await jsonOf(theirs))
    await here.log.moves.countLog({ fromLog: 'Fen Lodge', sourceId: TANSY, isCounted: true })
    const [mine] = (await strength(here)).groups
    const [other] = (await strength(theirs)).groups
    expect(mine!.key).toBe(other!.key)
    expect(mine!.mordant).toBe('Al Fe')
    // one look counts once, there and here
    expect([mine!.n, other!.n]).toEqual([1, 1])
  })

  test('what cannot be here says on which line it stands, and nothing comes in', async () => {
    await dyedSwatch(theirs, 0.2, measuredAt(0.7))
    const json = (await jsonOf(theirs)).replaceAll(/"(dyedOn|gatheredOn)":"20\d\d/g, '"$1":"2099')
    await expect(bringIn(json)).rejects.toMatchObject(refusal(422, 'Line 1: gatheredOn'))
    expect((await here.log.pots.page({ limit: 5, aside: false })).items).toEqual([])
  })

  test('a file that is cut off, or of other pots, changes nothing', async () => {
    await dyedSwatch(theirs, 0.2, measuredAt(0.7))
    const json = await jsonOf(theirs)
    const cut = bytes(json.slice(0, -40))
    const importer = await here.log.exchange.swatches(cut, 'Fen Lodge')
    await expect(importer.preview(cut)).rejects.toThrow('no sound JSON')
    const wrong = json.replaceAll('"way":"simmer","wayName"', '"way":"boil dry","wayName"')
    const { plan } = await (async () => {
      const other = await here.log.exchange.swatches(bytes(wrong), 'Fen Lodge')
      return { plan: await other.preview(bytes(wrong)) }
    })()
    expect(plan.rows).toMatchObject([{ outcome: 'refused' }])
    expect(plan.rows[0]!.why).toContain('way must be one of')
    await expect(
      here.log.moves.countLog({ fromLog: 'nobody', sourceId: TANSY, isCounted: true }),
    ).rejects.toMatchObject(refusal(422, 'no lot of it'))
  })
})

import { afterEach, beforeEach, describe, expect, test } from '@jest/globals'
import { newId } from '../../../../shared/ids'
import { PLAIN_PATCH } from '../../../../shared/schemas/walk/patch'
import {
  attentionWords,
  fibreWords,
  gatheredWords,
  learntWords,
  perFibreWords,
  placeWords,
  wasteWords,
} from '../../../../app/features/year/back-words'
import { dyedSwatch, measuredAt } from '../../../fixtures/dyed'
import { openTestLog, TANSY, type TestLog } from '../../../fixtures/log'

let here: TestLog
beforeEach(async () => {
  here = await openTestLog()
  here.at('2026-10-05T08:00:00Z')
})
afterEach(() => here.database.close())

describe('a year looked back on', () => {
  test('that has nothing says nothing', async () => {
    const back = await here.log.yearBack(2026)
    expect(back).toMatchObject({ pots: 0, pieces: 0, fibreG: 0, gathered: [], learnt: [] })
    expect(attentionWords(back.attention)).toBe('no pot')
    expect(wasteWords(back.waste)).toEqual([])
  })

  test('tells what was gathered where, as fresh, and what of it is rough', async () => {
    const patch = { ...PLAIN_PATCH, id: newId(), name: 'Orchard Bank' }
    await here.log.patches.create(patch)
    const lot = { sourceId: TANSY, gatheredOn: '2026-08-02' }
    await here.lot({ ...lot, state: 'fresh', netG: 400, patchId: patch.id })
    const { dryFraction } = await here.log.sources.read(TANSY)
    await here.lot({ ...lot, state: 'dried', netG: 50, patchId: patch.id })
    await here.lot({ ...lot, state: 'fresh', netG: 100, gatheredOn: '2025-08-02' })
    const [tansy, ...others] = (await here.log.yearBack(2026)).gathered
    expect(others).toEqual([])
    expect(tansy!.freshG).toBeCloseTo(400 + 50 / dryFraction, 6)
    expect(tansy).toMatchObject({ gatherings: 2, isRough: false })
    expect(tansy!.places).toHaveLength(1)
    expect(tansy!.places[0]).toMatchObject({ patchName: 'Orchard Bank' })
    expect((await here.log.yearBack(2025)).gathered[0]!.places[0]!.patchName).toBeNull()
    expect((await here.log.yearBack(2024)).years).toEqual([2026, 2025])
  })

  test('tells plant for fibre, colours, and how much narrower a curve is', async () => {
    for (const [ratio, depth] of [
      [0.2, 0.7],
      [0.4, 1.1],
      [0.8, 1.5],
      [1.6, 1.8],
    ] as const) {
      await dyedSwatch(here, ratio, measuredAt(depth))
    }
    const pots = (await here.log.pots.page({ aside: false, limit: 20 })).items
    const year = Number(pots[0]!.dyedOn.slice(0, 4))
    const back = await here.log.yearBack(year)
    expect(back.pots).toBe(4)
    const fibreG = pots.reduce((sum, pot) => sum + pot.pieces[0]!.dryG, 0)
    expect(back.fibreG).toBeCloseTo(fibreG, 9)
    const plantG = pots.reduce((sum, pot) => sum + pot.ratioDry! * pot.pieces[0]!.dryG, 0)
    const [tansy] = back.plantPerFibre
    expect(tansy!.plantG).toBeCloseTo(plantG, 6)
    expect(perFibreWords(tansy!)).toBe('0.75 : 1 dry, over 4 pots')
    expect(back.colours.reduce((sum, { pieces }) => sum + pieces, 0)).toBe(4)
    const [learnt] = back.learnt
    expect(learnt).toMatchObject({ nBefore: 0, n: 4 })
    expect(learntWords(learnt!)).toMatch(/^new, 4 swatches; enough /)
    // the whole of it was learnt in that year: the year after has nothing to tell
    expect((await here.log.yearBack(year + 1)).learnt).toEqual([])
    const view = (await here.log.curves.asOf(TANSY, `${year}-12-31`))[0]!
    expect(view.answer).toEqual((await here.log.curves.all({ sourceId: TANSY }))[0]!.answer)
    expect(await here.log.curves.asOf(TANSY, `${year - 1}-12-31`)).toEqual([])
  })

  test('says no more than it knows', () => {
    const learnt = {
      sourceId: 's',
      sourceName: 'tansy',
      key: 'k',
      fibreClass: 'wool',
      mordant: 'Al',
      phBand: 'asItCame',
      way: 'simmer',
      stuff: 'asUsual',
      nBefore: 3,
      n: 8,
      narrowing: 2.1,
      uptakeProbability: 0.99,
      enough: [0.4, 0.9],
    } as const
    expect(learntWords(learnt)).toBe(
      '8 swatches, 3 before; enough likely between 0.4 : 1 and 0.9 : 1 dry, 2.1 times narrower',
    )
    expect(learntWords({ ...learnt, narrowing: 1.02 })).toContain('about as before')
    expect(learntWords({ ...learnt, narrowing: 0.7 })).toContain('wider than before')
    expect(learntWords({ ...learnt, enough: null })).toBe(
      '8 swatches, 3 before; enough was not reached in what was tried',
    )
    expect(learntWords({ ...learnt, enough: null, uptakeProbability: 0.2 })).toBe(
      '8 swatches, 3 before; it likely does not take',
    )
    expect(placeWords({ patchName: 'Bank', freshG: 700, fallenG: 0, allowedG: 600 })).toBe(
      'Bank: 700 g of 600 g allowed, more than its allowance',
    )
    const gathered = {
      sourceId: 's',
      sourceName: 'tansy',
      part: 'flowerHead',
      gatherings: 2,
      unknown: 0,
      freshG: 500,
      isRough: true,
      places: [],
    }
    expect(gatheredWords(gathered)).toBe('about 500 g as fresh, in 2 gatherings')
    expect(gatheredWords({ ...gathered, unknown: 1 })).toMatch(/, 1 of them of unknown amount$/)
    expect(gatheredWords({ ...gathered, unknown: 2, freshG: 0 })).toBe(
      '2 gatherings, how much is not known',
    )
    expect(fibreWords({ fibreG: 350, isFibreRough: false, unweighedPieces: 2 })).toBe(
      '350 g of fibre in first baths beside 2 pieces of unknown weight',
    )
    expect(placeWords({ patchName: 'Carr', freshG: 700, fallenG: 700, allowedG: 0 })).toBe(
      'Carr: 700 g fallen or pruned anyway',
    )
    expect(placeWords({ patchName: null, freshG: 700, fallenG: 0, allowedG: null })).toBe(
      'no place told: 700 g',
    )
    expect(attentionWords({ minutes: 200, known: 1, pots: 3 })).toMatch(
      /^about .* over 3 pots, 1 of them as noted, the others as such pots usually take$/,
    )
    expect(
      wasteWords({ lostG: 0, poured: 3, pouredL: 10, pouredUnknown: 1, composted: 0, binned: 1 }),
    ).toEqual([
      'liquor of 3 pots poured away, 10 L of 2 of them told',
      'spent stuff of 1 pot in the bin',
    ])
  })
})

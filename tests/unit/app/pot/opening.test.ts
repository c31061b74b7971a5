import { afterEach, beforeEach, describe, expect, test } from '@jest/globals'
import { reactive } from 'vue'
import { useOpening } from '../../../../app/features/pot/plan/opening'
import { blankPot, mendDraft, type PotDraft } from '../../../../app/features/pot/pot-draft'
import type { PotStock } from '../../../../app/features/pot/usePotStock'
import { openTestLog, type TestLog } from '../../../fixtures/log'

/** The log's answer, given when a test says so. */
let answer: (items: unknown[]) => void
const api = {
  get: <T>() => new Promise<T>((done) => (answer = (items) => done({ items } as T))),
}
let here: TestLog
beforeEach(async () => void (here = await openTestLog()))
afterEach(() => here.database.close())

/** A draft of a pot with one lot, and the stock it is planned from. */
async function begun(vessels: { id: string }[] = []) {
  const lot = await here.lot({ state: 'dried', netG: 100 })
  const source = await here.log.sources.read(lot.sourceId)
  const sources = new Map([[source.id, source]])
  const stock = { lots: [lot], sources, ways: [], vessels } as unknown as PotStock
  const draft = reactive(blankPot())
  draft.lots[0]!.lotId = lot.id
  return { lot, source, stock, draft }
}

async function opening() {
  const { lot, source, stock, draft } = await begun()
  const done = useOpening(draft, () => stock, api)({ lotId: lot.id, ratioDry: null })
  return { draft, done, source }
}

test('a draft of before, with texts for numbers, keeps what was typed', () => {
  const before = { ...blankPot(), tempC: '71', minutes: '', finalPh: '8,5' }
  expect(mendDraft(before as unknown as PotDraft)).toMatchObject({
    tempC: 71,
    minutes: null,
    finalPh: 8.5,
  })
})

describe('a pot that opens', () => {
  test('takes what is usual of its source where the dyer has no pot of it', async () => {
    const { draft, done, source } = await opening()
    answer([])
    await done
    expect(draft.way).toBe(source.ways[0])
    expect(draft.lots[0]!.ratioDry).toBeCloseTo(source.usualRatio! * source.dryFraction, 9)
    expect(draft.opened).toMatchObject({ way: 'source', ratio: 'source', code: '' })
  })

  test('of the past takes over no water: what the last pot had is no fact of this one', async () => {
    const rain = { code: 'POT-26-07', way: 'simmer', ownWayId: null, ratioDry: 0.5 }
    for (const [mode, water] of [
      ['plan', 'rain'],
      ['past', ''],
    ] as const) {
      const { draft, done } = await opening()
      draft.mode = mode
      answer([{ ...rain, plan: { water: 'rain' } }])
      await done
      expect([mode, draft.water]).toEqual([mode, water])
    }
  })

  test('takes the last pot of it, and leaves what a quick hand chose meanwhile', async () => {
    const { draft, done } = await opening()
    Object.assign(draft.lots[0]!, { ratioDry: 0.9, isSaid: true })
    draft.way = 'coldSteep'
    answer([{ code: 'POT-26-07', way: 'cookDown', ownWayId: null, ratioDry: 0.5, plan: null }])
    await done
    expect(draft.lots[0]!.ratioDry).toBe(0.9)
    expect(draft.way).toBe('coldSteep')
    expect(draft.opened).toMatchObject({ way: null, ratio: null })
  })

  test.each([
    ['the last pot of the source says its own', [{ vesselId: 'jar' }], 'jar'],
    ['of a new source it is the one used most', [], 'enamel'],
  ])('in a vessel: %s', async (_, ofSource, expected) => {
    const { lot, stock, draft } = await begun([{ id: 'enamel' }, { id: 'jar' }])
    const done = { code: 'POT-26-07', way: 'simmer', ownWayId: null, ratioDry: 0.5, plan: null }
    // the one used most of all is gone from the shelf
    const recent = ['jar', 'enamel', 'enamel', 'gone', 'gone', 'gone', null]
    const log = {
      get: <T>(_path: string, query?: { sourceId?: string }) =>
        Promise.resolve({
          items: query?.sourceId
            ? ofSource.map((pot) => ({ ...done, ...pot }))
            : recent.map((vesselId) => ({ ...done, vesselId })),
        } as T),
    }
    await useOpening(draft, () => stock, log)({ lotId: lot.id, ratioDry: null })
    expect(draft.vesselId).toBe(expected)
  })
})

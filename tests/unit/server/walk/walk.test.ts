import { afterEach, beforeEach, describe, expect, test } from '@jest/globals'
import { newId } from '../../../../shared/ids'
import { PLAIN_PATCH } from '../../../../shared/schemas/walk/patch'
import { newWishSchema } from '../../../../shared/schemas/walk/wish'
import { dyedSwatch, measuredAt } from '../../../fixtures/dyed'
import { openTestLog, refusal, TANSY, type TestLog } from '../../../fixtures/log'

let here: TestLog
beforeEach(async () => void (here = await openTestLog()))
afterEach(() => here.database.close())

const patch = async (fields: Partial<typeof PLAIN_PATCH> & { name: string }) =>
  (await here.log.patches.create({ ...PLAIN_PATCH, id: newId(), ...fields })).item

describe('what the walk shows', () => {
  test('windows moved by earlier years, what is wanted, and what a patch bears', async () => {
    const bank = await patch({ name: 'Quarry Lane' })
    for (const year of [2023, 2024, 2025])
      await here.lot({ gatheredOn: `${year}-07-01`, netG: 200, patchId: bank.id })
    await here.lot({ gatheredOn: '2026-07-20', netG: 300, patchId: bank.id })
    await here.log.allowances.create({
      id: newId(),
      patchId: bank.id,
      sourceId: TANSY,
      rule: { kind: 'gramsPerSeason', massG: 250 },
      standingG: null,
      note: '',
    })
    await here.log.wishes.create({
      id: newId(),
      words: 'A jumper',
      sourceId: TANSY,
      jarId: null,
      agent: null,
      dueOn: null,
      fibreG: 1000,
      depth: null,
    })
    const { rows } = await here.log.walk.view('2026-09-09')
    expect(rows.length).toBeGreaterThanOrEqual(120)
    const tansy = rows.find(({ source }) => source.id === TANSY)!
    expect(tansy.window!.shiftDays).toBeLessThan(-5)
    expect(tansy.window!.years).toBe(3)
    expect(tansy.bearings).toMatchObject([{ own: true, takenG: 300, leftG: 0, pastG: 50 }])
    // 3 : 1 fresh on a kilogram, less the 900 g that are there
    expect(tansy.needs[0]).toMatchObject({
      wantedDryG: expect.closeTo(540, 6) as unknown,
      stockDryG: expect.closeTo(162, 6) as unknown,
      toGatherG: { mid: expect.closeTo(2100, 6) as unknown },
    })
  })

  test('the southern year lies half a year away', async () => {
    const month = async (on: string) => {
      const { rows } = await here.log.walk.view(on)
      return rows.find(({ source }) => source.id === TANSY)!.readiness!.ready
    }
    expect([await month('2026-08-15'), await month('2026-02-15')]).toEqual([true, false])
    // a setting is no change of the log, and must be seen at once all the same
    await here.log.settings.change({ hemisphere: 'southern' })
    expect([await month('2026-08-15'), await month('2026-02-15')]).toEqual([false, true])
  })

  test('a known source offers what was used last', async () => {
    const bag = (await here.log.containers.create({ id: newId(), name: 'mesh bag', tareG: 11 }))
      .item
    await here.lot({
      grossG: 352,
      tareG: 11,
      containerId: bag.id,
      stage: 'full flower',
      minutes: 20,
    })
    const known = await here.log.walk.source(TANSY, '2026-09-09')
    expect(known.last).toMatchObject({
      stage: 'full flower',
      containerId: bag.id,
      tareG: 11,
      state: 'fresh',
    })
    expect(known.rate).toMatchObject({ gramsPerHour: 1023, n: 1 })
    expect(known.ratioDry).toMatchObject({ basis: 'usual' })
  })

  test('a depth that is wished for wants what its curve asks, eight times in ten', async () => {
    const wish = (depth: 'middling' | 'deep' | null) => ({
      id: newId(),
      words: `${depth}`,
      sourceId: TANSY,
      jarId: null,
      agent: null,
      dueOn: null,
      fibreG: 100,
      depth,
    })
    await here.log.wishes.create(wish(null))
    const before = await here.log.walk.source(TANSY, '2026-09-09')
    await here.log.wishes.create(wish('middling'))
    const typical = await here.log.walk.source(TANSY, '2026-09-09')
    // without a swatch: as is usual of its kind
    const [asUsual, middling] = ['null', 'middling'].map((words) =>
      typical.needs.find((need) => need.wish.words === words)!,
    )
    expect(middling!.forDepth).toMatchObject({ depth: 'middling', n: 0 })
    expect(middling!.wantedDryG).toBeCloseTo(100 * middling!.forDepth!.ratioDry!, 9)
    // a wish without a depth stays by the usual ratio
    expect(asUsual).toMatchObject({ wantedDryG: before.needs[0]!.wantedDryG, forDepth: null })

    for (const ratio of [0.1, 0.3, 0.6, 1]) {
      await dyedSwatch(here, ratio, measuredAt(0.9 * (1 - Math.exp(-ratio / 0.2))))
    }
    await here.log.wishes.create(wish('deep'))
    const { needs } = await here.log.walk.source(TANSY, '2026-09-09')
    const [curve] = await here.log.curves.all({ sourceId: TANSY })
    const p80 = curve!.answer.forDepth.find(({ depth }) => depth === 'middling')!.p80!
    const of = (words: string) => needs.find((need) => need.wish.words === words)!
    expect(of('middling').forDepth).toEqual({
      depth: 'middling',
      ratioDry: p80,
      n: 4,
      tried: [0.1, 1],
    })
    expect(of('middling').wantedDryG).toBeCloseTo(100 * p80, 9)
    // such a weak source is never deep: said, and planned by the ratio that this dyer takes
    expect(of('deep').forDepth).toEqual({ depth: 'deep', ratioDry: null, n: 4, tried: [0.1, 1] })
    const { rows } = await here.log.walk.view('2026-09-09')
    const listed = rows.find(({ source }) => source.id === TANSY)!.needs
    expect(new Set(listed.map(({ forDepth }) => forDepth?.ratioDry))).toEqual(
      new Set([undefined, p80, null]),
    )
  })

  test('a trace is not wished for', () => {
    const { error } = newWishSchema.validate({ id: newId(), words: 'pale thing', depth: 'trace' })
    expect(error?.message).toContain('"depth" must be one of')
  })

  test('a place has one rule for a source', async () => {
    const bank = await patch({ name: 'Quarry Lane' })
    const rule = {
      patchId: bank.id,
      sourceId: TANSY,
      rule: { kind: 'none' as const },
      standingG: null,
      note: '',
    }
    await here.log.allowances.create({ ...rule, id: newId() })
    await expect(here.log.allowances.create({ ...rule, id: newId() })).rejects.toMatchObject(
      refusal(422, 'has a rule for that source already'),
    )
  })
})

describe('names while typing', () => {
  test.each([
    ['tanzy', 'tansy'],
    ['tansi flower', 'tansy'],
    ['medowsweet', 'meadowsweet'],
    ['dermocybe', 'bloodred webcap'],
    ['Polygonum tinctorium', "dyer's knotweed"],
    ['crabs eye', "crab's-eye lichen"],
    ['hapalopillus', 'purple-dye polypore'],
    ['wöad', 'woad'],
    ['tansy heads', 'tansy'],
  ])('%s finds %s', async (typed, name) => {
    const hits = await here.log.names.find(typed, 5)
    expect(hits.map(({ source }) => source.commonName)).toContain(name)
  })

  test('says by which older name it was found, and finds the user’s own at once', async () => {
    expect((await here.log.names.find('dermocybe sanguinea', 1))[0]!.via).toBe(
      'Dermocybe sanguinea',
    )
    await here.log.sources.create({
      id: newId(),
      scientificName: 'Rubus idaeus',
      commonName: 'raspberry',
      synonyms: [],
      otherNames: [],
      part: 'leaf' as const,
      needsMordant: 'unknown' as const,
      usualRatio: null,
      usualRatioState: 'fresh' as const,
      windowFrom: null,
      windowTo: null,
      caution: null,
    })
    expect((await here.log.names.find('rasp', 3))[0]!.source.commonName).toBe('raspberry')
  })
})

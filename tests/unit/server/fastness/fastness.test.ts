import { afterEach, beforeEach, describe, expect, test } from '@jest/globals'
import { first, present } from '../../../../core/present'
import { newId } from '../../../../shared/ids'
import { doseOfLook } from '../../../../shared/rules/fastness/dose-of-look'
import type { Swatch } from '../../../../shared/schemas/swatch/swatch'
import { measuredAt } from '../../../fixtures/dyed'
import { lookAt, testsOf, TODAY, WINDOW } from '../../../fixtures/fastness'
import { openTestLog, TANSY, type TestLog } from '../../../fixtures/log'

let here: TestLog
let swatchOf: ReturnType<typeof testsOf>['swatchOf']
let make: ReturnType<typeof testsOf>['make']
beforeEach(async () => {
  here = await openTestLog()
  ;({ swatchOf, make } = testsOf(here))
})
afterEach(() => here.database.close())

describe('what tests come to', () => {
  const fading = (halfH: number, hours: number) => 1.2 * 2 ** (-hours / halfH)
  const LATITUDE = 52
  const hoursAt = (on: string) => doseOfLook(WINDOW, { dose: null, on }, LATITUDE)!.dose

  async function strip(swatch: Swatch, halfH: number, setKey: string | null = null) {
    const days = ['2026-06-20', '2026-07-20', '2026-08-25']
    const looks = days.map((on) => lookAt(on, fading(halfH, hoursAt(on))))
    return (await make({ ...WINDOW, swatchId: swatch.id, setKey, looks })).id
  }

  test('a strip tells its half-life, its steps and its colours to come', async () => {
    const id = await strip(await swatchOf(), 110)
    const { sets } = await here.log.fastness.view(TODAY)
    const view = present(first(sets).tests.find(({ test: of }) => of.id === id))
    const half = present(view.halfLife)
    expect(half.kind).toBe('between')
    if (half.kind === 'between') {
      expect(half.low).toBeLessThan(110)
      expect(half.high).toBeGreaterThan(110)
    }
    const [early, , late] = view.looks
    expect(early!.change!.de2000).toBeLessThan(late!.change!.de2000)
    expect(Number(late!.left!.share)).toBeCloseTo(fading(110, late!.dose!.dose) / 1.2, 1)
    const [room, summer] = view.after
    expect(room!.colour!.change).toBeLessThan(summer!.colour!.change)
    expect(summer!.left.high).toBeLessThan(0.6)
    // and of its swatch the same
    const own = await here.log.fastness.ofSwatch(view.test.swatchId!, TODAY)
    expect(own.sets.flatMap(({ tests }) => tests)).toEqual([view])
  })

  test('the next piece of a source is told from all its strips, apart from what is typical', async () => {
    const setKey = newId()
    for (const [strength, half] of [
      [1.2, 100],
      [1, 120],
    ] as const) {
      await strip(await swatchOf(strength), half, setKey)
    }
    const { items } = await here.log.fastness.sources()
    const [tansy] = items
    expect(tansy).toMatchObject({
      sourceId: TANSY,
      all: { light: { strips: 2, looks: 6, unit: 'h' }, wash: null, drops: [] },
      groups: [{ mordant: 'Al' }],
      comparisons: [],
    })
    const half = tansy!.all.light!.halfLife
    expect(half.kind).toBe('between')
    if (half.kind === 'between') expect(half.high / half.low).toBeGreaterThan(1.5)
  })

  test('references beside it give a blue-wool step', async () => {
    const setKey = newId()
    const swatch = await swatchOf()
    await strip(swatch, 110, setKey)
    const days = ['2026-06-20', '2026-07-20', '2026-08-25']
    const [own] = first((await here.log.fastness.view(TODAY)).sets).tests
    const changes = own!.looks.map(({ change }) => change!.de2000)
    for (const [blueWool, times] of [
      [2, 2],
      [3, 1.05],
      [4, 0.45],
    ] as const) {
      await make({
        ...WINDOW,
        blueWool,
        setKey,
        looks: days.map((on, i) => ({
          id: newId(),
          on,
          covered: { lab: { l: 50, a: 0, b: 0 }, wet: false, washed: null },
          // a grey step of lightness: CIEDE2000 is near it at this place
          open: { lab: { l: 50 + times * changes[i]!, a: 0, b: 0 }, wet: false, washed: null },
        })),
      })
    }
    const [set] = (await here.log.fastness.view(TODAY)).sets
    const told = present(set!.tests.find(({ test: of }) => of.swatchId === swatch.id)).lightStep
    expect(told).toMatchObject({ mid: 3, beyond: null })
  })

  test('a drop that moves it and comes back is told so; a rub by its worst step', async () => {
    const { id: swatchId } = await swatchOf()
    await make({
      kind: 'drop',
      swatchId,
      drop: { agent: 'vinegar', words: '' },
      looks: [
        { id: newId(), state: 'dried', open: measuredAt(0.6), covered: measuredAt(1.2) },
        { id: newId(), state: 'rinsed', open: measuredAt(1.19), covered: measuredAt(1.2) },
      ],
    })
    await make({
      kind: 'rub',
      swatchId,
      looks: [
        { id: newId(), state: 'dry', stainStep: 4.5 },
        {
          id: newId(),
          state: 'damp',
          stained: { lab: { l: 86.5, a: 0, b: 1 }, wet: false, washed: null },
        },
      ],
    })
    const { items } = await here.log.fastness.sources()
    expect(items[0]!.all).toMatchObject({
      drops: [{ agent: 'vinegar', tests: 1, moved: 1, cameBack: 1, notRinsed: 0 }],
      rub: { tests: 1, dry: '4-5', damp: '3' },
    })
  })

  test('washes fade by their number, and stain what is washed with them', async () => {
    const { id: swatchId } = await swatchOf()
    const looks = [2, 10, 30].map((value, i) => ({
      id: newId(),
      on: `2026-07-0${i + 1}`,
      dose: { value, unit: 'times' as const },
      open: measuredAt(1.2 * 2 ** (-value / 20)),
      stainStep: 3,
    }))
    await make({ kind: 'wash', swatchId, wash: { tempC: null, soap: '' }, looks })
    const { items } = await here.log.fastness.sources()
    const { wash, stain } = items[0]!.all
    expect(wash).toMatchObject({ strips: 1, unit: 'washes', halfLife: { kind: 'between' } })
    expect(stain).toBe('3')
  })

  test('readings that tell hours of light are the looks that they are', async () => {
    const swatch = await swatchOf()
    const reading = { ...measuredAt(0.5), lightHours: 90 }
    await here.log.swatches.change(swatch.id, swatch.rev, { reading })
    const [set] = (await here.log.fastness.view(TODAY)).sets
    expect(set!.tests).toMatchObject([
      { isOfReadings: true, looks: [{ dose: { dose: 90, basis: 'told' } }] },
    ])
    expect((await here.log.fastness.sources()).items[0]!.all.light).toMatchObject({
      strips: 1,
      looks: 1,
    })
  })

  test('a swatch that was set aside counts nowhere', async () => {
    const swatch = await swatchOf()
    await strip(swatch, 110)
    await here.log.swatches.setAside(swatch.id, swatch.rev)
    expect((await here.log.fastness.view(TODAY)).sets).toEqual([])
    expect((await here.log.fastness.sources()).items).toEqual([])
  })

  test('weeks are told where days are not, and hours by a meter are the surest', async () => {
    const { id: swatchId } = await swatchOf()
    const doses = [
      { value: 3, unit: 'weeks' as const },
      { value: 3000, unit: 'klxh' as const },
      { value: 60, unit: 'hours' as const },
    ]
    const { id } = await make({
      kind: 'light',
      swatchId,
      looks: doses.map((dose) => ({ id: newId(), dose, open: measuredAt(0.9) })),
    })
    const { tests } = first((await here.log.fastness.view(TODAY)).sets)
    const told = present(tests.find(({ test: of }) => of.id === id)).looks.map(({ dose }) => dose!)
    expect(told.map(({ basis }) => basis)).toEqual(['reckoned', 'metered', 'told'])
    expect(told[1]!.dose).toBe(60)
    expect(told[1]!.logSd).toBeLessThan(told[2]!.logSd)
    expect(told[0]!.logSd).toBeGreaterThan(0.5)
  })

  test('iron is held against alum where both hung together three times', async () => {
    const treat = (...agents: string[]) => ({
      piece: {
        treatments: agents.map((agent) => ({
          kind: 'mordant' as const,
          agent: agent as 'alum',
          percentWof: 10,
          doneOn: '2026-08-01',
        })),
      },
    })
    const lot = await here.lot({ state: 'dried', netG: 300 })
    for (let i = 0; i < 3; i++) {
      const setKey = newId()
      await strip(await swatchOf(1.2, { lot, ...treat('alum') }), 60, setKey)
      await strip(await swatchOf(1.2, { lot, ...treat('alum', 'ironSulfate') }), 200, setKey)
    }
    const { items } = await here.log.fastness.sources()
    const [told] = items[0]!.comparisons
    expect(told).toMatchObject({ by: 'mordant', one: 'Al', other: 'Al Fe', times: { pairs: 3 } })
    expect(told!.times.high).toBeLessThan(1)
  })
})

describe('when a look is due', () => {
  test('it stands on today, in the calendar, and in no other place once it ended', async () => {
    const { id: swatchId } = await swatchOf()
    const setKey = newId()
    const { id, rev } = await make({
      ...WINDOW,
      swatchId,
      setKey,
      place: 'sill',
      lookOn: '2026-10-30',
    })
    const { looksDue } = await here.log.today.view(TODAY)
    expect(looksDue).toMatchObject([{ key: setKey, place: 'sill', tests: 1, lookOn: '2026-10-30' }])
    expect((await here.log.today.view('2026-10-01')).looksDue).toEqual([])
    const words = async () =>
      (await here.log.calendar.entries({ on: TODAY, withPlaces: false })).map(
        ({ summary }) => summary,
      )
    expect(await words()).toContain('Look at 1 strip')
    await here.log.fastnessTests.change(id, rev, { endedOn: '2026-10-31' })
    expect((await here.log.today.view(TODAY)).looksDue).toEqual([])
    expect(await words()).not.toContain('Look at 1 strip')
  })

  test('south of the equator the sun stands in the north', async () => {
    const { id: swatchId } = await swatchOf()
    await make({ ...WINDOW, swatchId, looks: [lookAt('2026-06-29', 1)] })
    const hours = async () =>
      (await here.log.fastness.view(TODAY)).sets[0]!.tests[0]!.looks[0]!.dose!.dose
    const north = await hours()
    await here.log.settings.change({ hemisphere: 'southern' })
    expect(await hours()).toBeLessThan(0.6 * north)
    const { after } = (await here.log.fastness.view(TODAY)).sets[0]!.tests[0]!
    expect(after.map(({ words }) => words)).toContain('a summer in a north window')
  })
})

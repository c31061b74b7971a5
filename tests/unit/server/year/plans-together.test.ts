import { afterEach, beforeEach, describe, expect, test } from '@jest/globals'
import { catalogueId, newId } from '../../../../shared/ids'
import { planOf } from '../../../fixtures/plan'
import { openTestLog, TANSY, type TestLog } from '../../../fixtures/log'

let here: TestLog
beforeEach(async () => {
  here = await openTestLog()
  here.at('2026-10-05T08:00:00Z')
})
afterEach(() => here.database.close())

describe('plans together', () => {
  test('one vessel takes pot after pot, of all plans; two take two at once, on two burners', async () => {
    const kettle = (name: string) => ({
      id: newId(),
      name,
      material: 'steel' as const,
      fullL: 20,
      emptyG: null,
      isDyeOnly: true,
      note: '',
    })
    await here.log.vessels.create(kettle('big kettle'))
    await here.log.settings.change({
      burners: [
        { name: 'left', powerW: 1500 },
        { name: 'right', powerW: 1500 },
      ],
    })
    const onion = catalogueId('allium-cepa/husk')
    const parts = [
      { fibreG: 1000, pieces: 2, depth: null, isLaterBath: false, sourceId: null, again: null },
    ]
    await here.log.plans.create(planOf({ sourceId: onion, parts, mordant: null }))
    await here.log.plans.create(planOf({ sourceId: onion, parts, mordant: null }))
    const potsNow = async () =>
      (await here.log.year.plans()).items
        .flatMap(({ steps }) => steps.filter(({ kind }) => kind === 'pot'))
        .sort((a, b) => a.from - b.from)
    // lifted in the morning: a kettle holds each for eleven hours at the least
    const nearest = (pots: Awaited<ReturnType<typeof potsNow>>) => {
      const ends = pots.map(({ to }) => to / 3_600_000).sort((one, other) => one - other)
      return Math.min(...ends.slice(1).map((end, i) => end - ends[i]!))
    }
    const inOne = await potsNow()
    expect(inOne).toHaveLength(4)
    expect(inOne.map(({ vessel }) => vessel)).toEqual([null, null, null, null])
    expect(nearest(inOne)).toBeGreaterThanOrEqual(11)
    // what takes part in the colour is no vessel of a plan, however large
    await here.log.vessels.create({ ...kettle('iron pot'), material: 'iron', fullL: 60 })
    expect(await potsNow()).toEqual(inOne)
    await here.log.vessels.create(kettle('enamel kettle'))
    const inTwo = await potsNow()
    expect(new Set(inTwo.map(({ vessel }) => vessel))).toEqual(
      new Set(['big kettle', 'enamel kettle']),
    )
    expect(nearest(inTwo)).toBeLessThan(11)
  })

  test('two out of one jar: the second is told what the first leaves', async () => {
    const lichen = catalogueId('ochrolechia-tartarea/thallus')
    const lot = await here.lot({
      sourceId: lichen,
      state: 'dried',
      netG: 60,
      gatheredOn: '2026-03-01',
    })
    const { item: jar } = await here.log.jars.create({
      id: newId(),
      way: 'ammoniaFerment',
      vessel: 'blue lid',
      vesselL: null,
      waterL: 0.5,
      ammoniaL: 0.5,
      tempC: 18,
      note: '',
      startedAt: '2026-04-01T10:00:00Z',
      lots: [{ lotId: lot.id, massG: 60 }],
    })
    const hat = planOf({
      sourceId: lichen,
      mordant: null,
      mordantPercent: null,
      wantedBy: null,
      parts: [
        { fibreG: 80, pieces: 1, depth: null, isLaterBath: false, sourceId: null, again: null },
      ],
    })
    await here.log.plans.create(hat)
    here.at('2026-10-05T09:00:00Z')
    await here.log.plans.create({ ...hat, id: newId() })
    const [first, second] = (await here.log.year.plans()).items
    expect(first!.plants[0]!.jar).toMatchObject({ code: jar.code, dryG: 60 })
    expect(second!.plants[0]!.jar!.dryG).toBeCloseTo(60 - first!.plants[0]!.wantedDryG, 6)
    // out of a jar nothing is gathered, and ammonia is warned of
    expect(first!.steps.map(({ id }) => id)).not.toContain('gather')
    expect(first!.cautions.map(({ words }) => words).join()).toContain('Ammonia')
  })

  test('two of one source share its stock, the first made first', async () => {
    await here.lot({ sourceId: TANSY, state: 'dried', netG: 100, gatheredOn: '2026-08-12' })
    const half = {
      fibreG: 100,
      pieces: 1,
      depth: null,
      isLaterBath: false,
      sourceId: null,
      again: null,
    }
    const one = planOf({ sourceId: TANSY, parts: [half] })
    await here.log.plans.create(one)
    here.at('2026-10-05T09:00:00Z')
    await here.log.plans.create({ ...one, id: newId(), words: 'the same again' })
    const [first, second] = (await here.log.year.plans()).items
    expect(first!.plants[0]!.stockDryG + second!.plants[0]!.stockDryG).toBeLessThanOrEqual(
      100 + 1e-9,
    )
    expect(first!.plants[0]!.stockDryG).toBeGreaterThan(second!.plants[0]!.stockDryG)
  })

  test('two on one burner never burn at once', async () => {
    const half = {
      fibreG: 100,
      pieces: 1,
      depth: null,
      isLaterBath: false,
      sourceId: null,
      again: null,
    }
    const onion = catalogueId('allium-cepa/husk')
    for (const [i, words] of ['one', 'two', 'three'].entries()) {
      here.at(`2026-10-05T0${6 + i}:00:00Z`)
      await here.log.plans.create(
        planOf({ id: newId(), words, sourceId: onion, parts: [half], wantedBy: '2026-11-20' }),
      )
    }
    const { items } = await here.log.year.plans()
    const pots = items
      .map(({ steps }) => steps.find(({ id }) => id === 'pot1')!)
      .sort((a, b) => a.from - b.from)
    // a simmer burns for 165 min in a row: no two begin nearer than that
    for (let i = 1; i < pots.length; i++) {
      expect((pots[i]!.from - pots[i - 1]!.from) / 60_000).toBeGreaterThanOrEqual(60)
    }
    expect(items.every(({ failure }) => failure === '')).toBe(true)
  })

  test('more than one page of them are all told, the first made first', async () => {
    const plan = planOf({
      parts: [
        { fibreG: 20, pieces: 1, depth: null, isLaterBath: false, sourceId: null, again: null },
      ],
      mordant: null,
      wantedBy: null,
    })
    for (let i = 0; i < 205; i++) {
      await here.log.plans.create({ ...plan, id: newId(), words: `plan ${i}` })
    }
    const { items } = await here.log.year.plans()
    expect(items).toHaveLength(205)
    expect(items.every(({ failure }) => failure === '')).toBe(true)
  })
})

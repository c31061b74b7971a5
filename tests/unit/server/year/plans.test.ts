import { afterEach, beforeEach, describe, expect, test } from '@jest/globals'
import dayjs from 'dayjs'
import ICAL from 'ical.js'
import { catalogueId, newId } from '../../../../shared/ids'
import { PLAIN_PATCH } from '../../../../shared/schemas/walk/patch'
import type { NewPlan } from '../../../../shared/schemas/year/plan'
import { dyedSwatch, measuredAt } from '../../../fixtures/dyed'
import { DOCK, openTestLog, refusal, TANSY, type TestLog } from '../../../fixtures/log'

let here: TestLog
beforeEach(async () => {
  here = await openTestLog()
  here.at('2026-10-05T08:00:00Z')
})
afterEach(() => here.database.close())

const planOf = (fields: Partial<NewPlan> = {}): NewPlan => ({
  id: newId(),
  words: 'Dock orange for the big jumper',
  sourceId: DOCK,
  wishId: null,
  fibre: 'wool',
  form: 'yarn',
  isWashed: true,
  mordant: 'alum',
  mordantPercent: 10,
  parts: [{ fibreG: 600, pieces: 6, depth: null, isLaterBath: false }],
  wantedBy: '2026-12-20',
  moved: {},
  ...fields,
})
const dateOf = (ms: number) => dayjs(ms).format('YYYY-MM-DD')

describe('a plan', () => {
  test('600 g of wool in dock orange by a day: all that it takes, by hand', async () => {
    const place = { ...PLAIN_PATCH, id: newId(), name: 'Orchard Bank' }
    await here.log.patches.create(place)
    await here.log.vessels.create({
      id: newId(),
      name: 'big pot',
      material: 'steel',
      fullL: 20,
      emptyG: null,
      isDyeOnly: true,
      note: '',
    })
    const stock = await here.lot({
      sourceId: DOCK,
      state: 'dried',
      netG: 150,
      gatheredOn: '2026-09-20',
    })
    const chain = await here.log.year.preview(planOf())
    const { source, dryFraction } = await here.log.walk.source(DOCK, '2026-10-05')
    // the usual ratio, in dry matter, on 600 g
    const asWeighed = source.usualRatioState === 'dried' ? 1 : dryFraction.value
    const wanted = source.usualRatio! * asWeighed * 600
    expect(chain.plant.wantedDryG).toBeCloseTo(wanted, 6)
    expect(chain.plant.stockDryG).toBeCloseTo(150, 6)
    expect(chain.plant.stockCodes).toEqual([stock.code])
    const fresh = (wanted - 150) / dryFraction.value
    expect(chain.plant.gatherG!.mid).toBeCloseTo(fresh, 6)
    // dryness as typical of it is off by 35 %: exp(1.645 * 0.35) = 1.7785 both ways
    expect(dryFraction.basis).toBe('typical')
    expect(chain.plant.gatherG!.high / fresh).toBeCloseTo(1.7785, 3)
    // four fifths of 20 L take 533 g at 30 L/kg: two pots of 300 g, mordanted in two goes
    expect(chain.pots.map(({ fibreG }) => fibreG)).toEqual([300, 300])
    expect(chain.steps.map(({ id }) => id).sort()).toEqual(
      ['dry', 'finish', 'gather', 'mordant1', 'mordant2', 'pot1', 'pot2'].sort(),
    )
    expect(chain.mordantG).toBeCloseTo(60, 9)
    expect(chain.failure).toBe('')
    expect(dateOf(chain.ends) <= '2026-12-13').toBe(true)
    expect(chain.spareMs! / 86_400_000).toBeGreaterThanOrEqual(7)
  })

  test('for which the season is over says so, and when it can be', async () => {
    here.at('2026-12-05T08:00:00Z')
    const madder = catalogueId('rubia-tinctorum/root')
    const chain = await here.log.year.preview(planOf({ sourceId: madder, wantedBy: '2027-02-01' }))
    expect(chain.spareMs).toBeNull()
    // roots are dug again from September
    expect(dateOf(chain.soonest!) > '2027-09-01').toBe(true)
    const gather = chain.steps.find(({ id }) => id === 'gather')!
    expect(dateOf(gather.from)).toBe('2027-09-01')
  })

  test('that dyes out of a jar waits for it; one that stands already is taken', async () => {
    const crottle = catalogueId('ochrolechia-tartarea/thallus')
    const plan = planOf({ sourceId: crottle, mordant: null, mordantPercent: null, wantedBy: null })
    const young = await here.log.year.preview(plan)
    const [ferment, pot] = ['ferment', 'pot1'].map((id) => young.steps.find((s) => s.id === id)!)
    expect(Math.round((pot!.from - ferment!.from) / 86_400_000)).toBeGreaterThanOrEqual(30)
    expect(young.jar).toBeNull()
  })

  test('is kept, moved, and moved back as it was; a day away is refused with the next good one', async () => {
    const plan = planOf()
    const kept = (await here.log.plans.create(plan)).item
    const [before] = (await here.log.year.plans()).items
    const pot = before!.steps.find(({ id }) => id === 'pot1')!
    const earlier = dayjs(pot.from).subtract(3, 'day').format('YYYY-MM-DD')
    const moved = await here.log.plans.change(kept.id, 1, { moved: { pot1: earlier } })
    const [after] = (await here.log.year.plans()).items
    const now = after!.steps.find(({ id }) => id === 'pot1')!
    expect([dateOf(now.from), now.isMoved]).toEqual([earlier, true])
    const gather = after!.steps.find(({ id }) => id === 'gather')!
    expect(gather.to).toBeLessThan(now.from)
    await here.log.changes.undo(moved.changeSetId!)
    const again = (await here.log.year.plans()).items[0]!
    expect(again.steps).toEqual(before!.steps)

    await here.log.settings.change({ daysAway: [earlier] })
    const away = await here.log.year.preview({ ...plan, moved: { pot1: earlier } }, 'pot1')
    expect(away.failure).toContain('no hour was found')
    expect(away.nextGood! > earlier).toBe(true)
  })

  test('a day that it was moved to and that has passed holds nothing back', async () => {
    const plan = planOf({ moved: { gather: '2026-10-07' } })
    await here.log.plans.create(plan)
    const [before] = (await here.log.year.plans()).items
    expect(dateOf(before!.steps.find(({ id }) => id === 'gather')!.from)).toBe('2026-10-07')
    here.at('2026-10-12T08:00:00Z')
    const [after] = (await here.log.year.plans()).items
    expect(after!.failure).toBe('')
    expect(after!.steps.every(({ from }) => dateOf(from) >= '2026-10-12')).toBe(true)
    // but nobody moves a step onto such a day
    const past = await here.log.year.preview({ ...plan, id: newId() }, 'gather')
    expect(past.failure).toContain('no hour was found')
    expect(past.nextGood).toBe('2026-10-12')
  })

  test('a depth is planned by a curve of its own fibre and mordant, or is not promised', async () => {
    for (const [ratio, depth] of [
      [0.1, 0.4],
      [0.2, 0.7],
      [0.4, 1.1],
      [0.8, 1.5],
    ] as const) {
      await dyedSwatch(here, ratio, measuredAt(depth))
    }
    const parts = [{ fibreG: 100, pieces: 1, depth: 'middling' as const, isLaterBath: false }]
    const tansy = planOf({ sourceId: TANSY, parts, wantedBy: null })
    const onWool = await here.log.year.preview(tansy)
    const [middling] = (await here.log.curves.depthRatiosOf(TANSY)).filter(
      ({ depth }) => depth === 'middling',
    )
    expect(onWool.pots[0]).toMatchObject({ isDepthLikely: true, ratioDry: middling!.ratioDry })
    expect(onWool.plant.forDepth).toEqual({ n: 4, tried: [0.1, 0.8] })
    for (const other of [{ fibre: 'cotton' }, { mordant: 'ironSulfate' }] as const) {
      const chain = await here.log.year.preview({ ...tansy, ...other })
      expect(chain.pots[0]).toMatchObject({ isDepthLikely: false })
      expect(chain.plant.forDepth.n).toBe(0)
    }
  })

  test('whole pieces go into pots, and what a step waits for is told', async () => {
    const parts = [{ fibreG: 600, pieces: 4, depth: null, isLaterBath: false }]
    const chain = await here.log.year.preview(planOf({ parts }))
    // 8 L of the ten that are assumed take 267 g at 30 L/kg: one piece of 150 g
    expect(chain.pots.map(({ pieces, fibreG }) => [pieces, fibreG])).toEqual(
      Array(4).fill([1, 150]),
    )
    const after = (id: string) => chain.steps.find((step) => step.id === id)!.after
    expect(after('dry')).toEqual(['gather'])
    expect(after('pot1')).toEqual(expect.arrayContaining(['dry', 'mordant4']))
  })

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
    const parts = [{ fibreG: 1000, pieces: 2, depth: null, isLaterBath: false }]
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
      parts: [{ fibreG: 80, pieces: 1, depth: null, isLaterBath: false }],
    })
    await here.log.plans.create(hat)
    here.at('2026-10-05T09:00:00Z')
    await here.log.plans.create({ ...hat, id: newId() })
    const [first, second] = (await here.log.year.plans()).items
    expect(first!.jar).toMatchObject({ code: jar.code, dryG: 60 })
    expect(second!.jar!.dryG).toBeCloseTo(60 - first!.plant.wantedDryG, 6)
    // out of a jar nothing is gathered, and ammonia is warned of
    expect(first!.steps.map(({ id }) => id)).not.toContain('gather')
    expect(first!.cautions.map(({ words }) => words).join()).toContain('Ammonia')
  })

  test('two of one source share its stock, the first made first', async () => {
    await here.lot({ sourceId: TANSY, state: 'dried', netG: 100, gatheredOn: '2026-08-12' })
    const half = { fibreG: 100, pieces: 1, depth: null, isLaterBath: false }
    const one = planOf({ sourceId: TANSY, parts: [half] })
    await here.log.plans.create(one)
    here.at('2026-10-05T09:00:00Z')
    await here.log.plans.create({ ...one, id: newId(), words: 'the same again' })
    const [first, second] = (await here.log.year.plans()).items
    expect(first!.plant.stockDryG + second!.plant.stockDryG).toBeLessThanOrEqual(100 + 1e-9)
    expect(first!.plant.stockDryG).toBeGreaterThan(second!.plant.stockDryG)
  })

  test('two on one burner never burn at once', async () => {
    const half = { fibreG: 100, pieces: 1, depth: null, isLaterBath: false }
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

  test('lies in the calendar: a moved pot keeps its UID, and its SEQUENCE grows', async () => {
    const plan = planOf()
    const kept = (await here.log.plans.create(plan)).item
    const ask = { on: '2026-10-05', withPlaces: false }
    const events = async () =>
      new ICAL.Component(ICAL.parse(await here.log.calendar.file(ask)) as [])
        .getAllSubcomponents('vevent')
        .map((component) => new ICAL.Event(component))
    const eventOf = async (step: string) =>
      (await events()).find(({ uid }) => uid === `plan-${kept.id}-${step}@juniper-haze`)!
    const [before, walk] = [await eventOf('pot1'), await eventOf('gather')]
    expect(before.summary).toBe('Pot 1 of broad-leaved dock: Dock orange for the big jumper')
    expect(walk.startDate.isDate).toBe(true)
    const [chain] = (await here.log.year.plans()).items
    const pot = chain!.steps.find(({ id }) => id === 'pot1')!
    expect(before.startDate.toJSDate().getTime()).toBe(pot.from)
    const earlier = dayjs(pot.from).subtract(3, 'day').format('YYYY-MM-DD')
    await here.log.plans.change(kept.id, 1, { moved: { pot1: earlier } })
    const after = await eventOf('pot1')
    expect(after.sequence).toBeGreaterThan(before.sequence)
    expect(dateOf(after.startDate.toJSDate().getTime())).toBe(earlier)
    // what only lies, dries or stands wants nobody
    expect(await eventOf('dry')).toBeUndefined()
  })

  test('refuses what cannot be', async () => {
    await expect(here.log.plans.create(planOf({ sourceId: newId() }))).rejects.toMatchObject(
      refusal(422, 'There is no source'),
    )
  })
})

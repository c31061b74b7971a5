import { afterEach, beforeEach, describe, expect, test } from '@jest/globals'
import dayjs from 'dayjs'
import ICAL from 'ical.js'
import { catalogueId, newId } from '../../../../shared/ids'
import { PLAIN_PATCH } from '../../../../shared/schemas/walk/patch'
import { dyedSwatch, measuredAt } from '../../../fixtures/dyed'
import { planOf } from '../../../fixtures/plan'
import { DOCK, openTestLog, refusal, TANSY, type TestLog } from '../../../fixtures/log'

let here: TestLog
beforeEach(async () => {
  here = await openTestLog()
  here.at('2026-10-05T08:00:00Z')
})
afterEach(() => here.database.close())

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
    expect(chain.plants[0]!.wantedDryG).toBeCloseTo(wanted, 6)
    expect(chain.plants[0]!.stockDryG).toBeCloseTo(150, 6)
    expect(chain.plants[0]!.stockCodes).toEqual([stock.code])
    const fresh = (wanted - 150) / dryFraction.value
    expect(chain.plants[0]!.gatherG!.mid).toBeCloseTo(fresh, 6)
    // dryness as typical of it is off by 35 %: exp(1.645 * 0.35) = 1.7785 both ways
    expect(dryFraction.basis).toBe('typical')
    expect(chain.plants[0]!.gatherG!.high / fresh).toBeCloseTo(1.7785, 3)
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
    expect(young.plants[0]!.jar).toBeNull()
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
    const parts = [
      {
        fibreG: 100,
        pieces: 1,
        depth: 'middling' as const,
        isLaterBath: false,
        sourceId: null,
        again: null,
      },
    ]
    const tansy = planOf({ sourceId: TANSY, parts, wantedBy: null })
    const onWool = await here.log.year.preview(tansy)
    const [middling] = (await here.log.curves.depthRatiosOf(TANSY)).filter(
      ({ depth }) => depth === 'middling',
    )
    expect(onWool.pots[0]).toMatchObject({ isDepthLikely: true, ratioDry: middling!.ratioDry })
    expect(onWool.plants[0]!.forDepth).toEqual({ n: 4, tried: [0.1, 0.8] })
    for (const other of [{ fibre: 'cotton' }, { mordant: 'ironSulfate' }] as const) {
      const chain = await here.log.year.preview({ ...tansy, ...other })
      expect(chain.pots[0]).toMatchObject({ isDepthLikely: false })
      expect(chain.plants[0]!.forDepth.n).toBe(0)
    }
  })

  test('whole pieces go into pots, and what a step waits for is told', async () => {
    const parts = [
      { fibreG: 600, pieces: 4, depth: null, isLaterBath: false, sourceId: null, again: null },
    ]
    const chain = await here.log.year.preview(planOf({ parts }))
    // 8 L of the ten that are assumed take 267 g at 30 L/kg: one piece of 150 g
    expect(chain.pots.map(({ pieces, fibreG }) => [pieces, fibreG])).toEqual(
      Array(4).fill([1, 150]),
    )
    const after = (id: string) => chain.steps.find((step) => step.id === id)!.after
    expect(after('dry')).toEqual(['gather'])
    expect(after('pot1')).toEqual(expect.arrayContaining(['dry', 'mordant4']))
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

  test('of two sources gathers both, each for its own pots; a swatch made again has its ratio', async () => {
    const plain = { fibreG: 200, pieces: 2, depth: null, isLaterBath: false, again: null }
    const again = { swatchId: newId(), code: 'TAN-26-01-02', ratioDry: 0.4 }
    const chain = await here.log.year.preview(
      planOf({
        parts: [
          { ...plain, sourceId: null },
          { ...plain, sourceId: TANSY, again },
          { ...plain, isLaterBath: true, sourceId: null },
        ],
        wantedBy: null,
      }),
    )
    expect(chain.plants.map(({ sourceId }) => sourceId)).toEqual([DOCK, TANSY])
    expect(chain.plants[1]!.wantedDryG).toBeCloseTo(0.4 * 200, 9)
    const own = chain.pots.filter(({ plant, liquorOf }) => plant === 1 && liquorOf === null)
    expect(
      own.every(({ againCode, ratioDry }) => againCode === again.code && ratioDry === 0.4),
    ).toBe(true)
    // the later bath dyes in what the second source left
    expect(chain.pots.at(-1)).toMatchObject({ plant: 1, ratioDry: null })
    expect(chain.sourceName).toContain(' and ')
    await expect(
      here.log.plans.create(planOf({ parts: [{ ...plain, sourceId: newId() }] })),
    ).rejects.toMatchObject(refusal(422, 'There is no source'))
  })

  test('what is done is done: nothing waits for it, and its plant is not wanted again', async () => {
    const plan = planOf()
    const { id } = (await here.log.plans.create(plan)).item
    const [before] = (await here.log.year.plans()).items
    const done = { gather: '2026-10-04', dry: '2026-10-05', mordant1: '2026-10-05' }
    await here.log.plans.change(id, 1, { done })
    const [after] = (await here.log.year.plans()).items
    expect(after!.steps.map((step) => step.id)).not.toContain('gather')
    expect(after!.done.map(({ kind, index, on }) => [kind, index, on])).toEqual([
      ['gather', 0, '2026-10-04'],
      ['dry', 0, '2026-10-05'],
      ['mordant', 0, '2026-10-05'],
    ])
    await here.log.plans.change(id, 2, { done: { ...done, pot1: '2026-10-05' } })
    const [later] = (await here.log.year.plans()).items
    const potsBefore = before!.pots.filter(({ liquorOf }) => liquorOf === null).length
    expect(later!.plants[0]!.wantedDryG).toBeCloseTo(
      (before!.plants[0]!.wantedDryG * (potsBefore - 1)) / potsBefore,
      6,
    )
    await here.log.plans.change(id, 3, { done: {} })
    expect((await here.log.year.plans()).items[0]!.steps).toEqual(before!.steps)
  })

  test('refuses what cannot be', async () => {
    await expect(here.log.plans.create(planOf({ sourceId: newId() }))).rejects.toMatchObject(
      refusal(422, 'There is no source'),
    )
  })
})

import { afterEach, beforeEach, describe, expect, test } from '@jest/globals'
import { catalogueId, newId } from '../../../../shared/ids'
import { openTestLog, refusal, type TestLog } from '../../../fixtures/log'

let here: TestLog
beforeEach(async () => void (here = await openTestLog()))
afterEach(() => here.database.close())

const CRAB = catalogueId('ochrolechia-tartarea/thallus')

describe('jars', () => {
  const start = async (fields: object = {}) => {
    const lot = await here.lot({
      sourceId: CRAB,
      state: 'dried',
      netG: 30,
      obtained: 'windfall',
      gatheredOn: '2026-08-01',
    })
    const body = {
      id: newId(),
      way: 'ammoniaFerment' as const,
      vessel: 'blue lid',
      vesselL: 1,
      waterL: 0.25,
      ammoniaL: 0.25,
      tempC: 18,
      startedAt: '2026-08-01T09:00:00+02:00',
      note: '',
      lots: [{ lotId: lot.id, massG: 20 }],
      ...fields,
    }
    return (await here.log.jars.create(body)).item
  }
  const look = (fields: object = {}) => ({
    round: {
      id: newId(),
      kind: 'look' as const,
      at: '2026-08-15T10:00:00+02:00',
      lookedAt: 'bath' as const,
      how: 'a drop on white' as const,
      colourWord: 'wine',
      hex: '#7d2f4f',
      ph: 10,
      smell: '',
      mould: false,
      note: '',
      ...fields,
    },
  })

  test('take from their lots, ask for their rounds and tell how far they are', async () => {
    here.at('2026-08-01T18:00:00+02:00')
    const jar = await start()
    expect(jar).toMatchObject({
      code: 'OCH-26-02',
      dryG: 20,
      liquorL: 0.5,
      shakeDays: 1,
      airDays: 7,
      lots: [{ massG: 20 }],
    })
    const [view] = await here.log.jarViews.standing(Date.parse('2026-08-10T09:00:00+02:00'))
    expect(view!.due.map(({ kind, overdueDays }) => [kind, overdueDays])).toEqual([
      ['shake', 8],
      ['air', 2],
      ['look', -5],
    ])
    expect(view!.outlook.ripeness).toBe('early')
    here.at('2026-09-15T11:00:00+02:00')
    await here.log.jars.change(jar.id, 1, look())
    expect(
      (await here.log.jarViews.one(jar.id, Date.parse('2026-09-15T09:00:00Z'))).outlook.ripeness,
    ).toBe('likelyReady')
  })

  test('written down long after their start ask for rounds from then on, and keep what is told', async () => {
    here.at('2026-09-20T12:00:00+02:00')
    const jar = await start()
    const due = async () =>
      (await here.log.jarViews.one(jar.id, Date.parse('2026-09-20T13:00:00+02:00'))).due
    expect((await due()).every(({ overdueDays }) => overdueDays < 0)).toBe(true)
    const told = {
      at: '2026-07-31T10:00:00+02:00',
      toleranceMin: 14 * 24 * 60,
      tempC: 27,
      mould: false,
    }
    await here.log.jars.change(jar.id, 1, look(told))
    const kept = await here.log.jarViews.one(jar.id, Date.parse('2026-09-20T13:00:00+02:00'))
    expect(kept.rounds).toMatchObject([told])
    expect(kept.outlook.tempC).toBe(27)
    expect((await due()).find(({ kind }) => kind === 'look')!.overdueDays).toBeGreaterThan(30)
  })

  test('need air space, and times in their order', async () => {
    await expect(start({ vesselL: 0.5 })).rejects.toMatchObject(refusal(422, 'no air space'))
    const jar = await start()
    await expect(
      here.log.jars.change(jar.id, 1, look({ at: '2026-07-31T10:00:00+02:00' })),
    ).rejects.toMatchObject(refusal(422, 'before the jar was started'))
  })

  test('liquor drawn off is a lot that a pot reckons with; the strained stuff is stock once more', async () => {
    const jar = await start()
    const liquor = await here.log.draws.draw(jar.id, {
      id: newId(),
      roundId: newId(),
      volumeL: 0.2,
      at: '2026-08-30T09:00:00Z',
      strain: false,
      note: '',
    })
    expect(liquor.item).toMatchObject({
      state: 'liquor',
      leftG: 200,
      dryFraction: expect.closeTo(0.04, 9) as unknown,
    })
    const rest = {
      id: newId(),
      roundId: newId(),
      volumeL: 0.3,
      at: '2026-09-01T09:00:00Z',
      strain: true,
      note: '',
      spent: { id: newId(), massG: 90, state: 'fresh' as const },
    }
    const strained = await here.log.draws.draw(jar.id, rest)
    expect(strained.item.leftG * strained.item.dryFraction).toBeCloseTo(12, 9)
    expect(await here.log.jars.read(jar.id)).toMatchObject({
      ending: 'strained',
      liquorL: 0,
      drawnDryG: expect.closeTo(20, 9) as unknown,
    })
    expect(await here.log.lots.read(rest.spent.id)).toMatchObject({
      extracted: 1,
      leftG: 90,
      jarId: jar.id,
    })

    const piece = await here.piece({ dryG: 10, treatments: [] })
    const pot = await here.pot(liquor.item, [piece], { massG: 100, dyedOn: '2026-09-02' })
    // 100 mL of it stand for 4 g of lichen on 10 g of wool
    expect(pot.ratioDry).toBeCloseTo(0.4, 9)
  })

  test('nothing is drawn or discarded before the start', async () => {
    const jar = await start()
    const before = '2026-07-30T09:00:00Z'
    const draw = {
      id: newId(),
      roundId: newId(),
      volumeL: 0.1,
      at: before,
      strain: false,
      note: '',
    }
    await expect(here.log.draws.draw(jar.id, draw)).rejects.toMatchObject(
      refusal(422, 'must not be before the jar was started'),
    )
    await expect(here.log.jars.change(jar.id, 1, { discardedAt: before })).rejects.toMatchObject(
      refusal(422, 'must not be before the jar was started'),
    )
  })

  test('a draw is undone with all it made, and asked twice it is drawn once', async () => {
    const jar = await start()
    const body = {
      id: newId(),
      roundId: newId(),
      volumeL: 0.5,
      at: '2026-08-30T09:00:00Z',
      strain: true,
      note: '',
    }
    const { changeSetId } = await here.log.draws.draw(jar.id, body)
    expect((await here.log.draws.draw(jar.id, body)).changeSetId).toBeNull()
    await here.log.changes.undo(changeSetId!)
    expect(await here.log.jars.read(jar.id)).toMatchObject({ endedAt: null, liquorL: 0.5 })
    expect((await here.log.lots.read(body.id)).setAsideAt).not.toBeNull()
  })

  test('more than it holds is refused, and setting aside puts the lichen back', async () => {
    const jar = await start()
    await expect(
      here.log.draws.draw(jar.id, {
        id: newId(),
        roundId: newId(),
        volumeL: 0.6,
        at: '2026-08-30T09:00:00Z',
        strain: false,
        note: '',
      }),
    ).rejects.toMatchObject(refusal(422, 'must not be more'))
    await here.log.jars.setAside(jar.id, 1)
    expect((await here.log.lots.read(jar.lots[0]!.lotId)).leftG).toBe(30)
  })

  test('mould, an overdue round and the wish it stands for come to Today', async () => {
    here.at('2026-08-20T10:00:00Z')
    const jar = await start()
    await here.log.jars.change(jar.id, 1, look({ mould: true }))
    await here.log.wishes.create({
      id: newId(),
      words: 'Second jar',
      sourceId: null,
      jarId: jar.id,
      agent: null,
      dueOn: '2026-08-19',
      fibreG: null,
      depth: null,
    })
    const today = await here.log.today.view('2026-08-20')
    expect(today.jarsDue).toMatchObject([{ code: jar.code, mould: true, what: 'mould: discard' }])
    expect(today.wishes).toMatchObject([{ why: 'its day has come' }])
  })

  test('a bleach test and an opened ammonia jar on one day bring the stop card', async () => {
    const jar = await start()
    await here.log.jars.change(jar.id, 1, look({ kind: 'air' }))
    expect(await here.log.cautions.stop('2026-08-15')).toBeNull()
    const evidence = [
      {
        id: newId(),
        kind: 'spotTest' as const,
        agent: 'bleach' as const,
        words: 'turned red',
        on: '2026-08-15',
      },
    ]
    const lichen = await here.lot({
      sourceId: CRAB,
      state: 'dried',
      evidence,
      gatheredOn: '2026-08-15',
    })
    const card = await here.log.cautions.stop('2026-08-15')
    expect(card).toMatchObject({
      level: 'stop',
      words: expect.stringContaining(`jar ${jar.code}`) as unknown,
    })
    expect(card!.words).toContain(`spot test on ${lichen.code}`)
    expect(await here.log.cautions.stop('2026-08-16')).toBeNull()
    const planned = [{ agent: 'ammonia' as const, on: '2026-08-15', where: 'a jar to be started' }]
    expect((await here.log.cautions.stop('2026-08-15', planned))!.words).toContain(
      'a jar to be started',
    )
  })
})

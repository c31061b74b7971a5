import { afterEach, beforeEach, describe, expect, test } from '@jest/globals'
import { newId } from '../../../../shared/ids'
import { cardAmounts } from '../../../../shared/rules/swatch/card-amounts'
import { ANY_DAY } from '../../../../shared/schemas/log/common'
import { cardSchema, type Card } from '../../../../shared/schemas/swatch/card'
import { validate } from '../../../../shared/validate'
import { openTestLog, refusal, TANSY, type TestLog } from '../../../fixtures/log'

let here: TestLog
beforeEach(async () => void (here = await openTestLog()))
afterEach(() => here.database.close())

const card = (fields: object = {}, piece: object = {}): Card =>
  validate(cardSchema, {
    id: newId(),
    sourceId: TANSY,
    state: 'fresh',
    way: 'simmer',
    pieces: [{ fibre: 'wool', form: 'yarn', ...piece }],
    ...fields,
  })

const full = () =>
  card(
    {
      massG: 340,
      gathered: { on: '2024-08-16', withinDays: 15 },
      place: 'Quarry Lane',
      dyed: { on: '2024-08-20', withinDays: 0 },
      minutes: 60,
      tempC: 85,
      waterL: 4,
      finalPh: 6,
      note: 'from the shoebox',
    },
    {
      dryG: 50,
      mordants: [{ agent: 'alum', percentWof: 12 }],
      reading: { hex: '#d8c24a', washed: true, by: 'eye', errorDe: 6 },
      verdict: 'again',
      mark: 'one knot',
    },
  )

describe('a card of what was dyed already', () => {
  test('keeps everything its tag tells, as one change that is undone as one', async () => {
    const { items, changeSetId } = await here.log.cards.keep([full()])
    const { pot, swatches } = items[0]!
    expect(pot).toMatchObject({
      stage: 'done',
      dyedOn: '2024-08-20',
      dyedWithinDays: 0,
      minutes: 60,
      tempC: 85,
      waterL: 4,
      finalPh: 6,
      note: 'from the shoebox',
      ratioAsWeighed: expect.closeTo(6.8, 9) as unknown,
      lots: [{ massG: 340, massBasis: 'weighed', state: 'fresh' }],
    })
    const lot = await here.log.lots.read(pot.lots[0]!.lotId)
    expect(lot).toMatchObject({ gatheredOn: '2024-08-16', gatheredWithinDays: 15, netG: 340 })
    expect((await here.log.patches.read(lot.patchId!)).name).toBe('Quarry Lane')
    const piece = await here.log.pieces.read(pot.pieces[0]!.pieceId)
    expect(piece).toMatchObject({
      dryG: 50,
      dryBasis: 'weighed',
      mordantKnown: true,
      mark: 'one knot',
      treatments: [{ kind: 'mordant', agent: 'alum', percentWof: 12, doneOn: '' }],
    })
    expect(swatches).toMatchObject([
      { verdict: 'again', readings: [{ hex: '#d8c24a', washed: true, errorDe: 6 }] },
    ])
    const [group] = (await here.log.strength.ofSource(TANSY)).groups
    expect(group).toMatchObject({ n: 1, mordant: 'Al' })

    await here.log.changes.undo(changeSetId!)
    expect((await here.log.pots.read(pot.id)).setAsideAt).not.toBeNull()
    expect((await here.log.lots.read(lot.id)).setAsideAt).not.toBeNull()
    expect((await here.log.pieces.read(piece.id)).setAsideAt).not.toBeNull()
    expect((await here.log.strength.ofSource(TANSY)).groups[0]!.n).toBe(0)
  })

  test('what is not known stays not known, and is counted nowhere as if it were', async () => {
    const { items } = await here.log.cards.keep([
      card({}, { reading: { hex: '#d8c24a' }, mordants: null }),
    ])
    const { pot } = items[0]!
    const today = here.log.settings && pot.dyedOn
    expect(pot).toMatchObject({
      dyedWithinDays: ANY_DAY,
      minutes: null,
      waterL: null,
      ratioDry: null,
      lots: [{ massG: 0, massBasis: 'unknown' }],
      pieces: [{ dryBasis: 'unknown' }],
    })
    const lot = await here.log.lots.read(pot.lots[0]!.lotId)
    expect(lot).toMatchObject({ netG: 0, gatheredOn: today, gatheredWithinDays: ANY_DAY })
    const piece = await here.log.pieces.read(pot.pieces[0]!.pieceId)
    expect(piece).toMatchObject({ mordantKnown: false, treatments: [] })
    const { groups } = await here.log.strength.ofSource(TANSY)
    expect(groups.map(({ n }) => n)).toEqual([0])
    expect(groups[0]!.points[0]!.exclusion).toBe('ratioUnknown')
    // a window is not moved by a day that nobody knows
    const { rows } = await here.log.walk.view('2027-09-09')
    expect(rows.find(({ source }) => source.id === TANSY)!.window!.years).toBe(0)
  })

  test('a mordant that nobody remembers is not none: it lies on no curve', async () => {
    const told = { massG: 100, ...{} }
    await here.log.cards.keep([
      card(told, { dryG: 50, mordants: null, reading: { hex: '#d8c24a' } }),
      card(told, { dryG: 50, mordants: [], reading: { hex: '#e8d890' } }),
    ])
    const { groups } = await here.log.strength.ofSource(TANSY)
    expect(groups.map(({ mordant, n }) => [mordant, n])).toEqual([
      ['none', 1],
      ['unknown', 0],
    ])
    expect(groups[1]!.points[0]!.name).toContain('mordant not known')
    const points = groups.flatMap(({ points: all }) => all)
    expect(points.map(({ exclusion }) => exclusion).sort()).toEqual(['mordantUnknown', null])
  })

  test('what is put right later is known: a day, and that there was no mordant', async () => {
    const rough = card(
      { massG: 100, dyed: { on: '2024-07-02', withinDays: 183 } },
      { dryG: 50, mordants: null, reading: { hex: '#d8c24a' } },
    )
    const { pot } = (await here.log.cards.keep([rough])).items[0]!
    const lot = await here.log.lots.read(pot.lots[0]!.lotId)
    expect(lot.gatheredWithinDays).toBe(ANY_DAY)
    const gathered = { gatheredOn: '2024-06-20' }
    expect((await here.log.lots.change(lot.id, lot.rev, gathered)).item).toMatchObject({
      ...gathered,
      gatheredWithinDays: 0,
    })
    const dyed = { dyedOn: '2024-06-25' }
    const known = (await here.log.pots.change(pot.id, pot.rev, dyed)).item
    expect(known).toMatchObject({ ...dyed, dyedWithinDays: 0 })
    const about = { dyedOn: '2024-06-28', dyedWithinDays: 5 }
    expect((await here.log.pots.change(pot.id, known.rev, about)).item).toMatchObject(about)

    const piece = await here.log.pieces.read(pot.pieces[0]!.pieceId)
    await here.log.pieces.change(piece.id, piece.rev, { mordantKnown: true })
    const [group] = (await here.log.strength.ofSource(TANSY)).groups
    expect(group).toMatchObject({ mordant: 'none', n: 1 })
  })

  test('several skeins of one pot share its bath', async () => {
    const two = full()
    two.pieces.push({ ...two.pieces[0]!, dryG: 18, mordants: [], mark: '' })
    const { items } = await here.log.cards.keep([two])
    expect(items[0]!.pot.ratioAsWeighed).toBeCloseTo(340 / 68, 9)
    expect(items[0]!.swatches).toHaveLength(2)
  })

  test('sent twice it is kept once, and a second card of the place goes to the same place', async () => {
    const one = full()
    const first = await here.log.cards.keep([one])
    const again = await here.log.cards.keep([one])
    expect(again.changeSetId).toBeNull()
    expect(again.items[0]!.pot).toEqual(first.items[0]!.pot)
    await here.log.cards.keep([{ ...full(), place: 'quarry lane' }])
    const { items } = await here.log.patches.page({ limit: 50, aside: false })
    expect(items).toHaveLength(1)
  })

  test('of several cards all are kept, or none, and the one that is wrong is named', async () => {
    const wrong = { ...full(), sourceId: newId() }
    await expect(here.log.cards.keep([full(), wrong])).rejects.toMatchObject({
      ...refusal(422, 'There is no source'),
    })
    expect((await here.log.pots.page({ limit: 50, aside: false })).items).toEqual([])
    expect((await here.log.patches.page({ limit: 50, aside: false })).items).toEqual([])
  })
})

describe('amounts of a card', () => {
  test('plant from the ratio and the fibre, fibre from the plant and the ratio', () => {
    expect(cardAmounts(card({ ratio: 6 }, { dryG: 50 }))).toMatchObject({
      massG: 300,
      massBasis: 'weighed',
      pieces: [{ dryG: 50, dryBasis: 'weighed' }],
    })
    expect(cardAmounts(card({ ratio: 6, massG: 300 }))).toMatchObject({
      massG: 300,
      pieces: [{ dryG: 50, dryBasis: 'weighed' }],
    })
  })

  test('the ratio alone is kept as a ratio, and said to be no weights', () => {
    const { massG, massBasis, pieces, reckoned } = cardAmounts(card({ ratio: 6 }))
    expect(massG! / pieces[0]!.dryG).toBeCloseTo(6, 9)
    expect([massBasis, pieces[0]!.dryBasis]).toEqual(['about', 'about'])
    expect(reckoned).toMatch(/^Only the ratio was told/)
  })

  test('where both weights are told they count, and another ratio beside them is kept in words', () => {
    const told = (ratio: number) => cardAmounts(card({ massG: 340, ratio }, { dryG: 50 }))
    expect(told(6.8)).toMatchObject({ massG: 340, pieces: [{ dryG: 50 }], reckoned: '' })
    // a tag rounds
    expect(told(7).reckoned).toBe('')
    expect(told(9)).toMatchObject({
      massG: 340,
      pieces: [{ dryG: 50 }],
      reckoned: 'The ratio was told as 9 : 1, which the amounts are not.',
    })
  })
})

import { afterEach, beforeEach, describe, expect, test } from '@jest/globals'
import { FIBRE_KEYS, fibreFacts, type Fibre } from '../../../../catalogue/fibres'
import { wayFacts } from '../../../../catalogue/ways'
import { priorFor } from '../../../../core/strength/posterior/priors'
import type { Source } from '../../../../shared/schemas/walk/source'
import { candidatesOf } from '../../../../server/services/strength/curve-candidates'
import { factorsOf } from '../../../../server/services/swatch/swatch-factors'
import { readTreatments, treatmentsText } from '../../../../server/services/exchange/pieces-table'
import { newId } from '../../../../shared/ids'
import type { Lot } from '../../../../shared/schemas/loft/lot'
import type { Piece } from '../../../../shared/schemas/basket/piece'
import { newPotSchema, type NewPot } from '../../../../shared/schemas/pot/pot'
import { phBandOf, priorContextOf, uptakeOf } from '../../../../shared/rules/strength/condition'
import { validate } from '../../../../shared/validate'
import { DOCK, openTestLog, TANSY, type TestLog } from '../../../fixtures/log'

let here: TestLog
let lot: Lot
beforeEach(async () => {
  here = await openTestLog()
  lot = await here.lot({ state: 'dried', netG: 300 })
})
afterEach(() => here.database.close())

const added = (agent: string, massG: number | null, minute = 1) => ({
  id: newId(),
  kind: 'add',
  at: `2026-08-20T12:${String(minute).padStart(2, '0')}:00+02:00`,
  toleranceMin: 720,
  data: { agent, massG },
})
const moved = (kind: 'enter' | 'pull', minute: number, pieces: Piece[]) => ({
  id: newId(),
  kind,
  at: `2026-08-20T12:${String(minute).padStart(2, '0')}:00+02:00`,
  toleranceMin: 720,
  data: { pieceIds: pieces.map(({ id }) => id) },
})

/** A pot of the past whose pieces are all read. */
async function dyed(pieces: Piece[], fields: object = {}) {
  const body: NewPot = validate(newPotSchema, {
    id: newId(),
    dyedOn: '2026-08-20',
    lots: [{ lotId: lot.id, massG: 10 }],
    pieces: pieces.map(({ id }) => ({ pieceId: id })),
    waterL: 2,
    ...fields,
  })
  const pot = (await here.log.pots.create(body)).item
  for (const { swatchId } of pot.pieces) {
    const swatch = await here.log.swatches.read(swatchId!)
    await here.log.swatches.change(swatch.id, swatch.rev, {
      reading: { lab: { l: 70, a: 2, b: 50 }, wet: false, washed: true },
    })
  }
  return pot
}
const groups = async () => (await here.log.strength.ofSource(TANSY)).groups
const bands = async () => (await groups()).map(({ phBand }) => phBand).sort()
const mordants = async () => (await groups()).map(({ mordant }) => mordant).sort()

describe('something that moves the pH, where nobody read one', () => {
  test('is a curve of its own, by its kind and amount', async () => {
    await dyed([await here.piece()])
    await dyed([await here.piece()], { notes: [added('bakingSoda', 4)] })
    await dyed([await here.piece()], { notes: [added('bakingSoda', 30)] })
    await dyed([await here.piece()], { notes: [added('vinegar', null)] })
    expect(await bands()).toEqual([
      'asItCame',
      'with baking soda (1 to 5 g per L)',
      'with baking soda (5 to 25 g per L)',
      'with vinegar (amount not known)',
    ])
  })

  test('parts the pieces of one pot: what came out before it never met it', async () => {
    const [early, late] = [await here.piece(), await here.piece()]
    await dyed([early, late], {
      notes: [
        moved('enter', 0, [early, late]),
        moved('pull', 5, [early]),
        added('sodaAsh', 1, 10),
        moved('pull', 30, [late]),
      ],
    })
    expect(await bands()).toEqual(['asItCame', 'with washing soda (under 1 g per L)'])
  })

  test('a pH that was read says it better', async () => {
    await dyed([await here.piece()], { notes: [added('bakingSoda', 4)], finalPh: 8.6 })
    expect(await bands()).toEqual(['alkaline'])
  })

  test.each([
    [4, 2, 'with baking soda (1 to 5 g per L)'],
    [4, null, 'with baking soda (amount not known)'],
    [60, 2, 'with baking soda (over 25 g per L)'],
  ])('%d g in %s L is "%s"', (massG, litres, band) => {
    expect(phBandOf(null, [{ agent: 'bakingSoda', massG }], litres)).toBe(band)
  })

  test('salts that leave the pH alone part nothing', () => {
    expect(phBandOf(null, [{ agent: 'ironSulfate', massG: 2 }], 2)).toBe('asItCame')
  })
})

describe('mordants of one metal', () => {
  const with_ = (agent: 'alum' | 'aluminiumAcetate' | 'aluminiumTriformate', percentWof = 10) =>
    here.piece({
      fibre: 'cotton',
      form: 'cloth',
      treatments: [{ kind: 'mordant', agent, percentWof, doneOn: '2026-08-01' }],
    })

  test('stay apart: whoever gave both wants them compared', async () => {
    await dyed([
      await with_('alum'),
      await with_('aluminiumAcetate'),
      await with_('aluminiumTriformate'),
    ])
    expect(await mordants()).toEqual(['Al', 'Al acetate', 'Al triformate'])
  })

  test('where swatches of one curve were mordanted differently, it says how', async () => {
    await dyed([await with_('alum', 8), await with_('alum', 16)])
    const [group] = await groups()
    expect(group!.treatedHow).toBe('8 to 16 % of the fibre')
    expect(group!.points.map(({ name }) => name).sort()).toEqual([
      'cotton cloth, alum 16 %',
      'cotton cloth, alum 8 %',
    ])
  })

  test('so it does of hot and cold', async () => {
    const bathed = (heat: 'hot' | 'cold') =>
      here.piece({
        treatments: [
          { kind: 'mordant', agent: 'alum', percentWof: 10, heat, doneOn: '2026-08-01' },
        ],
      })
    await dyed([await bathed('hot'), await bathed('cold')])
    const [group] = await groups()
    expect(group!.treatedHow).toBe('mordanted hot and cold')
    expect(group!.points.map(({ name }) => name).sort()).toEqual([
      'wool yarn, alum 10 %',
      'wool yarn, alum 10 %, cold',
    ])
  })
})

test('a swatch that boiled says so on its curve', async () => {
  await dyed([await here.piece()], { tempC: 99.6 })
  expect((await groups())[0]!.points[0]!.boiled).toBe(true)
})

test('a ratio that was counted carries its error to its curve', async () => {
  await dyed([await here.piece()], { lots: [{ lotId: lot.id, massG: 10, massBasis: 'about' }] })
  const [group] = await groups()
  expect(group!.points[0]!.ratioErrorSd).toBeCloseTo(0.35, 12)
  expect(group!.curve!.answer.points[0]!.ratioErrorSd).toBeCloseTo(0.35, 12)
})

describe('how the plant was prepared', () => {
  const cut = (size: 'whole' | 'ground' | null) => ({
    plan: { steps: [...wayFacts('simmer').steps], size },
  })
  const stuffs = async (sourceId = TANSY) =>
    (await here.log.strength.ofSource(sourceId)).groups.map(({ stuff }) => stuff).sort()

  test('ground stuff is a curve of its own; soft stuff whole is as usual', async () => {
    await dyed([await here.piece()])
    await dyed([await here.piece()], cut('whole'))
    await dyed([await here.piece()], cut('ground'))
    expect(await stuffs()).toEqual(['asUsual', 'ground'])
  })

  test('hard stuff whole is one, too', async () => {
    lot = await here.lot({ sourceId: DOCK, state: 'dried', netG: 300 })
    await dyed([await here.piece()], cut('whole'))
    await dyed([await here.piece()], cut('ground'))
    await dyed([await here.piece()], cut(null))
    expect(await stuffs(DOCK)).toEqual(['asUsual', 'ground', 'whole'])
  })

  test('so is aged stuff, from the day it was aged', async () => {
    const fresh = await here.lot({ state: 'fresh', netG: 300 })
    const aged = (
      await here.log.lots.change(fresh.id, fresh.rev, {
        step: { id: newId(), kind: 'aged', doneOn: '2026-08-18', afterG: 280, note: '' },
      })
    ).item
    lot = aged
    await dyed([await here.piece()])
    expect(await stuffs()).toEqual(['aged'])
  })

  test('soaking is a factor of its swatches, from the day it was soaked', async () => {
    const step = {
      id: newId(),
      kind: 'soaked' as const,
      doneOn: '2026-08-18',
      afterG: 300,
      note: '',
    }
    const plain = lot
    const soaked = await here.lot({ state: 'dried', netG: 300 })
    lot = (await here.log.lots.change(soaked.id, soaked.rev, { step })).item
    await dyed([await here.piece()])
    lot = plain
    await dyed([await here.piece()])
    const candidates = await candidatesOf(here.database.read, TANSY)
    expect(candidates.map((each) => factorsOf(each, 'flowerHead').soaked).sort()).toEqual([
      false,
      true,
    ])
  })
})

describe('what was written down of a mordant', () => {
  const mordantOf = async () => (await groups()).map(({ mordant }) => mordant)

  test('later than its pot counts as none, until it is said to have been before', async () => {
    const made = await here.piece({
      treatments: [{ kind: 'mordant', agent: 'alum', percentWof: 10, doneOn: '2026-08-30' }],
    })
    await dyed([made])
    expect(await mordantOf()).toEqual(['none'])
    const piece = await here.log.pieces.read(made.id)
    const [entry] = piece.treatments
    const change = await here.log.pieces.change(piece.id, piece.rev, {
      corrected: {
        id: entry!.id,
        treatment: { kind: 'mordant', agent: 'alum', percentWof: 10, doneOn: '' },
      },
    })
    expect(await mordantOf()).toEqual(['Al'])
    await here.log.changes.undo(change.changeSetId!)
    expect(await mordantOf()).toEqual(['none'])
    expect((await here.log.pieces.read(piece.id)).treatments).toEqual(piece.treatments)
  })

  test('of an unknown percentage on an unknown day is kept as that, also in a file', async () => {
    const piece = await here.piece({ treatments: [{ kind: 'mordant', agent: 'alum', doneOn: '' }] })
    expect(piece.treatments[0]).toMatchObject({ percentWof: null, massG: null, doneOn: '' })
    expect(treatmentsText(piece.treatments)).toBe('mordant alum undated')
    expect(readTreatments('mordant alum undated')).toEqual([
      { kind: 'mordant', agent: 'alum', doneOn: '' },
    ])
  })

  test('that never was goes, and its curve follows', async () => {
    const made = await here.piece()
    await dyed([made])
    const piece = await here.log.pieces.read(made.id)
    await here.log.pieces.change(piece.id, piece.rev, { takenBack: piece.treatments[0]!.id })
    expect(await mordantOf()).toEqual(['none'])
  })

  test('a fibre that was mistaken is corrected, and its swatch moves to its curve', async () => {
    const made = await here.piece()
    await dyed([made])
    const piece = await here.log.pieces.read(made.id)
    await here.log.pieces.change(piece.id, piece.rev, { fibre: 'silk', base: 'cream' })
    const [group] = await groups()
    expect(group!.points[0]!.name).toBe('silk yarn, alum 10 %')
  })

  test('an entry that is not there is refused by its name', async () => {
    const piece = await here.piece()
    await expect(
      here.log.pieces.change(piece.id, piece.rev, { takenBack: newId() }),
    ).rejects.toMatchObject({ message: expect.stringContaining('has no entry') as unknown })
  })
})

describe('what is said of a fibre and what is expected of it', () => {
  const expectedOn = (fibre: Fibre, source: Source, isMordanted = true) => {
    const how = { fibre, mordants: isMordanted ? (['alum'] as const) : [], way: 'simmer' as const }
    const { taking } = uptakeOf(source, fibreFacts(fibre), isMordanted)
    return { taking, ceiling: priorFor(priorContextOf(source, how)).ceiling }
  }

  test('agree: barely is a trace or pale, little is well under half', async () => {
    const source = await here.log.sources.read(TANSY)
    const wool = expectedOn('wool', source)
    expect(wool.taking).toBe('well')
    for (const fibre of FIBRE_KEYS) {
      const { taking, ceiling } = expectedOn(fibre, source)
      if (taking === 'barely') expect(ceiling).toBeLessThan(0.2 * wool.ceiling)
      if (taking === 'little') expect(ceiling).toBeLessThan(0.5 * wool.ceiling)
    }
    const bare = expectedOn('wool', source, false)
    expect(bare.taking).toBe('little')
    expect(bare.ceiling).toBeCloseTo(0.4 * wool.ceiling, 12)
  })

  test('skins, quills and wood are classes of their own', () => {
    const classes = (['leather', 'fishSkin', 'gut', 'quill', 'wood'] as const).map(
      (fibre) => fibreFacts(fibre).class,
    )
    expect(new Set(classes).size).toBe(classes.length)
  })
})

import { afterEach, beforeEach, describe, expect, test } from '@jest/globals'
import { newId } from '../../../../shared/ids'
import {
  newTrialSchema,
  type NewTrial,
  type TrialDesign,
} from '../../../../shared/schemas/trial/trial'
import { present } from '../../../../core/present'
import { validate } from '../../../../shared/validate'
import { openTestLog, refusal, type TestLog } from '../../../fixtures/log'

let here: TestLog
beforeEach(async () => {
  here = await openTestLog()
})
afterEach(() => here.database.close())

const recipe: TrialDesign['recipe'] = {
  fibre: 'wool',
  scheme: 'alum',
  percentWof: null,
  heat: null,
  finish: null,
  ratioDry: 0.5,
  size: null,
  water: 'rain',
  way: 'simmer',
  minutes: null,
  tempC: null,
  vesselId: null,
}

async function trialOf(fields: Partial<TrialDesign> = {}): Promise<NewTrial> {
  const lot = await here.lot({ state: 'dried' })
  return validate(newTrialSchema, {
    id: newId(),
    words: 'iron for alum, tansy',
    on: '2026-08-20',
    design: {
      factor: 'mordant',
      levels: ['alum', 'iron'],
      each: 2,
      seed: 4711,
      inJars: true,
      lotId: lot.id,
      form: 'yarn',
      pieceG: 10,
      isWashed: true,
      isMordanted: true,
      recipe,
      ...fields,
    },
  })
}

/** Lights a planned pot, takes its pieces out, and reads each as a colour. */
async function dye(potId: string, hexes: readonly string[]) {
  const { rev } = await here.log.pots.read(potId)
  here.at('2026-08-21T20:00:00+02:00')
  await here.log.pots.change(potId, rev, {
    light: { at: '2026-08-20T10:00:00+02:00', overrides: [] },
  })
  const { item } = await here.log.course.finish(potId, {
    at: '2026-08-20T12:00:00+02:00',
    finalPh: null,
    liquor: 'kept',
    liquorL: null,
    spent: 'compost',
    rinse: 'now',
    note: '',
    pieces: [],
  })
  for (const [i, { pieceId, swatchId }] of item.pieces.entries()) {
    const piece = await here.log.pieces.read(pieceId)
    await here.log.pieces.change(pieceId, piece.rev, {
      bare: { id: newId(), hex: '#ece4d2', wet: false, washed: true },
    })
    const swatch = await here.log.swatches.read(swatchId!)
    await here.log.swatches.change(swatch.id, swatch.rev, {
      reading: { id: newId(), hex: hexes[i]!, wet: false, washed: true },
    })
  }
}

describe('a fair trial', () => {
  test('is laid out in jars of one water bath, with marks, mordants by lot and the plant for each', async () => {
    const trial = await trialOf()
    const { items: pots, changeSetId } = await here.log.fairTrials.make(trial)
    expect(changeSetId).not.toBeNull()
    expect(pots).toHaveLength(4)
    expect(new Set(pots.map(({ groupId }) => groupId))).toEqual(new Set([trial.id]))
    expect(pots.every(({ ratioDry }) => Math.abs(ratioDry! - 0.5) < 1e-9)).toBe(true)
    const kept = await here.log.trials.read(trial.id)
    expect(kept).toMatchObject({ words: trial.words, design: trial.design })
    expect(kept.promise).toMatchObject({ basis: 'typical', df: null, isOfSource: false })
    const pieces = await Promise.all(
      kept.places.map(({ pieceId }) => here.log.pieces.read(pieceId)),
    )
    expect(new Set(pieces.map(({ mark }) => mark)).size).toBe(4)
    kept.places.forEach(({ level }, i) => {
      const agents = pieces[i]!.treatments.flatMap(({ kind, agent }) =>
        kind === 'mordant' ? agent : [],
      )
      expect(agents).toEqual([level === 0 ? 'alum' : 'ironSulfate'])
    })
  })

  test('sent again makes nothing, and is undone as one', async () => {
    const trial = await trialOf({ isMordanted: false })
    const { changeSetId, items } = await here.log.fairTrials.make(trial)
    expect(await here.log.fairTrials.make(trial)).toMatchObject({
      changeSetId: null,
      items: items.map(({ id }) => ({ id })),
    })
    // two mordant baths are planned for it
    const { items: baths } = await here.log.baths.page({
      stage: 'planned',
      limit: 10,
      aside: false,
    })
    expect(baths.map(({ scheme, pieces }) => [scheme, pieces.length]).sort()).toEqual([
      ['alum', 2],
      ['iron', 2],
    ])
    await here.log.changes.undo(present(changeSetId))
    expect(await here.log.fairTrials.views()).toEqual([])
    expect((await here.log.pots.page({ stage: 'planned', limit: 10, aside: false })).items).toEqual(
      [],
    )
    expect(
      (await here.log.baths.page({ stage: 'planned', limit: 10, aside: false })).items,
    ).toEqual([])
  })

  test('of fibres lies in one pot where nobody asks for jars, and of heats each has its own fire', async () => {
    const one = await trialOf({ factor: 'fibre', levels: ['wool', 'silk'], inJars: false })
    const { items: pots } = await here.log.fairTrials.make(one)
    expect(pots.map(({ pieces, ratioDry }) => [pieces.length, ratioDry])).toEqual([[4, 0.5]])
    const heats = await trialOf({ factor: 'tempC', levels: [60, 90], inJars: false })
    const { items } = await here.log.fairTrials.make(heats)
    const fireOf = new Map(items.map(({ tempC, groupId }) => [tempC, groupId]))
    expect(items).toHaveLength(4)
    expect(fireOf.size).toBe(2)
    expect(fireOf.get(60)).not.toBe(fireOf.get(90))
    expect(items[0]!.plan!.steps.find(({ kind }) => kind === 'dye')!.tempC).toBe(items[0]!.tempC)
  })

  test('of what is done to the mordant has a bath for each, or says so of what was done', async () => {
    const trial = await trialOf({
      factor: 'mordantHeat',
      levels: ['cold', 'hot'],
      inJars: false,
      isMordanted: false,
    })
    await here.log.fairTrials.make(trial)
    const { items: baths } = await here.log.baths.page({
      stage: 'planned',
      limit: 10,
      aside: false,
    })
    expect(baths.map(({ heat, pieces }) => [heat, pieces.length]).sort()).toEqual([
      ['cold', 2],
      ['hot', 2],
    ])
    const done = await trialOf({
      factor: 'mordantFinish',
      levels: ['dried', 'heldWet'],
      recipe: { ...recipe, heat: 'hot' },
    })
    await here.log.fairTrials.make(done)
    const { places } = await here.log.trials.read(done.id)
    for (const { pieceId, level } of places) {
      const { treatments } = await here.log.pieces.read(pieceId)
      expect(treatments.find(({ kind }) => kind === 'mordant')).toMatchObject({
        heat: 'hot',
        finish: level === 0 ? 'dried' : 'heldWet',
      })
    }
  })

  test('of ratios weighs out more plant for each', async () => {
    const trial = await trialOf({ factor: 'ratioDry', levels: [0.1, 0.2, 0.4], each: 1 })
    const { items } = await here.log.fairTrials.make(trial)
    expect(items.map(({ ratioDry }) => ratioDry).sort()).toEqual([0.1, 0.2, 0.4])
    const view = await here.log.fairTrials.design(trial.design)
    expect(view).toMatchObject({ fibreG: 30, plantG: expect.closeTo(7, 6), leftG: 300 })
    // one piece at each ratio, and no repeats: nothing would be seen
    expect(view.promise.timesSeen).toBeNull()
    expect(view.chances.every(({ chance }) => chance === 0)).toBe(true)
  })

  test('gives its answer as its pieces are read, and none before both levels are', async () => {
    const trial = await trialOf()
    const { items } = await here.log.fairTrials.make(trial)
    const levelOf = new Map(
      (await here.log.trials.read(trial.id)).places.map(({ potId, level }) => [potId, level]),
    )
    const potsAt = (level: number) => items.filter(({ id }) => levelOf.get(id) === level)
    for (const [i, pot] of potsAt(0).entries()) await dye(pot.id, [['#d9b350', '#d4ae4b'][i]!])
    const [half] = await here.log.fairTrials.views()
    expect(half!.answer).toMatchObject({ read: [2, 0], against: null })
    for (const [i, pot] of potsAt(1).entries()) await dye(pot.id, [['#6b5a30', '#6a5b34'][i]!])
    const [view] = await here.log.fairTrials.views()
    expect(view!.answer).toMatchObject({ read: [2, 2], df: 2 })
    const [iron] = view!.answer.against!
    expect(iron!.mid).toBeGreaterThan(1.5)
    expect(iron!.low).toBeLessThan(iron!.mid)
    expect(view!.pieces.map(({ stage }) => stage)).toEqual(['done', 'done', 'done', 'done'])
    expect(view!.alsoDiffered).toEqual([])
    // one of its jars turns out to have had another water
    const [pot] = potsAt(1)
    const done = await here.log.pots.read(pot!.id)
    await here.log.pots.change(done.id, done.rev, { water: 'tap' })
    expect((await here.log.fairTrials.views())[0]!.alsoDiffered).toEqual(['water'])
  })

  test.each([
    [{ levels: ['alum', 'gold'] }, 'must list levels of mordant one of alum'],
    [{ levels: ['alum', 'alum'] }, 'each level may be listed once'],
    [
      { factor: 'minutes', levels: [30, -1] },
      'must list levels of minutes from 1 to 100000; got -1',
    ],
    [{ levels: ['alum', 'iron', 'copper', 'none'], each: 8 }, 'must be of 24 pieces at the most'],
    [
      { factor: 'mordantPercent', levels: [5, 10], recipe: { ...recipe, scheme: 'none' } },
      'must name the mordant',
    ],
  ] as [Partial<TrialDesign>, string][])(
    '%#: is refused where it cannot be',
    async (fields, words) => {
      await expect(trialOf(fields)).rejects.toThrow(words)
    },
  )

  test('of a lot that is not there is refused, and nothing is made', async () => {
    const trial = await trialOf()
    const odd = { ...trial, design: { ...trial.design, lotId: newId() } }
    await expect(here.log.fairTrials.make(odd)).rejects.toMatchObject(
      refusal(422, 'There is no lot'),
    )
    expect((await here.log.pieces.page({ limit: 10, aside: false })).items).toEqual([])
  })
})

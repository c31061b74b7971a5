import { describe, expect, test } from '@jest/globals'
import { wayFacts } from '../../../../catalogue/ways'
import { potBodies, type PotParts } from '../../../../app/features/pot/pot-body'
import { blankPast, blankPot, type PotDraft } from '../../../../app/features/pot/pot-draft'
import { planSteps } from '../../../../app/features/pot/plan-steps'
import { newId } from '../../../../shared/ids'
import type { Piece } from '../../../../shared/schemas/basket/piece'
import { newPotsSchema, type NewPot } from '../../../../shared/schemas/pot/pot'
import { validate } from '../../../../shared/validate'

const [one, two] = [newId(), newId()]
const lotId = newId()
const pieces = [
  { id: one, dryG: 50 },
  { id: two, dryG: 25 },
] as Piece[]

const parts = (draft: PotDraft, more: Partial<PotParts> = {}): PotParts => ({
  draft,
  lots: [{ lotId, massG: 30 }],
  pieces,
  wayName: '',
  steps: [...wayFacts(draft.way).steps],
  tempC: 82,
  minutes: 60,
  pourL: 4,
  powerW: 2000,
  predictions: [],
  times: null,
  trial: null,
  ...more,
})
const past = (fields: Partial<PotDraft>): PotDraft => ({
  ...blankPot(),
  mode: 'past',
  dyedOn: '2026-08-20',
  ...fields,
})
const bodies = (draft: PotDraft, more: Partial<PotParts> = {}): NewPot[] =>
  validate(newPotsSchema, { pots: potBodies(parts(draft, more)) }).pots
const only = (draft: PotDraft, more?: Partial<PotParts>) => bodies(draft, more)[0]!

/** Everything that is told but ids that are new each time. */
const told = (draft: PotDraft) =>
  JSON.stringify(
    potBodies(parts(draft), (key) => key),
    (key, value: unknown) => (key === 'id' ? 0 : value),
  )

describe('what is typed of a pot of the past', () => {
  /** A change of each field of the form, from empty. */
  const changes: { [K in keyof Omit<PotDraft, 'past'>]?: PotDraft[K] } = {
    dyedOn: '2025-05-01',
    way: 'coldSteep',
    ownWayId: newId(),
    waterL: 3,
    water: 'rain',
    size: 'ground',
    lid: '',
    vesselId: newId(),
    burner: 'left ring',
    kettleL: 1,
    tempC: 71,
    minutes: 5,
    finalPh: 8.5,
    additions: [{ agent: 'vinegar', form: '', massG: null, when: 'in' }],
    ph: { target: 9, cap: 10, agent: 'sodaAsh' },
    pulls: { [one]: 5 },
    coats: 3,
    pieceCoats: { [one]: 2 },
    inJars: true,
    fromPotId: newId(),
    note: 'a tag',
  }
  /** What brings something to the form, and is no fact of the pot itself. */
  const elsewhere = [
    'mode',
    'lots',
    'pieceIds',
    'when',
    'by',
    // where its defaults came from
    'opened',
    // of a pot to come alone: it goes into the steps
    'extractC',
    'extraSteps',
    'jarShares',
    'justifications',
    'past',
  ]

  test('every field of the form is in the body, or is named as one that is not', () => {
    const fields = Object.keys(blankPot()).filter((key) => !elsewhere.includes(key))
    expect(Object.keys(changes).sort()).toEqual(fields.sort())
    const plain = told(past({}))
    for (const [key, value] of Object.entries(changes)) {
      expect([key, told(past({ [key]: value })) === plain]).toEqual([key, false])
    }
  })

  test('so is every field of what is remembered of its course', () => {
    const look = { afterMin: 5, pieceId: one, how: 'wet', hex: '', words: 'dull' } as const
    const remembered: Required<PotDraft['past']> = {
      startedAt: '09:30',
      boiled: 'yes',
      liquor: 'kept',
      liquorL: 2,
      spent: 'compost',
      rinse: 'later',
      looks: [{ ...look, tempC: null, ph: null }],
      outcomes: { [one]: { waters: 2, handle: [], smell: '', soap: 'none', note: '' } },
    }
    const plain = told(past({}))
    for (const key of Object.keys(remembered) as (keyof typeof remembered)[]) {
      const changed = { ...blankPast(), [key]: remembered[key] }
      expect([key, told(past({ past: changed })) === plain]).toEqual([key, false])
    }
    const body = only(past({ past: remembered }))
    expect(body.end).toEqual({
      liquor: 'kept',
      liquorL: 2,
      spent: 'compost',
      rinse: 'later',
      boiled: true,
    })
  })

  test('advice that a placeholder shows is not kept as a fact', () => {
    const body = only(past({}))
    expect(body).toMatchObject({ tempC: null, minutes: null, waterL: null, finalPh: null })
    expect(body.plan).toMatchObject({ pourL: null, powerW: null, water: null, size: null })
    expect(body.end).toEqual({
      liquor: null,
      liquorL: null,
      spent: null,
      rinse: null,
      boiled: null,
    })
  })

  test('its notes lie in the order they happened, as well as their hour is known', () => {
    const draft = past({
      minutes: 30,
      pulls: { [one]: 5 },
      additions: [
        { agent: 'alum', form: 'dodecahydrate', massG: 4, when: 'before' },
        { agent: 'vinegar', form: '', massG: null, when: 'in' },
        { agent: 'ironSulfate', form: 'heptahydrate', massG: 1, when: 'after' },
      ],
      past: {
        ...blankPast(),
        looks: [
          {
            afterMin: 5,
            pieceId: one,
            how: 'wet',
            hex: '#c9b26a',
            words: '',
            tempC: null,
            ph: null,
          },
          { afterMin: null, pieceId: '', how: 'glass', hex: '', words: '', tempC: 71, ph: 6 },
        ],
      },
    })
    const notes = [...only(draft).notes!].sort((a, b) => Date.parse(a.at) - Date.parse(b.at))
    expect(
      notes.map(({ kind, at, toleranceMin, data }) => [
        kind,
        at.slice(11, 16),
        toleranceMin,
        'agent' in data ? data.agent : '',
      ]),
    ).toEqual([
      ['add', '11:59', 720, 'alum'],
      ['enter', '12:00', 720, ''],
      ['add', '12:00', 720, 'vinegar'],
      ['reading', '12:00', 720, ''],
      ['look', '12:05', 720, ''],
      ['pull', '12:05', 720, ''],
      ['add', '12:29', 720, 'ironSulfate'],
      ['pull', '12:30', 720, ''],
    ])
    const timed = only({ ...draft, past: { ...draft.past, startedAt: '09:30' } }).notes!
    expect(timed[0]).toMatchObject({ kind: 'enter', toleranceMin: 5 })
    expect(timed[0]!.at.slice(11, 16)).toBe('09:30')
  })

  test('in jars, each is a pot of its own, and a share that nobody measured leaves no ratio', () => {
    const jars = bodies(past({ inJars: true, jarShares: { [one]: null, [two]: 0.4 } }))
    expect(jars.map(({ isRatioKnown }) => isRatioKnown)).toEqual([false, true])
    expect(jars.map((jar) => jar.pieces.map(({ pieceId }) => pieceId))).toEqual([[one], [two]])
    expect(jars[1]!.lots).toEqual([{ lotId, massG: 12 }])
    expect(new Set(jars.map(({ groupId }) => groupId)).size).toBe(1)
    expect(jars.every(({ stage }) => stage === 'done')).toBe(true)
  })

  test('a later bath of one liquor takes no plant that lay in the planner', () => {
    expect(only(past({ fromPotId: newId() })).lots).toEqual([])
    expect(only({ ...blankPot(), fromPotId: newId() }).lots).toEqual([])
  })
})

test('of today, no note lies ahead', () => {
  const today = new Date()
  const draft = past({ dyedOn: today.toLocaleDateString('sv'), minutes: 90 })
  for (const { at, toleranceMin } of only(draft).notes!) {
    expect(Date.parse(at)).toBeLessThanOrEqual(Date.now())
    expect(toleranceMin).toBe(720)
  }
})

describe('what is meant to go in', () => {
  const wishes = { heatMin: null, tempC: null, dyeMin: 60, isLiquorMade: false }

  test('is a step to be confirmed: before the pieces, with them, or at the end of their time', () => {
    const steps = planSteps('simmer', null, {
      ...wishes,
      additions: [
        { agent: 'alum', form: 'dodecahydrate', massG: 13.5, when: 'before' },
        { agent: 'vinegar', form: '', massG: null, when: 'in' },
        { agent: 'ironSulfate', form: 'heptahydrate', massG: 1, when: 'after' },
      ],
    })
    const enter = steps.find(({ kind }) => kind === 'enter')!
    const [before, within, after] = steps.filter(({ kind }) => kind === 'add')
    expect(before).toMatchObject({ words: 'Stir in 13.5 g alum', adds: { massG: 13.5 } })
    expect(enter.after.map(({ id }) => id)).toContain(before!.id)
    expect(within).toMatchObject({ words: 'Stir in some vinegar', adds: { massG: null } })
    expect(within!.after).toEqual([{ id: enter.id, minLagMin: 0 }])
    expect(after!.after).toEqual([{ id: enter.id, minLagMin: 55 }])
  })
})

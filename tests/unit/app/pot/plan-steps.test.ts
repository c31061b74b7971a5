import { describe, expect, test } from '@jest/globals'
import { units } from '../../../../app/format/quantities'
import { planSteps } from '../../../../app/features/pot/plan-steps'
import { WAY_KEYS } from '../../../../catalogue/ways'
import { inOrder } from '../../../../core/pot/way-steps'
import { METRIC_UNITS, US_UNITS } from '../../../../core/quantity/unit-choice'

describe('steps of a planned pot', () => {
  const wishes = { heatMin: 52.4, tempC: 76, dyeMin: 40, isLiquorMade: false }

  test('take the heating time and the wishes of the plan', () => {
    const steps = planSteps('simmer', null, wishes)
    const of = (id: string) => steps.find((step) => step.id === id)!
    expect(of('heat').minutes).toBe(52)
    expect(of('dye')).toMatchObject({ minutes: 40, tempC: 76 })
    // the extraction keeps the heat of its way
    expect(of('extract').tempC).toBe(82)
  })

  test('drawing out and dyeing have heats of their own; a later bath is heated for its pieces', () => {
    const wishes = { heatMin: null, tempC: 60, extractC: 85, dyeMin: null, isLiquorMade: false }
    const heats = (isLiquorMade: boolean) =>
      planSteps('simmer', null, { ...wishes, isLiquorMade }).flatMap(({ kind, tempC, words }) =>
        ['heat', 'extract', 'dye'].includes(kind) ? [{ kind, tempC, words }] : [],
      )
    expect(heats(false)).toMatchObject([
      { kind: 'heat', tempC: 85, words: 'Heat to 85 °C' },
      { kind: 'extract', tempC: 85 },
      { kind: 'dye', tempC: 60 },
    ])
    expect(heats(true)).toMatchObject([
      { kind: 'heat', tempC: 60, words: 'Heat to 60 °C' },
      { kind: 'dye', tempC: 60 },
    ])
  })

  test('steps are kept in metric units, whatever the page is read in', () => {
    units.value = US_UNITS
    const additions = [{ agent: 'alum' as const, form: '', massG: 5, when: 'in' as const }]
    const steps = planSteps('simmer', null, {
      heatMin: null,
      tempC: 82,
      dyeMin: 60,
      isLiquorMade: false,
      additions,
    })
    units.value = METRIC_UNITS
    expect(steps.find(({ kind }) => kind === 'add')!.words).toBe('Stir in 5 g alum')
  })

  test('a later bath extracts nothing anew, and is a sound graph', () => {
    const steps = planSteps('twiceExtracted', null, { ...wishes, isLiquorMade: true })
    expect(steps.map(({ kind }) => kind)).not.toContain('extract')
    expect(steps.map(({ kind }) => kind)).toEqual(expect.arrayContaining(['enter', 'dye', 'lift']))
    expect(inOrder(steps)).toHaveLength(steps.length)
  })

  test('a liquor that was strained before is thinned first, and begins with that', () => {
    const made = { ...wishes, isLiquorMade: true, thinL: 2.5 }
    const steps = planSteps('simmer', null, made)
    const [first, ...rest] = inOrder(
      steps
        .filter(({ kind }) => kind !== 'wetOut')
        .map((step) => ({
          ...step,
          after: step.after.filter(({ id }) => !id.startsWith('wet')),
        })),
    )
    expect(first!.words).toBe('Thin the liquor with 2.5 L of water')
    expect(rest.every(({ after }) => after.length > 0)).toBe(true)
    expect(planSteps('simmer', null, { ...made, thinL: 0 }).map(({ id }) => id)).not.toContain(
      'thin',
    )
  })

  test('what is painted on is brushed as often as asked, from a liquor that is there', () => {
    const steps = planSteps('paintOn', null, { ...wishes, isLiquorMade: true, coats: 3 })
    expect(steps.filter(({ kind }) => kind === 'coat')).toHaveLength(3)
    expect(steps.map(({ id }) => id)).not.toContain('prepare')
    expect(inOrder(steps)).toHaveLength(steps.length)
  })

  test('cold ways stay cold, whatever is typed', () => {
    const steps = planSteps('coldSteep', null, { ...wishes, tempC: 60 })
    expect(steps.every(({ tempC }) => tempC === null)).toBe(true)
  })
})

describe('a shift of pH that is planned', () => {
  const wishes = {
    heatMin: null,
    tempC: null,
    dyeMin: null,
    isLiquorMade: false,
    ph: { target: 9, cap: 10, agent: 'sodaAsh' as const },
  }

  test.each(WAY_KEYS)('stands among the steps of %s, before the pieces, with its time', (way) => {
    const steps = inOrder(planSteps(way, null, wishes))
    const [shift, enter] = [
      steps.findIndex(({ id }) => id === 'ph'),
      steps.findIndex(({ kind }) => kind === 'enter'),
    ]
    expect(shift).toBeGreaterThanOrEqual(0)
    expect(shift).toBeLessThan(enter)
    expect(steps[shift]).toMatchObject({ minutes: 20, attended: true })
    expect(steps[shift]!.words).toBe(
      'Heat off: bring the bath to pH 9 with washing soda, never past 10',
    )
  })

  test('acid is no reason to take the heat off', () => {
    const acid = { target: 5, cap: 4, agent: 'vinegar' as const }
    const step = planSteps('simmer', null, { ...wishes, ph: acid }).find(({ id }) => id === 'ph')!
    expect(step.words).toBe('Bring the bath to pH 5 with vinegar, never past 4')
  })
})

describe('dips of a reduced vat', () => {
  const wishes = { heatMin: null, tempC: null, dyeMin: 3, isLiquorMade: false }

  test('are rounds of their own, each aired before the next', () => {
    const steps = inOrder(planSteps('reducedVat', null, { ...wishes, coats: 3 }))
    const told = steps.filter(({ kind }) => kind === 'dye' || kind === 'air')
    expect(told.map(({ id }) => id)).toEqual(['dye', 'air', 'dye2', 'air2', 'dye3', 'air3'])
    expect(told.map(({ minutes }) => minutes)).toEqual([3, 15, 3, 15, 3, 15])
    // what followed the airing follows the last one, and nothing asks for another round
    expect(steps.at(-1)).toMatchObject({ kind: 'lift', after: [{ id: 'air3' }] })
    expect(steps.some(({ again }) => again)).toBe(false)
  })

  test('one is the way as it stands, with its question', () => {
    const steps = planSteps('reducedVat', null, { ...wishes, coats: 1 })
    expect(steps.filter(({ again }) => again)).toHaveLength(1)
  })
})

test('over an open fire somebody watches all that burns', () => {
  const wishes = { heatMin: null, tempC: null, dyeMin: null, isLiquorMade: false, isOnFire: true }
  const burning = planSteps('simmer', null, wishes).filter(({ burner }) => burner)
  expect(burning.length).toBeGreaterThan(0)
  expect(burning.every(({ attended }) => attended)).toBe(true)
})

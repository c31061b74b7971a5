import { describe, expect, test } from '@jest/globals'
import { datedPotencies, lotLines } from '../../../app/features/strength/lots-of'
import { sampleRows, weighedText } from '../../../app/features/strength/sample-page'
import { hasEstimate, type LotAnswer } from '../../../core/strength/lot-potency'
import type { LotFacts } from '../../../shared/views/strength/dyed-lot'
import type { StrengthGroup, StrengthView } from '../../../shared/views/strength/strength'
import { curveOf, point } from '../../fixtures/curve-view'

const curve = curveOf([0.1, 0.4])
const groupOf = (fields: Partial<StrengthGroup> = {}): StrengthGroup => ({
  key: curve.key,
  fibreClass: 'wool',
  mordant: 'Al',
  phBand: 'asItCame',
  treatedHow: '',
  stuff: 'asUsual',
  way: 'simmer',
  points: [point(0.1), point(0.4)],
  n: 2,
  lots: 2,
  estimated: 0,
  curve,
  ...fields,
})
const viewOf = (groups: StrengthGroup[]) =>
  ({ groups, usualDryFraction: 0.25, usualState: 'fresh' }) as StrengthView

describe('the sample page', () => {
  test('a row for each fibre and mordant with swatches, its steps from pale to deep', () => {
    const rows = sampleRows(viewOf([groupOf(), groupOf({ n: 0, points: [], curve: null })]))
    expect(rows).toHaveLength(1)
    const [{ words, n, steps }] = rows as [(typeof rows)[0]]
    expect([words, n]).toEqual(['wool, Al', 2])
    const strengths = steps.map(({ strength }) => strength!)
    expect(strengths).toEqual([...strengths].sort((a, b) => a - b))
  })

  test('each swatch lies at the step nearest it, if it is near one', () => {
    const points = [point(0.11), point(0.19), point(0.21), point(3)]
    const [row] = sampleRows(viewOf([groupOf({ points })]))
    const at = (ratio: number) => row!.steps.find(({ ratioDry }) => ratioDry === ratio)!
    expect(at(0.1).swatch!.ratioDry).toBe(0.11)
    expect([0.19, 0.21]).toContain(at(0.2).swatch!.ratioDry)
    expect(at(1.6).swatch).toBeNull()
  })

  test('a step far from any tried ratio stays white', () => {
    const [row] = sampleRows(viewOf([groupOf({ points: [point(0.4)] })]))
    const known = row!.steps.filter(({ isKnown }) => isKnown).map(({ ratioDry }) => ratioDry)
    expect(known).toEqual([0.2, 0.4, 0.8])
    for (const { isKnown, hex } of row!.steps) expect(hex === null).toBe(!isKnown)
  })

  test('what is not counted neither lies there nor makes a step known', () => {
    const points = [point(0.4, { exclusion: 'mixedBath' })]
    const [row] = sampleRows(viewOf([groupOf({ points })]))
    expect(row!.steps.every(({ swatch, isKnown }) => !swatch && !isKnown)).toBe(true)
  })

  test('ratios are told as usually weighed', () => {
    // 0.1 dry at a dry fraction of 0.25
    expect(weighedText(viewOf([]), 0.1)).toBe('0.4 : 1 fresh')
  })
})

describe('the lots of a curve', () => {
  const facts = (lotId: string, fields: Partial<LotFacts> = {}): LotFacts => ({
    lotId,
    code: `TAN-26-0${lotId}`,
    gatheredOn: '2026-07-19',
    gatheredWithinDays: 0,
    stage: 'full flower',
    place: 'Quarry Lane',
    state: 'dried',
    dryFraction: 0.9,
    leftG: 40,
    ...fields,
  })
  const told = (lot: string, mid: number): LotAnswer => ({
    lot,
    factor: { mid, low: mid / 2, high: mid * 2 },
    differs: false,
    n: 3,
    of: 3,
    others: { lots: 2, swatches: 6 },
  })
  const points = [
    point(0.1, { lotCodes: ['TAN-26-01'], dyedOn: '2027-07-19', hex: '#111111' }),
    point(0.4, { lotCodes: ['TAN-26-02'], dyedOn: '2026-07-19', hex: '#222222' }),
    point(0.5, { lotCodes: ['TAN-26-02'], exclusion: 'mixedBath', hex: '#333333' }),
  ]
  const lines = lotLines(
    groupOf({ points }),
    [told('1', 0.7), { lot: '3', withheld: 'nearCeiling', of: 2 }, told('2', 1.4), told('4', 9)],
    [facts('1'), facts('2', { gatheredOn: '2026-07-20' }), facts('3')],
  )

  test('strongest first, what cannot be told last, and a lot nobody knows left out', () => {
    expect(lines.map(({ facts: { lotId } }) => lotId)).toEqual(['2', '1', '3'])
    expect(lines.map(({ answer }) => hasEstimate(answer))).toEqual([true, true, false])
  })

  test('each bears its swatches’ colour and how long it lay', () => {
    expect(lines.map(({ hex }) => hex)).toEqual(['#222222', '#111111', null])
    expect(lines[1]!.storedYears).toBeCloseTo(365 / 365.25, 10)
    expect(lines[2]!.storedYears).toBe(0)
  })

  test('trends are looked for in what is told alone, with its spread', () => {
    const dated = datedPotencies(lines)
    expect(dated).toHaveLength(2)
    // a factor of 2 both ways is 1.645 SD: ln 2 / 1.645
    expect(dated[0]!.logSd).toBeCloseTo(Math.log(2) / 1.6448536, 6)
    expect(dated[0]).toMatchObject({ log: Math.log(1.4), stage: 'full flower' })
    expect(dated[0]!.year).toBeCloseTo(2026 + 201 / 366, 9)
    expect(dated[0]!.logRatio).toBeCloseTo(Math.log(0.4), 9)
    // 19 July is day 200 of a common year
    expect(dated[1]!.dayOfYear).toBe(200)
  })
})

import { describe, expect, test } from '@jest/globals'
import type { Factors } from '../../../../core/evidence/factors'
import { plannedTrial } from '../../../../core/evidence/planned-trial'

const before: Factors = {
  source: 'tansy',
  lot: 'TAN-26-01',
  fibre: 'wool',
  base: 'white',
  mordant: 'Al',
  mordantPercent: 10,
  ratioDry: 0.5,
  way: 'simmer',
  tempC: 82,
  minutes: 60,
  finalPh: 6.5,
}
const earlier = (code: string, factors: Factors = {}, dyedOn = '2026-08-01') => ({
  swatchId: code,
  code,
  dyedOn,
  factors: { ...before, ...factors },
})

describe('a plan held against earlier swatches', () => {
  test('one thing changed is a clean pair; nothing, a repeat; the final pH is not asked beforehand', () => {
    const clean = plannedTrial({ ...before, finalPh: null, ratioDry: 1 }, [earlier('SWA-26-01')])!
    expect(clean).toMatchObject({ verdict: 'clean', differs: ['ratioDry'], control: null })
    expect(plannedTrial(before, [earlier('SWA-26-01')])!.verdict).toBe('repeat')
  })

  test('fibre and ratio at once: named, and a control of the old fibre parts them', () => {
    const trial = plannedTrial({ ...before, fibre: 'superwash', ratioDry: 1 }, [
      earlier('SWA-26-01'),
    ])!
    expect(trial.verdict).toBe('confounded')
    expect(trial.differs).toEqual(['ratioDry', 'fibre'])
    expect(trial.control).toMatchObject({
      pieceFactors: { fibre: 'wool', mordant: 'Al' },
      showsPiece: ['fibre'],
      showsBath: ['ratioDry'],
    })
  })

  test('the control really is fair: each of its two pairs is clean', () => {
    const plan = { ...before, mordant: 'Al Fe', minutes: 120 }
    const { control } = plannedTrial(plan, [earlier('SWA-26-01')])!
    const piece = { ...plan, ...control!.pieceFactors }
    expect(plannedTrial(plan, [{ ...earlier('control'), factors: piece }])!.differs).toEqual([
      'mordant',
    ])
    expect(plannedTrial(piece, [earlier('SWA-26-01')])!.differs).toEqual(['minutes'])
  })

  test('two things of the bath at once have no control in the same pot', () => {
    const trial = plannedTrial({ ...before, ratioDry: 1, minutes: 120 }, [earlier('SWA-26-01')])!
    expect(trial).toMatchObject({ verdict: 'confounded', control: null })
  })

  test('the nearest swatch is named, the newest among equals; unknowns count against it', () => {
    const list = [
      earlier('far', { fibre: 'silk', ratioDry: 0.1 }),
      earlier('old', { ratioDry: 0.7 }, '2025-08-01'),
      earlier('new', { ratioDry: 0.7 }, '2026-08-01'),
      earlier('vague', { tempC: null, ratioDry: 0.7 }),
    ]
    expect(plannedTrial(before, list)!.against.code).toBe('new')
    expect(plannedTrial(before, [])).toBeNull()
    expect(plannedTrial(before, [earlier('vague', { tempC: null })])!.verdict).toBe('unsure')
  })
})

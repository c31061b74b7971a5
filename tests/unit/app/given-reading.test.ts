import { describe, expect, test } from '@jest/globals'
import { colourAlone, keptColour, seenOf } from '../../../app/features/swatch/given'
import { labOfReflectance } from '../../../core/colour/tristimulus'
import { PLAIN_ABOUT, type Reading } from '../../../shared/schemas/swatch/reading'

const flat = (factor: number) => new Array<number>(31).fill(factor)

describe('a colour given and not kept yet', () => {
  test('a spectrum is measured, and seen as itself', () => {
    const seen = seenOf({ reflectance: flat(0.18) })
    expect(seen).toMatchObject({ basis: 'measured', isOnScreen: true, clipped: [] })
    expect(seen.reflectance).toEqual(flat(0.18))
    expect(seen.lab.l).toBeCloseTo(labOfReflectance(flat(0.18)).l, 10)
    // 18 % grey: L* 49.5 by the definition of CIELAB, #767676 on the screen
    expect(seen.lab.l).toBeCloseTo(49.5, 1)
    expect(seen.hex).toBe('#767676')
  })

  test('a screen colour is an estimate; a channel at its end is told', () => {
    const seen = seenOf({ hex: '#ffb000' })
    expect(seen).toMatchObject({ basis: 'estimated', hex: '#ffb000', isOnScreen: true })
    expect(seen.clipped).toEqual(expect.arrayContaining(['red', 'blue']))
    expect(seenOf({ hex: '#b09030' }).clipped).toEqual([])
    const { lab, reflectance } = seenOf({ hex: '#b09030' })
    // its estimated spectrum has the colour it was made for
    const back = labOfReflectance(reflectance!)
    for (const key of ['l', 'a', 'b'] as const) expect(back[key]).toBeCloseTo(lab[key], 2)
  })

  test('what a screen cannot show is said, and what no surface can have has no spectrum', () => {
    expect(colourAlone({ l: 60, a: 0, b: 0 }).isOnScreen).toBe(true)
    expect(colourAlone({ l: 80, a: -110, b: 90 }).isOnScreen).toBe(false)
    expect(colourAlone({ l: 98, a: 90, b: -60 })).toMatchObject({
      isOnScreen: false,
      reflectance: null,
    })
  })

  test('unevenness goes along', () => {
    const how = { unevenness: 2.4 }
    expect(seenOf({ reflectance: flat(0.3), how }).unevenness).toBe(2.4)
    expect(seenOf({ hex: '#8c7a52' }).unevenness).toBeNull()
  })

  test('a kept reading is seen as it was when given', () => {
    const given = seenOf({ hex: '#8c7a52' })
    const kept: Reading = {
      id: 'r',
      method: 'hex',
      hex: given.hex,
      lab: given.lab,
      reflectance: null,
      basis: 'estimated',
      clipped: [],
      readAt: '2026-08-01T10:00:00Z',
      by: 'eye',
      wet: false,
      washed: true,
      lightHours: null,
      errorDe: null,
      unevenness: null,
      about: PLAIN_ABOUT,
    }
    expect(keptColour(kept)).toEqual(given)
  })
})

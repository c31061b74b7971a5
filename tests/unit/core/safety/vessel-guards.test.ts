import { describe, expect, test } from '@jest/globals'
import type { VESSEL_MATERIALS } from '../../../../core/safety/vessel-guards'
import { vesselGuards } from '../../../../core/safety/vessel-guards'

const vessel = (material: (typeof VESSEL_MATERIALS)[number], isDyeOnly = true) => ({
  name: 'bucket',
  material,
  isDyeOnly,
  fullL: 10,
})
const plain = { ph: null, bringsAcid: false, tempC: 80 }
const codes = (...args: Parameters<typeof vesselGuards>) =>
  vesselGuards(...args).map(({ code, level }) => [code, level])

describe('what a vessel does to a bath (common practice, no source)', () => {
  test('steel, enamel and glass kept for dyeing: nothing to mind', () => {
    for (const material of ['steel', 'enamel', 'glass'] as const) {
      expect(codes(vessel(material), plain)).toEqual([])
    }
  })

  test('iron, copper and aluminium take part: said, and allowed', () => {
    for (const material of ['iron', 'copper', 'aluminium'] as const) {
      expect(codes(vessel(material), plain)).toEqual([['vesselTakesPart', 'mind']])
    }
  })

  test('acid in zinc is never done, whatever brings it; without acid nothing is said', () => {
    expect(codes(vessel('zinc'), { ...plain, bringsAcid: true })).toEqual([['acidInZinc', 'stop']])
    expect(codes(vessel('zinc'), { ...plain, ph: 5 })).toEqual([['acidInZinc', 'stop']])
    expect(codes(vessel('zinc'), { ...plain, ph: 7 })).toEqual([])
  })

  test('a kitchen pot wants a word of why, and plastic is not heated', () => {
    expect(codes(vessel('steel', false), plain)).toEqual([['notDyeOnly', 'grave']])
    expect(codes(vessel('plastic'), plain)).toEqual([['tooHot', 'grave']])
    expect(codes(vessel('plastic'), { ...plain, tempC: null })).toEqual([])
  })
})

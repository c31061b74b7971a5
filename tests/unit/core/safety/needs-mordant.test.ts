import { describe, expect, test } from '@jest/globals'
import { mordantGap } from '../../../../core/safety/needs-mordant'

const hank = { code: 'WOL-26-01', dryG: 50, mordanted: false }
const ready = { code: 'WOL-26-02', dryG: 50, mordanted: true }

describe('an unmordanted piece and a source that needs mordant', () => {
  test('is named, with the alum that would put it right', () => {
    expect(mordantGap('yes', [hank, ready])).toEqual({ codes: ['WOL-26-01'], alumG: 5 })
  })

  test('is no matter where the source needs none, or nobody knows', () => {
    expect(mordantGap('no', [hank])).toBeNull()
    expect(mordantGap('unknown', [hank])).toBeNull()
    expect(mordantGap('yes', [ready])).toBeNull()
    expect(mordantGap('yes', [])).toBeNull()
  })
})

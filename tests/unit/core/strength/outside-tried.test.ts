import { describe, expect, test } from '@jest/globals'
import { farWords } from '../../../../app/features/strength/words'
import { farFromTried, triedOf } from '../../../../core/strength/outside-tried'

describe('a ratio held against those tried', () => {
  test('far under and far over is a guess, and says by how much', () => {
    expect(farWords(0.0357, [1, 3])).toBe('a guess: 28 times under any ratio tried')
    expect(farFromTried(9, [1, 3])).toEqual({ times: 3, side: 'over' })
  })

  test('near them, between them, and where none was tried nothing is said', () => {
    for (const ratio of [0.5, 1, 2, 3, 6]) expect(farFromTried(ratio, [1, 3])).toBeNull()
    expect(farWords(2, [0, 0])).toBe('')
  })

  test('a control without plant is no ratio tried', () => {
    expect(triedOf([{ ratio: 0 }, { ratio: 0.3 }, { ratio: 1.2 }])).toEqual([0.3, 1.2])
    expect(triedOf([{ ratio: 0 }])).toEqual([0, 0])
  })
})

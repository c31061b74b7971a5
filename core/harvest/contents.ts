import { finite } from '../checks'
import { InputError } from '../input-error'

/** One of the things a lot holds, and its share of the mass. */
export interface Content {
  /** Part of the plant, or `foreign`: bark under lichen, stems, soil. */
  what: string
  share: number
  basis: 'weighed' | 'guessed'
}

const SLACK = 1e-6

/**
 * Share of a lot's mass that gives colour: all but the foreign matter.
 *
 * @throws InputError for a share outside 0..1, or shares that come to more than 1
 * @example usefulShare([{ what: 'foreign', share: 0.3, basis: 'guessed' }]).value // 0.7
 */
export function usefulShare(contents: readonly Content[]): {
  value: number
  basis: 'weighed' | 'guessed'
} {
  let sum = 0
  let foreign = 0
  contents.forEach(({ what, share }, i) => {
    const value = finite(share, `/contents/${i}/share`)
    if (value < 0 || value > 1) {
      throw new InputError(`share must be from 0 to 1; got ${value}`, `/contents/${i}/share`)
    }
    sum += value
    if (what === FOREIGN) foreign += value
  })
  if (sum > 1 + SLACK) {
    throw new InputError(`shares must come to at most 1; got ${sum}`, '/contents')
  }
  const guessed = contents.some(({ what, basis }) => what === FOREIGN && basis === 'guessed')
  return { value: 1 - Math.min(1, foreign), basis: guessed ? 'guessed' : 'weighed' }
}

export const FOREIGN = 'foreign'

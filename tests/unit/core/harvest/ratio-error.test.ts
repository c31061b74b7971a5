import { expect, test } from '@jest/globals'
import { ratioErrorSd } from '../../../../core/harvest/ratio-error'

const plant = (massG: number, basis: 'weighed' | 'about' | 'unknown') => ({
  massG,
  dryFraction: 0.5,
  basis,
})
const fibre = (dryG: number, basis: 'weighed' | 'about' | 'unknown') => ({ dryG, basis })

test.each([
  ['all weighed', [plant(40, 'weighed')], [fibre(50, 'weighed')], 0],
  ['plant counted', [plant(40, 'about')], [fibre(50, 'weighed')], 0.35],
  ['cloth by its size', [plant(40, 'weighed')], [fibre(50, 'about')], 0.2],
  ['both', [plant(40, 'about')], [fibre(50, 'about')], Math.hypot(0.35, 0.2)],
  ['half of it counted', [plant(40, 'about'), plant(40, 'weighed')], [fibre(50, 'weighed')], 0.175],
  // of independent errors the relative one falls with the root of their number
  ['four alike', [plant(9, 'weighed')], [1, 2, 3, 4].map(() => fibre(10, 'about')), 0.1],
  ['no plant of its own', [], [fibre(50, 'weighed')], 0],
  ['plant not weighed at all', [plant(0, 'unknown')], [fibre(50, 'weighed')], null],
  ['fibre not weighed at all', [plant(40, 'weighed')], [fibre(50, 'unknown')], null],
])('%s', (_, dyestuff, pieces, expected) => {
  const sd = ratioErrorSd(dyestuff, pieces)
  if (expected === null) expect(sd).toBeNull()
  else expect(sd).toBeCloseTo(expected, 12)
})

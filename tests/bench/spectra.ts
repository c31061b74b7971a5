import { deltaE2000, labOfHex } from '../../core/colour/screen-colour'
import { smoothestReflectance } from '../../core/colour/smoothest-reflectance'
import { labOfReflectance, xyzOfLab } from '../../core/colour/tristimulus'
import { DAYLIGHT, ILLUMINANTS, OBSERVERS, weighting } from '../../core/colour/weighting'
import { TEST_COLOURS } from '../fixtures/test-colour-samples'

/** Smoothest spectra over all of sRGB, and what 400 to 700 nm in 10 nm steps costs. */

const SIDE = 17
const white = weighting(DAYLIGHT)
const channel = (i: number) =>
  Math.round((255 * i) / (SIDE - 1))
    .toString(16)
    .padStart(2, '0')

let [worst, at, refused, sum] = [0, '', 0, 0]
const began = performance.now()
for (let r = 0; r < SIDE; r++) {
  for (let g = 0; g < SIDE; g++) {
    for (let b = 0; b < SIDE; b++) {
      const hex = `#${channel(r)}${channel(g)}${channel(b)}`
      const lab = labOfHex(hex)
      try {
        const miss = deltaE2000(lab, labOfReflectance(smoothestReflectance(xyzOfLab(lab, white))))
        sum += miss
        if (miss > worst) [worst, at] = [miss, hex]
      } catch {
        refused++
      }
    }
  }
}
const ms = performance.now() - began
console.log(
  `  ${SIDE ** 3} colours of sRGB to their smoothest spectrum and back: worst ${worst.toExponential(2)} dE2000 (${at}),\n` +
    `  mean ${(sum / SIDE ** 3).toExponential(2)}, not converged ${refused}; ${(ms / SIDE ** 3).toFixed(2)} ms each`,
)
if (refused > 0 || worst > 0.01) throw new Error('a colour of sRGB does not come back')

for (const illuminant of ILLUMINANTS) {
  for (const observer of OBSERVERS) {
    const viewing = { illuminant, observer }
    const perfect = labOfReflectance(new Array<number>(31).fill(1), viewing)
    const grey = labOfReflectance(new Array<number>(31).fill(0.18), viewing)
    if (Math.max(Math.abs(perfect.l - 100), Math.abs(grey.a), Math.abs(grey.b)) > 1e-9) {
      throw new Error(`white or grey is off under ${illuminant}, ${observer} degrees`)
    }
  }
}
console.log('  white is 100, 0, 0 and grey has no hue under every light and observer')

// the same test colours summed at their own 5 nm from 380 to 780 nm, by another implementation
for (const [observer, column] of [
  [2, 2],
  [10, 3],
] as const) {
  const costs = TEST_COLOURS.map((row) => {
    const [l, a, b] = row[column]
    const here = labOfReflectance(row[1], { illuminant: 'D65', observer })
    return deltaE2000({ l: l!, a: a!, b: b! }, here)
  })
  console.log(
    `  ${TEST_COLOURS.length} CIE test colours, D65 and ${observer} degrees: 10 nm from 400 to 700 nm against 5 nm from 380 to 780 nm\n` +
      `  costs ${(costs.reduce((a, b) => a + b, 0) / costs.length).toFixed(3)} dE2000 in the mean, ${Math.max(...costs).toFixed(3)} at most`,
  )
}

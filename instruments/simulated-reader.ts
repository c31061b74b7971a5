import { noiseAt } from './instrument'
import { present } from '../core/present'

/** What the swatch reader tells of one look: 31 reflectances, 400 to 700 nm. */
export interface SpectrumReading {
  reflectance: number[]
  /** Looks that it took the mean of. */
  looks: number
}

/** A reader of reflectance spectra that must be shown its white tile now and then. */
export interface SwatchReader {
  readonly name: string
  readonly isSimulated: boolean
  /** Looks at its white tile; what it reads from then on is told against that. */
  calibrate(at: number): void
  /** Why it reads nothing now; null: it is ready. */
  due(at: number): string | null
  /** @param truth what lies under it; @param at ms since 1970, after a calibration */
  read(truth: readonly number[], at: number): SpectrumReading
}

/** A lamp settles to its full light with this time constant, and begins so much below. */
const WARMS_MS = 8 * 60_000
const COLD_SHARE = 0.04
/** Blue light settles last. */
const BLUE_SHARE = 0.03
/** A calibration holds so long. */
const HOLDS_MS = 60 * 60_000
/** SD of one look: of the light, and of the dark. */
const NOISE = 0.003
const DARK_NOISE = 0.0006
const LOOKS = 3

/**
 * A simulated spectrophotometer: its lamp drifts while it warms up, each look has noise, and the
 * white tile wants to be looked at before the first reading and every hour.
 *
 * @param since ms since 1970 at which it was switched on
 */
export function simulatedReader(seed: number, since: number): SwatchReader {
  let calibratedAt: number | null = null
  const light = (at: number, band: number) => {
    const cold = Math.exp(-Math.max(0, at - since) / WARMS_MS)
    return 1 - cold * (COLD_SHARE + BLUE_SHARE * (1 - band / 30))
  }
  const look = (truth: readonly number[], at: number, n: number) =>
    truth.map((value, band) => {
      const noise = noiseAt(seed + 97 * band + 7919 * n, at, 1)
      const seen = value * light(at, band) * (1 + NOISE * noise)
      const dark = DARK_NOISE * noiseAt(seed + 31 * band + 104_729 * n + 1, at, 1)
      return (seen + dark) / light(present(calibratedAt), band)
    })
  return {
    name: 'swatch reader',
    isSimulated: true,
    calibrate(at) {
      calibratedAt = at
    },
    due(at) {
      if (calibratedAt === null) return 'It wants to see its white tile first.'
      if (at - calibratedAt > HOLDS_MS) return 'An hour has passed: it wants to see its white tile.'
      return null
    },
    read(truth, at) {
      if (calibratedAt === null) throw new Error('a reader is calibrated before it reads')
      const looks = Array.from({ length: LOOKS }, (_, n) => look(truth, at, n))
      return {
        looks: LOOKS,
        reflectance: truth.map((_, band) => {
          const mean = looks.reduce((sum, values) => sum + values[band]!, 0) / LOOKS
          return Number(Math.min(1, Math.max(0, mean)).toFixed(5))
        }),
      }
    },
  }
}

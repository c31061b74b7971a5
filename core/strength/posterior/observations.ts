import { rollup } from 'd3-array'
import { finite, notNegative, positive } from '../../checks'
import { InputError } from '../../input-error'

/** A swatch as the posterior sees it: its strength, or that it was too weak to tell. */
export type PosteriorPoint = {
  /** Dry ratio, 0 or more; a control without plant says nothing of a curve, and is passed over. */
  ratio: number
  /** Swatches of one lot share its strength; without a lot, one of its own. */
  lot?: string
  /** Swatches of one pot share more than their lot: heat, hours, water. Without one, alone in its own. */
  pot?: string
  /** By how much a reading of bare fibre made in this way is off, SD of S; an instrument's by default. */
  bareSd?: number
  /** Known error of log S beside the source's own scatter, such as of an estimated colour. */
  errorSd?: number
  /**
   * A strength estimated from a colour: what all estimates of the source may be off together, as SDs
   * of the logarithm of their factor at S = 1 and of its slope on log S.
   */
  estimate?: { logSd: number; slopeSd: number }
  /**
   * Error of log ratio, where plant or fibre was not weighed. Swatches of one lot share it: what was
   * counted once is off by the same factor in all of them.
   */
  ratioErrorSd?: number
} & ({ strength: number } | { censoredBelow: number })

export interface Observation {
  ratio: number
  /** log S; of a censored one, the log of the limit it lies below. */
  logS: number
  /** Variance of log S that is known beforehand. */
  knownVariance: number
  /** SD of log ratio. */
  ratioErrorSd: number
  /** SD of S with which bare fibre would be read so. */
  bareSd: number
  /** Its pot among those of the lot that hold several of its swatches; -1: alone in its pot. */
  pot: number
}

export interface Observations {
  /** Measured strengths, gathered by lot. */
  lots: { name: string; swatches: Observation[] }[]
  /** Swatches that took no dye that could be told from bare fibre. */
  censored: Observation[]
  /** All together. */
  n: number
  /** Dry ratios tried. */
  ratios: number[]
}

/** How far estimates are off: on the logarithm at S = 1, and for each unit of log S more. */
export interface EstimateOffset {
  log: number
  slope: number
}

type Named = Omit<Observation, 'pot'> & { potName: string | undefined }

const ALONE = -1

/** Numbers the pots of a lot that hold several of its swatches. */
function inPots(swatches: readonly Named[]): Observation[] {
  const sizes = rollup(
    swatches,
    (some) => some.length,
    ({ potName }) => potName,
  )
  const shared = [...sizes].flatMap(([name, n]) => (name !== undefined && n > 1 ? [name] : []))
  return swatches.map(({ potName, ...swatch }) => ({
    ...swatch,
    pot: potName === undefined ? ALONE : shared.indexOf(potName),
  }))
}

/** SD with which a reading repeats, on S: what can be told from bare fibre is twice this. */
export const READING_SD = 0.02
export const DETECTABLE = 2 * READING_SD

/**
 * Swatches in the form that the posterior computes with.
 *
 * @param off how far the estimated ones are taken to be off, together
 *
 * A reading's own error adds to S, so on log S it grows as S falls. A strength at or below what
 * can be told from bare fibre is left-censored there: it says "weak", not how weak.
 *
 * @throws InputError naming the point and the rule
 */
export function readObservations(
  points: readonly PosteriorPoint[],
  off: EstimateOffset = { log: 0, slope: 0 },
): Observations {
  const lots = new Map<string, Named[]>()
  const censored: Observation[] = []
  points.forEach((point, i) => {
    const at = `/points/${i}`
    const ratio = notNegative(point.ratio, `${at}/ratio`)
    const errorSd = notNegative(point.errorSd ?? 0, `${at}/errorSd`)
    const ratioErrorSd = notNegative(point.ratioErrorSd ?? 0, `${at}/ratioErrorSd`)
    const bareSd = Math.hypot(READING_SD, notNegative(point.bareSd ?? 0, `${at}/bareSd`))
    if (ratio === 0) return
    if ('strength' in point && finite(point.strength, `${at}/strength`) > DETECTABLE) {
      const knownVariance = errorSd ** 2 + (READING_SD / point.strength) ** 2
      const read = Math.log(point.strength)
      const logS = point.estimate ? read - off.log - off.slope * read : read
      const swatch = { ratio, logS, knownVariance, ratioErrorSd, bareSd, potName: point.pot }
      const name = point.lot === undefined ? `#${i}` : `lot ${point.lot}`
      const lot = lots.get(name)
      if (lot) lot.push(swatch)
      else lots.set(name, [swatch])
      return
    }
    const limit = 'censoredBelow' in point ? point.censoredBelow : DETECTABLE
    if (limit === undefined) {
      throw new InputError(`strength or censoredBelow is missing`, at)
    }
    const below = Math.max(positive(limit, `${at}/censoredBelow`), DETECTABLE)
    const knownVariance = errorSd ** 2 + (READING_SD / below) ** 2
    censored.push({ ratio, logS: Math.log(below), knownVariance, ratioErrorSd, bareSd, pot: ALONE })
  })
  const ratios = points.map(({ ratio }) => ratio).filter((ratio) => ratio > 0)
  return {
    lots: [...lots].map(([name, swatches]) => ({ name, swatches: inPots(swatches) })),
    censored,
    n: ratios.length,
    ratios,
  }
}

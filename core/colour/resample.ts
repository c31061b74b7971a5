import { finite } from '../checks'
import { InputError } from '../input-error'
import { BANDS, FIRST_NM, STEP_NM, WAVELENGTHS_NM, type Reflectance } from './spectrum'
import { present } from '../present'

/** Wavelengths and reflectance factors of one reading; same length, in any order. */
export interface SampledSpectrum {
  wavelengthsNm: readonly number[]
  /** Reflectance factors, 0 to 1. */
  factors: readonly number[]
}

/** A wider step leaves out what a dye does between two readings. */
const WIDEST_STEP_NM = 20
/** So far beyond the first and last reading the nearest value stands in (ASTM E308's practice). */
const MOST_BEYOND_NM = 20
/** Noise of an instrument about black, and about a perfect white. */
const NOISE = 0.005
const LAST_NM = FIRST_NM + (BANDS - 1) * STEP_NM

/**
 * A spectrum in any step up to 20 nm and any range that covers 420 to 680 nm, as the 31 bands that
 * everything here computes with.
 *
 * Third-order Lagrange interpolation through the four nearest readings; values that are there
 * already stay as they are.
 *
 * @throws InputError naming the wavelength that is missing, twice there, or out of range
 * Source: CIE 015:2018, 7.2.2.1 (interpolation) and ASTM E308 (ends), from memory.
 */
export function toBands({ wavelengthsNm, factors }: SampledSpectrum): Reflectance {
  if (wavelengthsNm.length !== factors.length) {
    throw new InputError(
      `wavelengths and values must be equally many; got ${wavelengthsNm.length} and ${factors.length}`,
      '/factors',
    )
  }
  const nodes = wavelengthsNm
    .map((nm, i) => ({
      nm: finite(nm, `/wavelengthsNm/${i}`),
      factor: checkedFactor(factors, i, nm),
    }))
    .sort((a, b) => a.nm - b.nm)
  refuseGaps(nodes)
  return WAVELENGTHS_NM.map((nm) => Math.min(1, Math.max(0, valueAt(nodes, nm))))
}

interface Node {
  nm: number
  factor: number
}

function checkedFactor(factors: readonly number[], i: number, nm: number): number {
  const factor = finite(factors[i]!, `/factors/${i}`)
  if (factor >= -NOISE && factor <= 1 + NOISE) return factor
  throw new InputError(
    `reflectance at ${nm} nm must be from 0 to 1 (0 to 100 %); got ${Number(factor.toPrecision(4))}`,
    `/factors/${i}`,
  )
}

function refuseGaps(nodes: readonly Node[]): void {
  const [first, last] = [nodes[0], nodes.at(-1)]
  if (!first || nodes.length < 4) {
    throw new InputError(
      `a spectrum wants at least 4 wavelengths; got ${nodes.length}`,
      '/wavelengthsNm',
    )
  }
  if (first.nm > FIRST_NM + MOST_BEYOND_NM || present(last).nm < LAST_NM - MOST_BEYOND_NM) {
    throw new InputError(
      `wavelengths must cover ${FIRST_NM + MOST_BEYOND_NM} to ${LAST_NM - MOST_BEYOND_NM} nm; got ${first.nm} to ${present(last).nm} nm`,
      '/wavelengthsNm',
    )
  }
  nodes.slice(1).forEach(({ nm }, i) => {
    const before = nodes[i]!.nm
    if (nm === before) throw new InputError(`${nm} nm is there twice`, '/wavelengthsNm')
    const isSeen = nm > FIRST_NM && before < LAST_NM
    if (isSeen && nm - before > WIDEST_STEP_NM) {
      throw new InputError(
        `steps must be at most ${WIDEST_STEP_NM} nm; got ${before} to ${nm} nm`,
        '/wavelengthsNm',
      )
    }
  })
}

function valueAt(nodes: readonly Node[], nm: number): number {
  if (nm <= nodes[0]!.nm) return nodes[0]!.factor
  if (nm >= present(nodes.at(-1)).nm) return present(nodes.at(-1)).factor
  const above = nodes.findIndex((node) => node.nm >= nm)
  if (nodes[above]!.nm === nm) return nodes[above]!.factor
  const from = Math.min(Math.max(0, above - 2), nodes.length - 4)
  const near = nodes.slice(from, from + 4)
  return near.reduce(
    (sum, node) =>
      sum +
      node.factor *
        near.reduce(
          (product, other) =>
            other === node ? product : (product * (nm - other.nm)) / (node.nm - other.nm),
          1,
        ),
    0,
  )
}

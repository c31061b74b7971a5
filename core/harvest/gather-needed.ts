import { fraction, notNegative, positive } from '../checks'
import { InputError } from '../input-error'
import { spreadOf, type Spread } from '../spread'
import type { Basis } from './dry-fraction'

/** A step that leaves less than it began with: stripping, drying. */
export interface Yield {
  /** Mass after / mass before, above 0 and at most 1. */
  value: number
  basis: Basis
  /** Weighings behind it. */
  n: number
  /** Relative error, one standard deviation; by default what is usual for its basis. */
  relativeSd?: number
}

/** Relative error of a yield by how it came about; from memory. */
export const YIELD_RELATIVE_SD: Record<Basis, number> = {
  measured: 0.05,
  estimated: 0.15,
  typical: 0.35,
}

/** Stripping leaves five parts of seven; common practice, no source. */
export const TYPICAL_STRIP_YIELD: Yield = { value: 5 / 7, basis: 'typical', n: 0 }

export interface GatherNeeded {
  /** Air-dry plant for the bath, g. */
  dryG: number
  /** Clean plant, stripped and still fresh, g. */
  cleanG: Spread
  /** What the basket must hold, stems and all, g. */
  gatherG: Spread
  /** The least certain of the yields that stand behind it. */
  basis: Basis
}

/** A wider error says that nothing is known. */
const MOST_RELATIVE_SD = 2
/**
 * How much to gather for a wanted ratio, back through drying and stripping.
 *
 * The yields' relative errors are taken as independent and log-normal.
 *
 * @param wanted ratioDry in g air-dry plant per g dry fibre; fibreG in g
 * @param yields dry: air-dry / clean fresh mass; strip: clean / as gathered, 1 where nothing is
 *   picked off
 * @throws InputError for a ratio, mass or yield that is not above 0, or a yield above 1
 * @example gatherNeeded({ ratioDry: 0.54, fibreG: 100 }, { dry: measured(0.18) }).cleanG.mid // 300
 */
export function gatherNeeded(
  { ratioDry, fibreG }: { ratioDry: number; fibreG: number },
  { dry, strip }: { dry: Yield; strip?: Yield },
): GatherNeeded {
  positive(ratioDry, '/ratioDry')
  positive(fibreG, '/fibreG', 'g')
  const drySd = sdOf(dry, '/dry')
  const stripSd = strip ? sdOf(strip, '/strip') : 0
  const dryG = ratioDry * fibreG
  const cleanG = dryG / dry.value
  return {
    dryG,
    cleanG: spreadOf(cleanG, drySd),
    gatherG: spreadOf(cleanG / (strip?.value ?? 1), Math.hypot(drySd, stripSd)),
    basis: leastCertain(strip ? [dry.basis, strip.basis] : [dry.basis]),
  }
}

/**
 * Dry fibre that a mass of plant would dye at a ratio, g: the running tally of a walk.
 *
 * @param dryG air-dry plant, g
 */
export const fibreDyed = (dryG: number, ratioDry: number): number =>
  notNegative(dryG, '/dryG', 'g') / positive(ratioDry, '/ratioDry')

function sdOf({ value, basis, relativeSd }: Yield, pointer: string): number {
  fraction(value, `${pointer}/value`)
  const sd = notNegative(relativeSd ?? YIELD_RELATIVE_SD[basis], `${pointer}/relativeSd`)
  if (sd <= MOST_RELATIVE_SD) return sd
  throw new InputError(
    `relativeSd must be at most ${MOST_RELATIVE_SD}; got ${sd}`,
    `${pointer}/relativeSd`,
  )
}

const CERTAINTY: readonly Basis[] = ['measured', 'estimated', 'typical']

const leastCertain = (bases: Basis[]): Basis =>
  bases.reduce((a, b) => (CERTAINTY.indexOf(b) > CERTAINTY.indexOf(a) ? b : a))

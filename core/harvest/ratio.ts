import { fraction, notNegative, positive } from '../checks'
import { InputError } from '../input-error'

export interface Dyestuff {
  /** Mass as weighed, in the state it is in, g. */
  massG: number
  /** Air-dry mass / mass as weighed, above 0 and at most 1. */
  dryFraction: number
}

export interface PlantToFibreRatio {
  /** g dyestuff as weighed per g dry fibre. */
  asWeighed: number
  /** g air-dry dyestuff per g dry fibre: what curves are fitted on. */
  dry: number
  /** 100 x asWeighed, as recipes write it (% of the weight of fibre). */
  percentWof: number
}

/**
 * How much plant there is for how much fibre.
 *
 * @param dyestuff one entry for each lot in the bath; one source's lots add up
 * @param fibreG air-dry mass of all the fibre that shares the bath, g
 * @throws InputError for an empty list, a negative mass, a fraction outside 0..1, or no fibre
 * @example plantToFibreRatio({ dyestuff: [{ massG: 300, dryFraction: 0.18 }], fibreG: 100 })
 *   // { asWeighed: 3, dry: 0.54, percentWof: 300 }
 */
export function plantToFibreRatio(bath: {
  dyestuff: Dyestuff[]
  fibreG: number
}): PlantToFibreRatio {
  if (!Array.isArray(bath.dyestuff) || bath.dyestuff.length === 0) {
    throw new InputError('dyestuff must list at least one lot; got none', '/dyestuff')
  }
  const fibreG = positive(bath.fibreG, '/fibreG', 'g')
  let weighedG = 0
  let dryG = 0
  bath.dyestuff.forEach((lot, i) => {
    const massG = notNegative(lot.massG, `/dyestuff/${i}/massG`, 'g')
    weighedG += massG
    dryG += massG * fraction(lot.dryFraction, `/dyestuff/${i}/dryFraction`)
  })
  return {
    asWeighed: weighedG / fibreG,
    dry: dryG / fibreG,
    percentWof: (100 * weighedG) / fibreG,
  }
}

/**
 * Grams to weigh out, in the lot's present state, for a wanted dry ratio.
 *
 * @param dryRatio g air-dry dyestuff per g dry fibre, 0 or more
 * @param fibreG dry fibre, g
 * @param dryFractionOfLot air-dry mass / present mass
 */
export function plantNeededG(dryRatio: number, fibreG: number, dryFractionOfLot: number): number {
  notNegative(dryRatio, '/dryRatio')
  positive(fibreG, '/fibreG', 'g')
  return (dryRatio * fibreG) / fraction(dryFractionOfLot, '/dryFraction')
}

/** The dry ratio of one weighed in the lot's present state. */
export const dryRatioOf = (weighedRatio: number, dryFractionOfLot: number): number =>
  notNegative(weighedRatio, '/weighedRatio') * fraction(dryFractionOfLot, '/dryFraction')

/** The ratio to weigh, in the lot's present state, for a dry one. */
export const weighedRatioOf = (dryRatio: number, dryFractionOfLot: number): number =>
  notNegative(dryRatio, '/dryRatio') / fraction(dryFractionOfLot, '/dryFraction')

import { notNegative, positive } from '../checks'
import { convertForm, usualForm } from './hydrates'

/** Fibres by what iron does to them. */
export type IronTolerance = 'protein' | 'cellulose' | 'skin'

/**
 * Most iron over a piece's life, % of the fibre as ferrous sulphate crystals.
 *
 * 6 % is what is called strong on wool (common practice, no source); cellulose bears more, skins
 * less (from memory).
 */
export const MOST_IRON_PERCENT: Record<IronTolerance, number> = {
  protein: 6,
  cellulose: 10,
  skin: 2,
}

export interface IronTreatment {
  /** Ferrous sulphate as weighed, g, in `form` (crystals by default). */
  massG: number
  form?: string
  /** Dry mass of all the fibre that shared the bath, g: iron is shared by mass. */
  fibreG: number
}

export interface IronTotal {
  /** Sum over the piece's life, % of the fibre as crystals (heptahydrate). */
  percentWof: number
  mostPercent: number
  /** Percentage still to be given, never below 0. */
  leftPercent: number
  isOver: boolean
}

/**
 * Running total of iron on a piece, each bath's share by dry mass.
 *
 * Counts what was offered, not what was taken up: on the safe side.
 *
 * @throws InputError for a mass below 0, no fibre, or a form iron does not come in
 */
export function ironTotal(
  treatments: readonly IronTreatment[],
  tolerance: IronTolerance,
): IronTotal {
  const crystals = usualForm('ironSulfate')
  const percentWof = treatments.reduce((sum, { massG, form = crystals, fibreG }, i) => {
    notNegative(massG, `/treatments/${i}/massG`, 'g')
    positive(fibreG, `/treatments/${i}/fibreG`, 'g')
    return sum + (100 * convertForm('ironSulfate', massG, form, crystals)) / fibreG
  }, 0)
  const mostPercent = MOST_IRON_PERCENT[tolerance]
  return {
    percentWof,
    mostPercent,
    leftPercent: Math.max(0, mostPercent - percentWof),
    isOver: percentWof > mostPercent,
  }
}

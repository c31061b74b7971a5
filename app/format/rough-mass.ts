import { G_PER_OZ } from '~~/core/quantity/units'
import { outwards } from '~~/core/strength/sentences'
import { formatMass, units } from './quantities'

/** The unit that amounts are shown in, g. */
const shownUnitG = () => (units.value.mass === 'metric' ? 1 : G_PER_OZ)

/** A mass in so many of the unit that is shown: 10 g, or half an ounce, where neither is weighed finer. */
export const handyMassG = (handy: { grams: number; ounces: number }): number =>
  units.value.mass === 'metric' ? handy.grams : handy.ounces * G_PER_OZ

/** A mass with two figures of the unit that is shown, g. */
export const roughMassG = (massG: number, round: (value: number) => number = Math.round): number =>
  shownUnitG() * outwards(massG / shownUnitG(), round)

/** The same in words. */
export const formatRoughMass = (massG: number, round?: (value: number) => number): string =>
  formatMass(roughMassG(massG, round))

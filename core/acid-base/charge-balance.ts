import { finite, notNegative } from '../checks'
import { InputError } from '../input-error'
import { PK_WATER, type AcidSteps } from './acids'
import { logActivity } from './activity'

/** What is dissolved in a bath. */
export interface Solution {
  /** Weak acids, each with its total, mol/L, whatever its form. */
  acids: readonly { steps: AcidSteps; totalMolL: number }[]
  /** Ions that take no part in acid and base: sodium +1, calcium +2, chloride -1. */
  ions: readonly { charge: number; molL: number }[]
}

export interface Balance {
  ph: number
  /** mol/L */
  ionicStrength: number
  /** Mean charge of each acid, in the order given. */
  meanCharges: number[]
}

const PH_RANGE = [-2, 16] as const
const PH_TOLERANCE = 1e-12
const MOST_PH_STEPS = 100
const MOST_STRENGTH_STEPS = 200
const STRENGTH_TOLERANCE = 1e-12

/**
 * pH of a closed, well-mixed solution at 25 °C: where all charges add up to none.
 *
 * The charge falls as the pH rises, by the buffer capacity: Newton's steps, kept within an
 * interval that is halved where they leave it. Activity coefficients (Davies) hang on the ionic
 * strength, which is repeated until it stands still. Nothing
 * evaporates, no carbon dioxide comes or goes, and no ion pairs form.
 *
 * @throws InputError for a negative or endless concentration
 * Source: law of mass action with mass and charge balance; activities as `logActivity`.
 */
export function chargeBalance({ acids, ions }: Solution): Balance {
  acids.forEach(({ totalMolL }, i) => notNegative(totalMolL, `/acids/${i}/totalMolL`, 'mol/L'))
  ions.forEach(({ molL }, i) => notNegative(molL, `/ions/${i}/molL`, 'mol/L'))
  const strongCharge = ions.reduce((sum, { charge, molL }) => sum + charge * molL, 0)
  const strongStrength = ions.reduce((sum, { charge, molL }) => sum + charge ** 2 * molL, 0) / 2
  if (!Number.isFinite(strongCharge)) {
    throw new InputError('ions must be finite concentrations', '/ions')
  }

  let ionicStrength = strongStrength
  let ph = 7
  let lastMove = Infinity
  for (let i = 0; i < MOST_STRENGTH_STEPS; i++) {
    const found = solveAt(ionicStrength, acids, strongCharge, ph)
    ph = found.ph
    let move = strongStrength + found.weakStrength - ionicStrength
    // where full steps swing to and fro without settling, half ones do not
    if (Math.abs(move) > 0.5 * Math.abs(lastMove)) move /= 2
    ionicStrength += move
    lastMove = move
    if (Math.abs(move) < STRENGTH_TOLERANCE) break
  }
  const { ph: settled, meanCharges } = solveAt(ionicStrength, acids, strongCharge, ph)
  return { ph: finite(settled, '/ph'), ionicStrength, meanCharges }
}

function solveAt(
  ionicStrength: number,
  acids: Solution['acids'],
  strongCharge: number,
  startPh: number,
) {
  const gammas = [0, 1, 2, 3, 4].map((charge) => logActivity(charge, ionicStrength))
  const one = 10 ** gammas[1]!
  const sumsAt = (ph: number) => {
    const hydrogen = 10 ** -ph / one
    const hydroxide = 10 ** (ph - PK_WATER) / one
    let charge = strongCharge + hydrogen - hydroxide
    let squares = hydrogen + hydroxide
    let capacity = hydrogen + hydroxide
    const meanCharges = acids.map(({ steps, totalMolL }) => {
      const { mean, square } = chargeOf(steps, ph, gammas)
      charge += totalMolL * mean
      squares += totalMolL * square
      capacity += totalMolL * (square - mean * mean)
      return mean
    })
    return { charge, slope: -Math.LN10 * capacity, weakStrength: squares / 2, meanCharges }
  }
  let [low, high]: [number, number] = [...PH_RANGE]
  let ph = startPh
  let sums = sumsAt(ph)
  for (let i = 0; i < MOST_PH_STEPS && high - low > PH_TOLERANCE; i++) {
    if (sums.charge > 0) low = ph
    else high = ph
    const newton = ph - sums.charge / sums.slope
    const next = newton > low && newton < high ? newton : (low + high) / 2
    const moved = Math.abs(next - ph)
    ph = next
    sums = sumsAt(ph)
    if (moved < PH_TOLERANCE) break
  }
  return { ph, ...sums }
}

/**
 * Mean charge, and mean squared charge, of an acid over its forms at a pH.
 *
 * @param gammas log10 activity coefficients by size of charge: [0, 1, 2, 3, 4]
 */
export function chargeOf(
  { topCharge, pKas }: AcidSteps,
  ph: number,
  gammas: readonly number[],
): { mean: number; square: number } {
  const top = gammas[Math.abs(topCharge)]!
  // in logs first, so that no power overflows far from the pKa
  const logs = [0]
  let log = 0
  pKas.forEach((pKa, i) => {
    log += ph - pKa
    logs.push(log + top - gammas[Math.abs(topCharge - i - 1)]!)
  })
  const most = Math.max(...logs)
  let [total, mean, square] = [0, 0, 0]
  logs.forEach((each, i) => {
    const weight = 10 ** (each - most)
    const charge = topCharge - i
    total += weight
    mean += weight * charge
    square += weight * charge * charge
  })
  return { mean: mean / total, square: square / total }
}

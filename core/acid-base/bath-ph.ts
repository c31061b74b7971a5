import { notNegative, positive } from '../checks'
import { ACIDS, LOG_KSP, PK_WATER, type AcidName } from './acids'
import { logActivity } from './activity'
import { amountOf, chemistryOf, type Addition } from './additions'
import { chargeBalance, chargeOf, type Solution } from './charge-balance'
import { present } from '../present'

export interface Bath {
  waterL: number
  /** Of the water itself, as bicarbonate, mmol/L. */
  alkalinityMmolL?: number
  additions: readonly Addition[]
  /** What is dissolved in it beside the additions, where that is known: acids of a plant. */
  brings?: Solution
}

const HALVINGS = 50

/**
 * pH of a bath made up from water and additions, cooled to 25 °C and closed.
 *
 * Volumes add up. The water's alkalinity counts as sodium bicarbonate. Slaked lime and chalk
 * dissolve as far as their solubility products let them; other solids dissolve whole, and nothing
 * precipitates anew. What plants bring is seldom known: see `next-dose` for a bath that has to be learnt.
 *
 * @throws InputError for no water or an addition that cannot be computed
 * @example bathPh({ waterL: 1, additions: [{ agent: 'sodaAsh', massG: 10 }] }) // 11.37
 */
export function bathPh({ waterL, alkalinityMmolL = 0, additions, brings }: Bath): number {
  positive(waterL, '/waterL', 'L')
  const alkalinity = notNegative(alkalinityMmolL, '/alkalinityMmolL', 'mmol/L') / 1000
  const amounts = additions.map((addition, i) => amountOf(addition, `/additions/${i}`))
  const volumeL = amounts.reduce((sum, amount) => sum + amount.volumeL, waterL)

  const totals = new Map<AcidName, number>()
  const addAcid = (acid: AcidName, molL: number) => totals.set(acid, (totals.get(acid) ?? 0) + molL)
  const byCharge = new Map<number, number>()
  const addIon = (charge: number, molL: number) =>
    byCharge.set(charge, (byCharge.get(charge) ?? 0) + molL)
  const dissolve = (addition: Addition, molL: number) => {
    const { acids, ions } = chemistryOf(addition.agent)
    for (const acid of acids) addAcid(acid, molL)
    for (const { charge, perMole } of ions) addIon(charge, perMole * molL)
  }

  if (alkalinity > 0) {
    addAcid('carbonic', (alkalinity * waterL) / volumeL)
    addIon(1, (alkalinity * waterL) / volumeL)
  }
  const solids: { addition: Addition; molL: number }[] = []
  additions.forEach((addition, i) => {
    const molL = amounts[i]!.mol / volumeL
    if (chemistryOf(addition.agent).solid) solids.push({ addition, molL })
    else dissolve(addition, molL)
  })
  const solution = (): Solution => ({
    acids: [
      ...(brings?.acids ?? []),
      ...[...totals].map(([name, totalMolL]) => ({ steps: ACIDS[name], totalMolL })),
    ],
    ions: [...(brings?.ions ?? []), ...[...byCharge].map(([charge, molL]) => ({ charge, molL }))],
  })
  for (const { addition, molL } of solids) {
    const kind = present(chemistryOf(addition.agent).solid)
    const isOver = (share: number) => {
      dissolve(addition, share * molL)
      const over = logSaturation(kind, solution(), totals)
      dissolve(addition, -share * molL)
      return over > 0
    }
    dissolve(addition, molL * (isOver(1) ? dissolvedShare(isOver) : 1))
  }
  return chargeBalance(solution()).ph
}

function dissolvedShare(isOver: (share: number) => boolean): number {
  let [low, high] = [0, 1]
  for (let i = 0; i < HALVINGS; i++) {
    const middle = (low + high) / 2
    if (isOver(middle)) high = middle
    else low = middle
  }
  return low
}

/** log10 of how far a solution stands above what lets a solid dissolve; 0 is just full. */
function logSaturation(
  kind: 'lime' | 'calcite',
  solution: Solution,
  totals: ReadonlyMap<AcidName, number>,
): number {
  const { ph, ionicStrength } = chargeBalance(solution)
  const shares = (name: AcidName) => {
    const gammas = [0, 1, 2].map((charge) => logActivity(charge, ionicStrength))
    return chargeOf(ACIDS[name], ph, gammas)
  }
  const calcium = (totals.get('calcium') ?? 0) * (shares('calcium').mean - 1)
  const logCalcium = Math.log10(calcium) + logActivity(2, ionicStrength)
  if (kind === 'lime') return logCalcium + 2 * (ph - PK_WATER) - LOG_KSP.lime
  // of charges 0, -1 and -2: mean = -a1 - 2 a2, square = a1 + 4 a2
  const { mean, square } = shares('carbonic')
  const carbonate = ((totals.get('carbonic') ?? 0) * (square + mean)) / 2
  return logCalcium + Math.log10(carbonate) + logActivity(2, ionicStrength) - LOG_KSP.calcite
}

import { mean } from 'd3-array'
import { positive } from '../checks'
import { ACIDS, PK_WATER } from './acids'
import { logActivity } from './activity'
import { chemistryOf, type PhAgent } from './additions'
import { chargeOf } from './charge-balance'

/** So much of an agent, mol per litre of the liquor as it was at first. */
interface AgentDose {
  agent: PhAgent
  molL: number
}

/** How a bath stands beside the agent that is dosed. */
export interface BathState {
  /** Its volume now over what of the first liquor is still in it: water added, or boiled away. */
  dilution: number
  /** What else went in that moves the pH. */
  others: readonly AgentDose[]
}

/** A pH read after so much of an agent had gone in, mol per litre of the liquor as it was at first. */
export interface DosedReading extends Partial<BathState> {
  doseMolL: number
  ph: number
}

const AS_AT_FIRST: BathState = { dilution: 1, others: [] }

/** One bath that the readings may come from: what its plants brought, as one weak acid. */
export interface PossibleBath {
  /** Probability, summing to 1 over all. */
  weight: number
  /** pH after a dose, mol/L in all, in the bath as it stands now. */
  phAt(doseMolL: number): number
  /** Dose in all that brings it to a pH: 0 where it began past it, Infinity where the agent cannot. */
  doseFor(ph: number): number
}

/** One SD of a reading in a cooled spoonful, by what reads it; from memory. */
export const PH_READING_SD = { probe: 0.12, fineStrip: 0.25, coarseStrip: 0.35 } as const
/** How far one weak acid is from what plants really bring, pH. */
const MODEL_SD = 0.2
/** Ionic strength the constants are taken at, mol/L: a bath with some salts in it. */
const IONIC_STRENGTH = 0.03
/** Weak acid of a dye bath, mol/L: log10 of its centre and SD, from memory. */
const LOG_TOTAL = { mean: -2.4, sd: 0.55 }

/** Tannins and their kin buffer a little at every pH: so much beside the main acid; from memory. */
const BROAD_SHARE = 0.2

/** Carbonate that the water brings, mol/L: rain to hard water, each as likely. */
const ALKALINITIES = [0, 0.0012, 0.0035]

const LOG_TOTALS = steps(-3.7, -0.9, 9)
const PKAS = steps(2.5, 10.5, 11)
/** Deviations of the true first pH from the read one. */
const START_DEVIATIONS = steps(-0.6, 0.6, 7)
/** Without a reading before the first dose, anything a bath may begin at. */
const STARTS = steps(3, 9, 25)
const GAMMAS = [0, 1, 2, 3].map((charge) => logActivity(charge, IONIC_STRENGTH))
const PH_NODES = steps(0, 14, 281)
const NODE_STEP = PH_NODES[1]!
/** Less than this share of the whole says nothing. */
const NEGLIGIBLE = 1e-7

/**
 * What baths would explain readings taken so far: a weak acid of unknown amount and pKa, dosed
 * with a known agent.
 *
 * For every bath of an even grid over log amount, pKa and first pH, the dose that brings it to a
 * pH follows from the charge balance in closed form; the pH after a dose is looked up between
 * nodes of 0.05.
 *
 * Water that was added thins the bath and brings its own carbonate, as much a litre as the first
 * water did; what else went in counts with its own charge.
 *
 * @param readings at least one; the first may stand before any dose
 * @param readingSd of one reading, pH
 * @param now the bath that `phAt` and `doseFor` are asked of
 * @returns the baths that are not out of the question, their weights summing to 1
 */
export function possibleBaths(
  agent: PhAgent,
  readings: readonly DosedReading[],
  readingSd: number = PH_READING_SD.fineStrip,
  now: BathState = AS_AT_FIRST,
): PossibleBath[] {
  const one = 10 ** GAMMAS[1]!
  const way = chemistryOf(agent).moves === 'down' ? -1 : 1
  const agentCharge = chargeNodes(agent)
  const waterCharge = PH_NODES.map((ph) => (10 ** (ph - PK_WATER) - 10 ** -ph) / one)
  const stateOf = ({ dilution = 1, others = [] }: Partial<BathState>): BathState => ({
    dilution,
    others,
  })
  const first = readings.find((reading) => reading.doseMolL === 0 && isAsAtFirst(stateOf(reading)))
  const starts = first ? START_DEVIATIONS.map((deviation) => first.ph + deviation) : STARTS
  const variance = 2 * (positive(readingSd, '/readingSd') ** 2 + MODEL_SD ** 2)

  const carbonate = PH_NODES.map((ph) => -chargeOf(ACIDS.carbonic, ph, GAMMAS).mean)
  const amounts = LOG_TOTALS.flatMap((log) => ALKALINITIES.map((molL) => [log, molL] as const))
  const broad = PH_NODES.map((_, k) => mean(PKAS, (pKa) => protonsGone(pKa)[k]!)!)

  const baths: (PossibleBath & { log: number })[] = []
  for (const pKa of PKAS) {
    const main = protonsGone(pKa)
    const gone = main.map((share, k) => share + BROAD_SHARE * broad[k]!)
    for (const [logTotal, alkalinityMolL] of amounts) {
      const totalMolL = 10 ** logTotal
      const taken = PH_NODES.map(
        (_, k) => totalMolL * gone[k]! + alkalinityMolL * carbonate[k]! + waterCharge[k]!,
      )
      const prior = -0.5 * ((logTotal - LOG_TOTAL.mean) / LOG_TOTAL.sd) ** 2
      /** What the bath takes up in a state, and the strong charge that its added water brought. */
      const inState = ({ dilution, others }: BathState) => {
        const more = dilution - 1
        if (more === 0 && others.length === 0) return { taken, brought: 0 }
        return {
          taken: taken.map(
            (each, k) =>
              each +
              more * (waterCharge[k]! + alkalinityMolL * carbonate[k]!) -
              others.reduce((sum, other) => sum + other.molL * chargeNodes(other.agent)[k]!, 0),
          ),
          brought: more * alkalinityMolL,
        }
      }
      const states = readings.map((reading) => inState(stateOf(reading)))
      const present = inState(now)
      for (const startPh of starts) {
        const begun = at(taken, startPh)
        const standing = begun + present.brought
        const doseFor = (ph: number) => {
          const wanted = way * (at(present.taken, ph) - standing)
          if (wanted <= 0) return 0
          const brought = way * at(agentCharge, ph)
          return brought > 0 ? wanted / brought : Infinity
        }
        const phAt = (doseMolL: number) => phOfDose(present.taken, agentCharge, standing, doseMolL)
        let log = prior
        readings.forEach((reading, i) => {
          const state = states[i]!
          const ph =
            reading === first
              ? startPh
              : phOfDose(state.taken, agentCharge, begun + state.brought, reading.doseMolL)
          log -= (reading.ph - ph) ** 2 / variance
        })
        baths.push({ weight: 0, phAt, doseFor, log })
      }
    }
  }
  const most = baths.reduce((top, { log }) => Math.max(top, log), -Infinity)
  let total = 0
  for (const bath of baths) total += bath.weight = Math.exp(bath.log - most)
  for (const bath of baths) bath.weight /= total
  return baths.filter(({ weight }) => weight > NEGLIGIBLE)
}

const isAsAtFirst = ({ dilution, others }: BathState) => dilution === 1 && others.length === 0

const charges = new Map<PhAgent, number[]>()

/** Charge that one mole of an agent brings, strong ions and all, at the nodes; computed once. */
function chargeNodes(agent: PhAgent): number[] {
  const known = charges.get(agent)
  if (known) return known
  const { acids, ions } = chemistryOf(agent)
  const strong = ions.reduce((sum, { charge, perMole }) => sum + charge * perMole, 0)
  const nodes = PH_NODES.map((ph) =>
    acids.reduce((sum, name) => sum + chargeOf(ACIDS[name], ph, GAMMAS).mean, strong),
  )
  charges.set(agent, nodes)
  return nodes
}

const protons = new Map<number, number[]>()

/** Share of a weak acid that has given its proton away, at the nodes; computed once for each pKa. */
function protonsGone(pKa: number): number[] {
  const known = protons.get(pKa)
  if (known) return known
  const acid = { topCharge: 0, pKas: [pKa] }
  const gone = PH_NODES.map((ph) => -chargeOf(acid, ph, GAMMAS).mean)
  protons.set(pKa, gone)
  return gone
}

/** pH at which a bath has taken up what a dose brings, by halving over the nodes. */
function phOfDose(taken: number[], agentCharge: number[], begun: number, doseMolL: number): number {
  const lacking = (k: number) => doseMolL * agentCharge[k]! - (taken[k]! - begun)
  let low = 0
  let high = PH_NODES.length - 1
  while (high - low > 1) {
    const middle = (low + high) >> 1
    if (lacking(middle) > 0) low = middle
    else high = middle
  }
  const [below, above] = [lacking(low), lacking(high)]
  const share = below === above ? 0 : below / (below - above)
  return PH_NODES[low]! + NODE_STEP * Math.min(1, Math.max(0, share))
}

/** Value at a pH of something given at the nodes. */
function at(nodes: number[], ph: number): number {
  const position = Math.min(PH_NODES.length - 1.000001, Math.max(0, ph / NODE_STEP))
  const k = Math.floor(position)
  return nodes[k]! + (nodes[k + 1]! - nodes[k]!) * (position - k)
}

function steps(from: number, to: number, count: number): number[] {
  return Array.from({ length: count }, (_, i) => from + ((to - from) * i) / (count - 1))
}

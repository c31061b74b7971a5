import { notNegative, positive } from '../checks'
import { InputError } from '../input-error'
import { formatNumber } from '../quantity/format-quantity'
import { evaporatedL, surfaceOfVesselM2, type Lid } from './evaporation'

export const PARTICLE_SIZES = ['whole', 'chopped', 'ground'] as const
export type ParticleSize = (typeof PARTICLE_SIZES)[number]

/** Ground stuff wants four volumes of water where whole wants two; common practice, no source. */
const SIZE_ABSORPTION: Record<ParticleSize, number> = { whole: 0.75, chopped: 1, ground: 1.5 }

/** Useful share of a vessel: above it stirring slops and a simmer spits. */
export const USEFUL_SHARE = 0.8
/** Litres per kg are round figures: so much less still moves. */
const ROUND_FIGURE = 0.05
/** Water that wetted and squeezed fibre carries, g per g; from memory. */
const WET_FIBRE_G_PER_G = 1
const ML_PER_L = 1000

/** Liquor that fibre needs to move in, L per kg dry: at the least, and for an even colour. */
export interface Freedom {
  leastLPerKg: number
  evenLPerKg: number
}

interface BathDyestuff {
  /** Air-dry mass, g. */
  dryG: number
  /** Water held when wet through, g per g dry, chopped. */
  absorptionGPerG: number
  size: ParticleSize
  /** Mass as it goes in, g: fresh stuff brings its own water. Left out: dry. */
  massG?: number
  /** Strained out before the fibre goes in, pressed: gives back about half of what it drank. */
  pressed?: boolean
}

export interface WaterQuestion {
  dyestuff: readonly BathDyestuff[]
  fibreG: number
  freedom: Freedom
  vesselL: number
  lid: Lid
  hours: number
  tempC: number
  /** Whether the fibre goes in wetted. */
  isFibreWet?: boolean
  /** Mass of one piece, g, to tell how many fit at once. */
  pieceG?: number
}

type WaterWarning = 'vesselTooSmall' | 'cramped' | 'mashDrinks' | 'boilsDown'

export interface WaterBudget {
  /** To pour at the beginning, L: never more than the vessel usefully holds. */
  pourL: number
  drunkL: number
  evaporatedL: number
  /** Liquor left to dye in at the end, L. */
  leftL: number
  /** Whether vessel and liquor let the fibre move. */
  fits: boolean
  /** How many pieces move freely at once; only where a piece's mass was given. */
  pieces?: number
  warnings: { code: WaterWarning; text: string }[]
}

/** Of what pressed stuff drank, the share that comes back; from memory. */
const PRESSED_BACK = 0.5

/**
 * Water to pour, what becomes of it, and whether pot and fibre fit.
 *
 * left = poured + brought by wet fibre - drunk - evaporated. Poured is what leaves the fibre its
 * least liquor, or as much as four fifths of the vessel hold beside the stuff itself.
 *
 * @throws InputError for a mass, volume or time out of range
 */
export function waterBudget(question: WaterQuestion): WaterBudget {
  const { dyestuff, fibreG, freedom, vesselL, lid, hours, tempC } = question
  positive(fibreG, '/fibreG', 'g')
  positive(vesselL, '/vesselL', 'L')
  const drunkL = dyestuff.reduce((sum, stuff, i) => sum + drunkBy(stuff, `/dyestuff/${i}`), 0)
  const lostL = evaporatedL({ surfaceM2: surfaceOfVesselM2(vesselL), tempC, hours, lid })
  const broughtL = question.isFibreWet ? (fibreG * WET_FIBRE_G_PER_G) / ML_PER_L : 0
  const leastL = (freedom.leastLPerKg * fibreG) / 1000
  const wantedL = Math.max(0, leastL + drunkL + lostL - broughtL)
  const roomL = USEFUL_SHARE * vesselL
  const pourL = Math.min(wantedL, roomL)
  const leftL = Math.max(0, pourL + broughtL - drunkL - lostL)
  const fits = leftL >= leastL * (1 - ROUND_FIGURE) - 1e-9
  const budget: WaterBudget = { pourL, drunkL, evaporatedL: lostL, leftL, fits, warnings: [] }
  const most = movesFreely(question, roomL + broughtL - drunkL - lostL)
  if (most !== null) budget.pieces = most
  budget.warnings.push(...warningsOf(question, budget, wantedL))
  return budget
}

/** Net water that stuff takes up, L; below 0 where fresh stuff brings more than it drinks. */
function drunkBy(
  { dryG, absorptionGPerG, size, massG, pressed }: BathDyestuff,
  at: string,
): number {
  notNegative(dryG, `${at}/dryG`, 'g')
  notNegative(absorptionGPerG, `${at}/drinksGPerG`)
  const ownG = massG === undefined ? 0 : notNegative(massG, `${at}/massG`, 'g') - dryG
  if (ownG < -1e-9) {
    throw new InputError(
      `massG must not be less than dryG (${dryG} g); got ${massG}`,
      `${at}/massG`,
    )
  }
  const holdsG = dryG * absorptionGPerG * SIZE_ABSORPTION[size]
  return (holdsG * (pressed ? 1 - PRESSED_BACK : 1) - ownG) / ML_PER_L
}

function movesFreely({ pieceG, freedom }: WaterQuestion, liquorL: number): number | null {
  if (pieceG === undefined) return null
  const eachL = (freedom.leastLPerKg * positive(pieceG, '/pieceG', 'g')) / 1000
  return Math.max(0, Math.floor(liquorL / (eachL * (1 - ROUND_FIGURE)) + 1e-9))
}

function warningsOf(
  { fibreG, freedom, vesselL, dyestuff, lid, tempC }: WaterQuestion,
  { leftL, fits, drunkL, evaporatedL: lostL, pourL }: WaterBudget,
  wantedL: number,
): WaterBudget['warnings'] {
  const warnings: WaterBudget['warnings'] = []
  const litres = (value: number) => `${formatNumber(value, 2)} L`
  if (!fits) {
    warnings.push({
      code: 'vesselTooSmall',
      text: `The fibre wants ${litres(wantedL)} poured; four fifths of ${litres(vesselL)} hold ${litres(USEFUL_SHARE * vesselL)}. Take a larger pot or fewer pieces.`,
    })
  } else if (leftL < (freedom.evenLPerKg * fibreG) / 1000 - 1e-9) {
    warnings.push({
      code: 'cramped',
      text: `Enough to move in; for an even colour ${litres((freedom.evenLPerKg * fibreG) / 1000)} would be better.`,
    })
  }
  if (dyestuff.some(({ size }) => size === 'ground') && drunkL > pourL / 4) {
    const text = `Ground stuff drinks ${litres(drunkL)}: strain and press it, or little is left to dye in.`
    warnings.push({ code: 'mashDrinks', text })
  }
  if (lid !== 'on' && (tempC >= 95 || lostL > pourL / 4)) {
    const text = `About ${litres(lostL)} go off as steam: put the lid on, or top up.`
    warnings.push({ code: 'boilsDown', text })
  }
  return warnings
}

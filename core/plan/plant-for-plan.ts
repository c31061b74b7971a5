import { sum } from 'd3-array'
import { notNegative, positive } from '../checks'
import { gatherNeeded, type Yield } from '../harvest/gather-needed'
import type { Spread } from '../spread'

/** Fibre that is to come out at one depth. */
export interface PlanPart {
  /** Air-dry, g. */
  fibreG: number
  /** g air-dry plant per g of it; null: in the liquor of the part before, with no plant of its own. */
  ratioDry: number | null
}

/** Plant that a plan takes, all air-dry but for what is gathered. */
export interface PlantForPlan {
  wantedDryG: number
  /** Of that, in stock. */
  stockDryG: number
  missingDryG: number
  /** What the basket must hold, fresh, with stems and all; null: stock covers it. */
  gatherG: Spread | null
}

/**
 * How much plant a plan takes, and how much of it is still to be gathered.
 *
 * @param yields as of `gatherNeeded`: what drying and stripping leave
 * @throws InputError for a ratio or mass that is not above 0
 */
export function plantForPlan(
  parts: readonly PlanPart[],
  stockDryG: number,
  yields: { dry: Yield; strip?: Yield },
): PlantForPlan {
  const wantedDryG = sum(parts, ({ fibreG, ratioDry }, i) =>
    ratioDry === null
      ? 0
      : positive(fibreG, `/parts/${i}/fibreG`, 'g') * positive(ratioDry, `/parts/${i}/ratioDry`),
  )
  const held = Math.min(notNegative(stockDryG, '/stockDryG', 'g'), wantedDryG)
  const missingDryG = wantedDryG - held
  return {
    wantedDryG,
    stockDryG: held,
    missingDryG,
    gatherG:
      missingDryG > 0 ? gatherNeeded({ ratioDry: missingDryG, fibreG: 1 }, yields).gatherG : null,
  }
}

/** What a place bears still of a source this year, g; null: no limit. */
export interface Place {
  id: string
  leftG: number | null
}

export interface Share {
  id: string
  massG: number
}

/**
 * Splits what is to be gathered over places, those that bear most first, none over its allowance.
 *
 * @returns the shares, and what no place bears, g
 */
export function splitOverPlaces(
  massG: number,
  places: readonly Place[],
): { shares: Share[]; shortG: number } {
  const room = ({ leftG }: Place) => leftG ?? Infinity
  const shares: Share[] = []
  let left = notNegative(massG, '/massG', 'g')
  for (const place of [...places].sort((a, b) => room(b) - room(a))) {
    const takenG = Math.min(left, Math.max(0, room(place)))
    if (takenG <= 0) continue
    shares.push({ id: place.id, massG: takenG })
    left -= takenG
  }
  return { shares, shortG: left }
}

const G_PER_KG = 1000

/** Liquor that fibre wants to move in, L. */
export const liquorFor = (fibreG: number, litresPerKg: number): number =>
  (fibreG / G_PER_KG) * litresPerKg

/**
 * Whole pieces that go into each pot: as many pots as the largest vessel needs, shared out evenly. A
 * piece that is too large for it has a pot of its own all the same.
 *
 * @param pieceG of each piece, dry
 * @param roomL that the vessel may be filled to, L
 * @param litresPerKg that the fibre wants to move in
 * @returns how many pieces each pot takes
 * @example piecesPerPot(6, 100, 16, 30) // [3, 3]: 16 L take 533 g, which is five of them
 */
export function piecesPerPot(
  pieces: number,
  pieceG: number,
  roomL: number,
  litresPerKg: number,
): number[] {
  const eachL = liquorFor(positive(pieceG, '/pieceG', 'g'), positive(litresPerKg, '/litresPerKg'))
  const most = Math.max(1, Math.floor(positive(roomL, '/roomL', 'L') / eachL + 1e-9))
  const pots = Math.ceil(notNegative(pieces, '/pieces') / most)
  return Array.from({ length: pots }, (_, i) => Math.floor((pieces + i) / pots))
}

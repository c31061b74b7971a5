import { FORM_FREEDOM } from '~~/catalogue/fibres'
import { coverL } from '~~/catalogue/measures'
import { PARTS } from '~~/catalogue/parts'
import { heatingTime, TYPICAL_EFFICIENCY } from '~~/core/bath/heating'
import { lossyHeatingTime } from '~~/core/bath/lossy-heating'
import type { Lid } from '~~/core/bath/evaporation'
import {
  USEFUL_SHARE,
  waterBudget,
  type Freedom,
  type ParticleSize,
  type WaterBudget,
} from '~~/core/bath/water-budget'
import { InputError } from '~~/core/input-error'
import { formatTemperature, formatVolume } from '~/format/quantities'
import type { Piece } from '~~/shared/schemas/basket/piece'
import type { Source } from '~~/shared/schemas/walk/source'
import type { PlantState } from '~~/core/harvest/dry-fraction'

export interface WaterAsked {
  lots: { massG: number; dryG: number; state: PlantState; source: Source }[]
  pieces: readonly Piece[]
  size: ParticleSize
  isStrained: boolean
  vesselL: number
  lid: Lid
  hours: number
  tempC: number
  /** Typed over the advice, L. */
  ownL: number | null
}

export interface WaterTold extends WaterBudget {
  /** With the user's own amount, where one was typed. */
  isOwn: boolean
  /** To pour so that the plant is covered and the pieces move, L. */
  advisedL: number
  /** What each of the rules asks for by itself, L. */
  rules: { coverL: number; moveL: number; evenL: number }
  /** Liquor among the lots: poured in, but no water from the tap. */
  liquorL: number
  /** Said where the amount typed would run dry. */
  runsDry: string
}

/** The pieces want as much liquor as the form that wants most. */
function freedomOf(pieces: readonly Piece[]): Freedom {
  const all = pieces.map(({ form }) => FORM_FREEDOM[form])
  return {
    leastLPerKg: Math.max(...all.map(({ leastLPerKg }) => leastLPerKg)),
    evenLPerKg: Math.max(...all.map(({ evenLPerKg }) => evenLPerKg)),
  }
}

/** Water to pour and what is left of it to dye in; null while nothing is chosen. */
export function waterOf(asked: WaterAsked): WaterTold | null {
  const { lots, pieces, size, isStrained, vesselL, lid, hours, tempC, ownL } = asked
  if (pieces.length === 0) return null
  const stuff = lots.filter(({ state }) => state !== 'liquor')
  const liquorL =
    lots.reduce((sum, { state, massG }) => (state === 'liquor' ? sum + massG : sum), 0) / 1000
  try {
    const budget = waterBudget({
      dyestuff: stuff.map(({ massG, dryG, source }) => ({
        dryG: Math.min(dryG, massG),
        massG,
        size,
        pressed: isStrained,
        absorptionGPerG: PARTS[source.part].absorptionGPerG,
      })),
      fibreG: pieces.reduce((sum, { dryG }) => sum + dryG, 0),
      freedom: freedomOf(pieces),
      vesselL,
      lid,
      hours,
      tempC,
      isFibreWet: true,
      pieceG: Math.max(...pieces.map(({ dryG }) => dryG)),
    })
    const fibreKg = pieces.reduce((sum, { dryG }) => sum + dryG, 0) / 1000
    const { leastLPerKg, evenLPerKg } = freedomOf(pieces)
    const leastL = leastLPerKg * fibreKg
    const cover = stuff.reduce(
      (sum, { massG, state, source }) =>
        state === 'liquor'
          ? sum
          : sum + coverL(source.part, { massG, state, dryFraction: source.dryFraction, size }),
      0,
    )
    // no more than the vessel holds: then it is drawn out in two goes
    const advisedL = Math.max(budget.pourL, Math.min(cover, USEFUL_SHARE * vesselL))
    const pourL = ownL ?? advisedL
    const leftL = Math.max(0, budget.leftL + pourL - budget.pourL)
    const isShort = leftL < leastL * 0.95
    const fits = !isShort && pourL <= USEFUL_SHARE * vesselL + 1e-9
    return {
      ...budget,
      pourL,
      leftL,
      fits,
      isOwn: ownL !== null,
      liquorL,
      advisedL,
      rules: {
        coverL: cover,
        moveL: leastL,
        evenL: evenLPerKg * fibreKg,
      },
      runsDry:
        ownL !== null && isShort
          ? `It would run short: the stuff drinks ${formatVolume(Math.max(0, budget.drunkL))}, and ${formatVolume(leftL)} is left where the pieces want ${formatVolume(leastL)} to move. Pour ${formatVolume(advisedL, 2)}${budget.fits ? '' : ', and take a larger pot'}.`
          : '',
    }
  } catch (error) {
    if (error instanceof InputError) return null
    throw error
  }
}

export interface HeatTold {
  minutes: number | null
  /** What it takes from cold, without the kettle. */
  coldMinutes: number | null
  /** Litres from the kettle that would bring it there at once. */
  allKettleL: number
  maxTempC: number
  words: string
}

/** Tap water, °C: typical. */
const COLD_C = 15
const KETTLE_C = 98

/** How long the bath takes to come to heat, and what a kettle saves. */
export function heatOf(asked: {
  waterL: number
  kettleL: number
  vesselL: number
  toC: number
  powerW: number
  lid: Lid
  altitudeM: number
}): HeatTold | null {
  const { waterL, kettleL, vesselL, toC, powerW, lid, altitudeM } = asked
  if (waterL <= 0) return null
  const fromC =
    (Math.min(kettleL, waterL) * KETTLE_C + Math.max(0, waterL - kettleL) * COLD_C) / waterL
  const take = (from: number) =>
    lossyHeatingTime({
      waterL,
      vesselL,
      powerW,
      lid,
      altitudeM,
      toC,
      fromC: Math.min(from, toC),
      intoPot: TYPICAL_EFFICIENCY,
    })
  try {
    const { minutes, maxTempC } = take(fromC)
    const { kettleL: allKettleL } = heatingTime({
      waterL,
      fromC: COLD_C,
      toC,
      powerW,
      altitudeM,
    })
    const coldMinutes = take(COLD_C).minutes
    return { minutes, coldMinutes, allKettleL, maxTempC, words: wordsOf(minutes, maxTempC, toC) }
  } catch (error) {
    if (!(error instanceof InputError)) throw error
    return { minutes: null, coldMinutes: null, allKettleL: 0, maxTempC: 0, words: error.message }
  }
}

const wordsOf = (minutes: number | null, maxTempC: number, toC: number) =>
  minutes === null
    ? `This burner holds it at ${formatTemperature(maxTempC)} at most: it never gets to ${formatTemperature(toC)}.`
    : ''

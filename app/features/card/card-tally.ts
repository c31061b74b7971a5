import { BARE_ERROR_DE, usualBareLab } from '~~/catalogue/fibres/bare-colours'
import { estimateReflectance } from '~~/core/colour/estimate-reflectance'
import { depthOf, type Depth } from '~~/core/colour/depth'
import { labOfHex } from '~~/core/colour/screen-colour'
import { plantToFibreRatio } from '~~/core/harvest/ratio'
import { NORMAL_90 } from '~~/core/spread'
import { USUAL_CALIBRATION } from '~~/core/strength/estimate-factor'
import type { Interval } from '~~/core/strength/posterior/posterior'
import { bareStrengthSd, EYE_ERROR_DE, strengthErrorSd } from '~~/core/strength/reading-error'
import { swatchStrength } from '~~/core/strength/swatch-strength'
import { cardAmounts } from '~~/shared/rules/swatch/card-amounts'
import type { Card, CardPiece } from '~~/shared/schemas/swatch/card'
import type { Source } from '~~/shared/schemas/walk/source'

/** What a card comes to. */
export interface CardTally {
  state: Card['state']
  /** null: an amount is not known. */
  ratio: { asWeighed: number; dry: number } | null
  /** Of the first piece that has a colour, with its 90 % interval; null: none has, or it took nothing. */
  strength: (Interval & { depths: Depth[] }) | null
  /** What is not known, in words. */
  unknown: string[]
}

export function tallyOf(card: Card, source: Source): CardTally {
  const { massG, massBasis, pieces } = cardAmounts(card)
  const isKnown = massBasis !== 'unknown' && pieces.every(({ dryBasis }) => dryBasis !== 'unknown')
  const dryFraction = card.state === 'dried' ? 1 : source.dryFraction
  const fibreG = pieces.reduce((sum, { dryG }) => sum + dryG, 0)
  const read = card.pieces.find(({ reading }) => reading)
  return {
    state: card.state,
    ratio:
      isKnown && massG !== null
        ? plantToFibreRatio({ dyestuff: [{ massG, dryFraction }], fibreG })
        : null,
    strength: read ? strengthOf(read) : null,
    unknown: [
      ...(isKnown ? [] : ['ratio']),
      ...(card.dyed ? [] : ['day']),
      ...(card.minutes === null ? ['time'] : []),
      ...(card.waterL === null ? ['water'] : []),
      ...(card.pieces.some(({ mordants }) => mordants === null) ? ['mordant'] : []),
      ...(read ? [] : ['colour']),
    ],
  }
}

const labOf = (reading: CardPiece['reading']) =>
  reading?.lab ?? (reading?.hex ? labOfHex(reading.hex) : null)

/** By a colour over a bare fibre, seen or as usual: what both, and all estimates, may be off. */
function strengthOf({ reading, bare: seen, fibre }: CardPiece): CardTally['strength'] {
  const lab = labOf(reading)
  if (!lab) return null
  const bareLab = labOf(seen) ?? usualBareLab(fibre)
  const mid = swatchStrength(
    { dyed: { reflectance: null, lab }, bare: { reflectance: null, lab: bareLab } },
    USUAL_CALIBRATION,
  )
  if (mid <= 0) return null
  const [dyed, bare] = [estimateReflectance(lab), estimateReflectance(bareLab)]
  const { logSd, sharedLogSd } = USUAL_CALIBRATION
  const sd = Math.hypot(
    logSd,
    sharedLogSd,
    strengthErrorSd(dyed, bare, reading?.errorDe ?? EYE_ERROR_DE),
    bareStrengthSd(bare, seen ? (seen.errorDe ?? EYE_ERROR_DE) : BARE_ERROR_DE) / mid,
  )
  const off = Math.exp(NORMAL_90 * sd)
  const [low, high] = [mid / off, mid * off]
  return { mid, low, high, depths: [...new Set([depthOf(low), depthOf(high)])] }
}

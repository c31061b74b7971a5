import { plantToFibreRatio } from '~~/core/harvest/ratio'
import { depthOf, type Depth } from '~~/core/colour/depth'
import { labOfHex } from '~~/core/colour/screen-colour'
import { usualBareLab } from '~~/catalogue/fibres/bare-colours'
import { FIBRES } from '~~/catalogue/fibres'
import { USUAL_CALIBRATION } from '~~/core/strength/estimate-factor'
import { swatchStrength } from '~~/core/strength/swatch-strength'
import { cardAmounts } from '~~/shared/rules/swatch/card-amounts'
import type { Card, CardPiece } from '~~/shared/schemas/swatch/card'
import type { Source } from '~~/shared/schemas/walk/source'

/** What a card comes to. */
export interface CardTally {
  /** null: an amount is not known. */
  ratio: { asWeighed: number; dry: number } | null
  /** Of the first piece that has a colour; null: none has. */
  strength: { value: number; depth: Depth } | null
  /** What is not known, in words. */
  unknown: string[]
}

export function tallyOf(card: Card, source: Source): CardTally {
  const { massG, massBasis, pieces } = cardAmounts(card)
  const isKnown = massBasis !== 'unknown' && pieces.every(({ dryBasis }) => dryBasis !== 'unknown')
  const dryFraction = card.state === 'dried' ? 1 : source.dryFraction
  const fibreG = pieces.reduce((sum, { dryG }) => sum + dryG, 0)
  const read = card.pieces.find(({ reading }) => reading)
  const value = read ? strengthOf(read) : null
  return {
    ratio:
      isKnown && massG !== null
        ? plantToFibreRatio({ dyestuff: [{ massG, dryFraction }], fibreG })
        : null,
    strength: value === null ? null : { value, depth: depthOf(value) },
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

function strengthOf({ reading, bare, fibre }: CardPiece): number | null {
  const lab = reading?.lab ?? (reading?.hex ? labOfHex(reading.hex) : null)
  if (!lab) return null
  const bareLab = bare?.lab ?? usualBareLab(fibre, FIBRES[fibre].origin)
  return swatchStrength(
    { dyed: { reflectance: null, lab }, bare: { reflectance: null, lab: bareLab } },
    USUAL_CALIBRATION,
  )
}

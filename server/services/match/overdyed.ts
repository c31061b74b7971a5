import { kOverSOf } from '../../../core/colour/kubelka-munk'
import { middleStrength, nearestRatio, type MatchDye } from '../../../core/match/dye'
import type { OverdyedSwatch } from '../../../core/match/overdye-uptake'
import { present } from '../../../core/present'
import { NORMAL_90 } from '../../../core/spread'
import { spectrumSeen } from '../../../core/strength/swatch-strength'
import { groupKey, type Candidate } from '../strength/curve-candidates'

/** A bath that a piece had with one source: which dye, at which dry ratio. */
interface DyedWith {
  dyeId: string
  ratioDry: number
}

/** What a source's swatches tell of pieces that were dyed in turn. */
export interface DyedInTurn {
  /** First baths of pieces that had another later, by the piece. */
  first: Map<string, DyedWith>
  /** Second baths of theirs, with what came. */
  second: { pieceId: string; with: DyedWith; added: number[] }[]
}

/** Pieces of a source's baths that had another bath before or after, where each bath had one source. */
export function overdyedOf(sourceId: string, candidates: readonly Candidate[]): DyedInTurn {
  const inTurn: DyedInTurn = { first: new Map(), second: [] }
  for (const candidate of candidates) {
    const { piece, pot, exclusion, reading } = candidate
    const { ratioDry } = pot
    if (piece.potIds.length < 2 || ratioDry === null || !piece.bare || reading.wet) continue
    if (pot.bathNumber > 1 || pot.lots.some((lot) => lot.sourceId !== sourceId)) continue
    const dyed = { dyeId: `${sourceId}|${groupKey(candidate)}`, ratioDry }
    const at = piece.potIds.indexOf(pot.id)
    if (at === 0) inTurn.first.set(piece.id, dyed)
    if (at !== 1 || exclusion !== 'dyedBefore' || reading.clipped.length > 0) continue
    const bare = kOverSOf(spectrumSeen(piece.bare))
    const added = kOverSOf(spectrumSeen(reading)).map((value, i) => value - bare[i]!)
    inTurn.second.push({ pieceId: piece.id, with: dyed, added })
  }
  return inTurn
}

/** Overdyed swatches whose two dyes are both known by curves of their own. */
export function overdyedSwatches(
  all: readonly DyedInTurn[],
  dyes: ReadonlyMap<string, MatchDye>,
): OverdyedSwatch[] {
  const firstOf = new Map(all.flatMap(({ first }) => [...first]))
  return all
    .flatMap(({ second }) => second)
    .flatMap(({ pieceId, with: second, added }) => {
      const first = firstOf.get(pieceId)
      const [one, other] = [first && layerOf(first, dyes), layerOf(second, dyes)]
      if (!one || !other) return []
      return [{ first: one.added, second: other.added, added, expectedSd: [one.sd, other.sd] }]
    })
}

/** What a dye was to add to K/S, with the SD of its logarithm. */
function layerOf({ dyeId, ratioDry }: DyedWith, dyes: ReadonlyMap<string, MatchDye>) {
  const dye = dyes.get(dyeId)
  if (!dye) return null
  const at = nearestRatio(dye, ratioDry)
  const strength = middleStrength(dye, at)
  const pieces = present(dye.pieces[at])
  return {
    added: dye.unit.map((value) => strength * value),
    sd: Math.log(present(pieces.at(-3)) / present(pieces.at(2))) / (2 * NORMAL_90),
  }
}

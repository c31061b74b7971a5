import type { AmountBasis } from '~~/core/harvest/ratio-error'
import type { PotChange } from '~~/shared/schemas/pot/pot-change'

/** When and of what a pot that is over was dyed, as it is corrected. */
export interface PotContents {
  dyedOn: string
  lots: { lotId: string; massG: number | null; massBasis: AmountBasis }[]
  pieces: {
    pieceId: string
    dryG: number | null
    dryBasis: AmountBasis
    minutes: number | null
  }[]
  /** Ids of notes that say what never happened. */
  notesBack: string[]
}

/** Of a correction, what is not as it was: what was left alone is not written again. */
export function changedContents(now: PotContents, was: PotContents): Partial<PotChange> {
  const isChanged = (key: keyof PotContents) =>
    JSON.stringify(now[key]) !== JSON.stringify(was[key])
  return {
    ...(isChanged('dyedOn') && { dyedOn: now.dyedOn }),
    ...(isChanged('lots') && {
      lots: now.lots.map(({ lotId, massG, massBasis }) => ({
        lotId,
        massBasis,
        massG: massBasis === 'unknown' ? 0 : (massG ?? 0),
      })),
    }),
    ...(isChanged('pieces') && {
      pieces: now.pieces.map(({ pieceId, dryG, dryBasis, minutes }) => ({
        pieceId,
        dryBasis,
        // a stay that was left alone follows the notes that are taken back beside it
        ...(was.pieces.find((each) => each.pieceId === pieceId)?.minutes !== minutes && {
          minutes,
        }),
        ...(dryG !== null && { dryG }),
      })),
    }),
    ...(now.notesBack.length > 0 && { notesBack: now.notesBack }),
  }
}

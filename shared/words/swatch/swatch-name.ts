import { mordantMarks } from '../../../catalogue/agents'
import { FIBRES } from '../../../catalogue/fibres'
import { PARTS } from '../../../catalogue/parts'
import { mordantsOf, type Piece } from '../../schemas/basket/piece'
import type { Source } from '../../schemas/walk/source'

/** `tansy flower heads on wool, Al`: what a swatch is. */
export const swatchName = (sources: readonly Source[], piece: Piece, dyedOn: string): string =>
  `${sources.map((source) => `${source.commonName} ${PARTS[source.part].label}`).join(' and ')} on ${
    FIBRES[piece.fibre].label
  }, ${mordantWords(piece, dyedOn)}`

/** What it carried when it was dyed: a mordant given later had no part in it. */
function mordantWords(piece: Piece, dyedOn: string): string {
  const marks = mordantMarks(mordantsOf(piece, dyedOn))
  return marks === 'none' ? 'no mordant' : marks
}

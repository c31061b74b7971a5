import { FIBRES } from '../../../catalogue/fibres'
import { PARTS } from '../../../catalogue/parts'
import { mordantKeyOf, type Piece } from '../../schemas/basket/piece'
import { mordantKeyWords } from './mordant-key-words'
import type { Source } from '../../schemas/walk/source'

/** `tansy flower heads on wool, Al`: what a swatch is. */
export const swatchName = (sources: readonly Source[], piece: Piece, dyedOn: string): string =>
  `${sources.map((source) => `${source.commonName} ${PARTS[source.part].label}`).join(' and ')} on ${
    FIBRES[piece.fibre].label
    // a mordant given later had no part in it
  }, ${mordantKeyWords(mordantKeyOf(piece, dyedOn))}`

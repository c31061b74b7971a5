import type { PageQuery } from '../../../shared/schemas/log/common'
import type { Piece, PieceChange, PieceQuery } from '../../../shared/schemas/basket/piece'
import type {
  NewPieceSet,
  PieceSet,
  PieceSetChange,
} from '../../../shared/schemas/basket/piece-set'
import type { Records } from '../log/records'
import type { MadePiece } from './pieces'

/** Pieces and sets as other services write them. */
export type PieceRecords = Records<Piece, MadePiece, PieceChange, PieceQuery>
export type SetRecords = Records<PieceSet, NewPieceSet, PieceSetChange, PageQuery>

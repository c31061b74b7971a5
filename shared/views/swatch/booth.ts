import type { Lab } from '../../../core/colour/tristimulus'
import type { Piece } from '../../schemas/basket/piece'
import type { Pot } from '../../schemas/pot/pot'
import type { Reading } from '../../schemas/swatch/reading'
import type { Source } from '../../schemas/walk/source'
import type { Swatch } from '../../schemas/swatch/swatch'

/** A swatch under the eye, with all that it came of and was meant to be. */
export interface BoothView {
  swatch: Swatch
  pot: Pot
  piece: Piece
  sources: Source[]
  /** Name of the curve it lies on, among those of its source. */
  curveKey: string
  /** What it was hoped to be: told by the dyer, or what the plan expected. */
  hoped: { lab: Lab; from: 'you' | 'plan' } | null
  /** Minutes of attention its pot cost, shared by so many pieces. */
  attention: { minutes: number; basis: 'told' | 'noted' | 'typical'; pieces: number }
  /** What an estimated strength of it is multiplied by. */
  calibration: { factor: number }
  /** A bare reading of a piece alike, for one that has none of its own. */
  bareAlike: { pieceCode: string; reading: Reading } | null
  /** Swatches of alike pieces of its pot that wait to be read. */
  alike: { id: string; code: string }[]
}

/** One of the dyer's own swatches that comes near a colour. */
export interface NearSwatch {
  id: string
  code: string
  hex: string
  lab: Lab
  de2000: number
  /** `tansy flower heads on wool, Al` */
  words: string
}

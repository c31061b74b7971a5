import type { Fastness } from '../../../catalogue/sources'
import type { Fibre } from '../../../catalogue/fibres'
import type { Lab } from '../../../core/colour/tristimulus'
import type { ReadingState } from '../../rules/swatch/reading-state'
import type { Verdict } from '../../schemas/swatch/swatch'

export interface WallColour extends Lab {
  hex: string
}

/** A swatch on the wall: short enough that thousands are sent at once. */
export interface WallSwatch {
  id: string
  code: string
  /** Places of its sources in the list. */
  sources: number[]
  fibre: Fibre
  /** Marks of the mordants it had before its bath: `Al Fe`, `none`, `unknown`. */
  mordant: string
  dyedOn: string
  /** g air-dry plant per g dry fibre; null: not known, or a later bath. */
  ratioDry: number | null
  bathNumber: number
  verdict: Verdict | null
  /** Of each state the reading that stands for it; left out where there is none. */
  seen: Partial<Record<ReadingState, WallColour>>
}

interface WallSource {
  id: string
  name: string
  fastness: Fastness
}

export interface WallView {
  sources: WallSource[]
  swatches: WallSwatch[]
}

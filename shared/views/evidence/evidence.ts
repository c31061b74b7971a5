import type { Almost } from '../../../core/evidence/almost'
import type { Effect } from '../../../core/evidence/effects'
import type { Factor, FactorValue } from '../../../core/evidence/factors'
import type { JudgedPair } from '../../../core/evidence/judged-pair'
import type { Repeats } from '../../../core/evidence/repeat-spread'
import type { Ratios } from '../../schemas/evidence/evidence'
import type { Spoilt } from '../../../core/evidence/spoilt'

/** A swatch as it stands beside another. */
export interface EvidenceLook {
  id: string
  code: string
  potId: string
  potCode: string
  hex: string
  sourceName: string
  /** null: not known. */
  ratioDry: number | null
  /** The lot it was dyed with; null: several. */
  lotId: string | null
  /** Its fibre and mordants in words. */
  words: string
}

/** What a log, or all that was dyed with one source, proves. */
export interface EvidenceView {
  /** Swatches that were read, and of how many everything is written down. */
  read: number
  known: number
  /** Read, and too faint to be told in times. */
  faint: number
  /** Surest first. */
  effects: Effect[]
  repeats: Repeats
  /** What one more piece would make clean, best first. */
  almost: Almost[]
  /** Those that stand for an effect, or for what is almost clean. */
  looks: EvidenceLook[]
  /** Names of sources by their ids. */
  sourceNames: Record<string, string>
  ratios: Ratios
  /** Of sources whose strengths should have been brought to one ratio, and have no curve to go by. */
  withoutCurve: number
}

/** What spoils the pairs of a factor, most pairs first. */
export interface SpoiltView {
  items: Spoilt[]
}

/** Two swatches side by side. */
export interface TwoView {
  a: EvidenceLook
  b: EvidenceLook
  judged: JudgedPair
  /** What is written down of each that differs, or is missing on one side; null: not known. */
  values: { factor: Factor; a: FactorValue; b: FactorValue }[]
}

import type { Factor } from '../../../core/evidence/factors'
import type { TrialAnswer } from '../../../core/trial/trial-answer'
import type { Trial, TrialPromise } from '../../schemas/trial/trial'

/** What a design would take and show. */
export interface DesignView {
  promise: TrialPromise
  /** How often it would show that something is so many times as strong. */
  chances: { times: number; chance: number }[]
  fibreG: number
  /** Of the lot in the state it is in, for all and for each piece in its order, g. */
  plantG: number
  pieces: { level: number; mark: string; plantG: number }[]
  /** What the lot has left in the state it is in, g. */
  leftG: number
}

/** A piece of a trial, as far as it is. */
export interface TrialPieceView {
  pieceId: string
  code: string
  mark: string
  level: number
  potId: string
  potCode: string
  stage: 'planned' | 'running' | 'done' | 'setAside'
  swatchId: string | null
  swatchCode: string | null
  hex: string | null
  /** null: not read, or read so that no strength can be told. */
  strength: number | null
}

export interface TrialView {
  trial: Trial
  sourceName: string
  pieces: TrialPieceView[]
  answer: TrialAnswer
  /** What was not alike, beside what it is of, by what is written down of the pieces that were read. */
  alsoDiffered: Factor[]
}

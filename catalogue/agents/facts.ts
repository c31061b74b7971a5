import type { Provenance } from '../provenance'

/** What is known of something that is bought and put into a bath. */
export interface AgentFacts {
  label: string
  /** What the packet says it is. */
  chemical: string
  role: 'mordant' | 'helper' | 'alkali' | 'acid' | 'reducer' | 'soak'
  is: 'powder' | 'liquid'
  /** Said where it is weighed. */
  caution: string
  storage: string
  provenance: Provenance
}

/**
 * How mordants are written on tags. Salts of one metal have marks of their own: they act differently,
 * and whoever compares them wants them apart.
 */
export const MORDANT_MARKS = [
  'Al',
  'Al acetate',
  'Al triformate',
  'Fe',
  'Cu',
  'Ta',
  'gall',
] as const
export type MordantMark = (typeof MORDANT_MARKS)[number]

/** A mordant beside this: how it is written and how much is usual. */
export interface MordantFacts extends AgentFacts {
  role: 'mordant'
  /** How it is written on tags. */
  mark: MordantMark
  usualPercentWof: number
  rangePercentWof: readonly [number, number]
}

export const DUST =
  'Keep the dust out of your lungs, wear gloves, label it and lock it away from children.'

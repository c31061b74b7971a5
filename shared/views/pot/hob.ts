/** Something that runs by itself and has a clock. */
export interface OnTheHob {
  kind: 'pot' | 'bath' | 'jar'
  id: string
  code: string
  /** What it is, in a few words: `tansy flower heads, simmer`. */
  what: string
  /** Its present step; '' where nothing is left but to take the pieces out. */
  step: string
  /** When the step is over at its usual length, ms since 1970; null: whenever you like. */
  due: number | null
  /** When it has been too long. */
  late: number | null
  /** When it wants the next look. */
  look: number | null
  /** What comes after the step; '' at the end. */
  next: string
  pieces: number
  /** Where it is dealt with. */
  path: string
}

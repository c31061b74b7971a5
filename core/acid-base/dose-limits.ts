/** How far a dose may go; shares of the baths that may be. */
export interface DoseLimits {
  /** That a dose may bring to the target or past it. */
  aim: number
  /** And past the leeway: a spoonful too much is worse than one more look. */
  overshoot: number
  /** Share of what counts as near the target that a dose may go beyond it. */
  leeway: number
  /** That are left out of "the way that could pass the cap". */
  couldPass: number
  /** That would pass the cap. */
  risk: number
  /** That are near already, at which another spoonful is not worth its risk. */
  enough: number
}

const CAREFUL: DoseLimits = {
  aim: 0.4,
  overshoot: 0.02,
  leeway: 1,
  couldPass: 0.15,
  risk: 0.001,
  enough: 0.85,
}
/** A probe tells a tenth: what went past is seen, and brought back. */
const FINE: DoseLimits = {
  aim: 0.5,
  overshoot: 0.05,
  leeway: 0.7,
  couldPass: 0.4,
  risk: 0.04,
  enough: 0.85,
}
const FINE_TO_SD = 0.15
/** A strip that tells half a pH learns nothing from small doses: fewer and larger ones, as dyers do. */
const COARSE: DoseLimits = {
  aim: 0.5,
  overshoot: 0.12,
  leeway: 1,
  couldPass: 0.5,
  risk: 0.06,
  enough: 0.75,
}
const COARSE_FROM_SD = 0.3
/** @param readingSd of one reading, pH; left out: of a fine strip */
export const limitsFor = (readingSd: number | undefined): DoseLimits => {
  if (readingSd === undefined) return CAREFUL
  return readingSd >= COARSE_FROM_SD ? COARSE : readingSd <= FINE_TO_SD ? FINE : CAREFUL
}

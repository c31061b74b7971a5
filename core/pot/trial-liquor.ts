/** A jar of a trial wants so much liquor for each gram of fibre, L; small pieces swim freely. From memory. */
const L_PER_G = 0.04

/** Liquor of a trial's jar, L, to two figures. @param fibreG dry fibre in it, g */
export const trialLiquorL = (fibreG: number): number => Number((L_PER_G * fibreG).toPrecision(2))

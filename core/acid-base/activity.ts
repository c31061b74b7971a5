/** Debye-Hückel slope of water at 25 °C, log10, (kg/mol)^1/2. */
const A = 0.5092
/** Above this ionic strength the Davies equation turns back up; it is kept there, mol/L. */
const MOST_IONIC_STRENGTH = 0.5

/**
 * log10 of the activity coefficient of an ion.
 *
 * log g = -A z² (√I / (1 + √I) - 0.3 I). Taken rather than ideal activities since a pH electrode
 * reads activity and additions of soda are strong: it gives the standards of pH (0.025 M carbonate
 * 10.00 against 10.012, saturated lime water 12.47 against 12.454) where ideal ones are 0.3 off.
 *
 * @param charge of the ion; 0 gives 0
 * @param ionicStrength mol/L, 0 or more; trustworthy up to about 0.5
 * Source: C. W. Davies, Ion Association (1962), with 0.3.
 */
export function logActivity(charge: number, ionicStrength: number): number {
  const strength = Math.min(ionicStrength, MOST_IONIC_STRENGTH)
  const root = Math.sqrt(strength)
  return -A * charge * charge * (root / (1 + root) - 0.3 * strength)
}

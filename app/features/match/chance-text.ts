/** `74 %`; of what is dyed in thought some 160 times, nothing is never or always. */
export function chanceText(probability: number): string {
  if (probability < 0.01) return 'under 1 %'
  return probability > 0.99 ? 'over 99 %' : `${Math.round(100 * probability)} %`
}

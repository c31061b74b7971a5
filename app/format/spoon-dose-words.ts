import type { SpoonDose } from '~~/core/acid-base/spoon-dose'
import { spoonWords } from './quantities'

const PARTS: Record<number, string> = {
  0.0625: 'a sixteenth',
  0.125: 'an eighth',
  0.25: 'a quarter',
  0.5: 'half',
  0.75: 'three quarters',
}
const QUARTERS: Record<number, string> = { 0: '', 0.25: '¼', 0.5: '½', 0.75: '¾' }

/** Drops of a kitchen's bottle to a mL; from memory. */
const DROPS_PER_ML = 20
const LEAST_SPOON = 1 / 4

/** A liquid has no pinch: below a quarter of a spoon it is counted in drops. */
export function liquidDoseWords(dose: SpoonDose, spoonMl: number): string {
  const spoons = dose.spoons * (dose.ofCup?.share ?? 1)
  if (spoons >= LEAST_SPOON) return spoonDoseWords(dose, spoonMl)
  const drops = Math.max(1, Math.round(spoons * spoonMl * DROPS_PER_ML))
  return `${drops} ${drops === 1 ? 'drop' : 'drops'}`
}

/** `½ teaspoon`, `1¼ teaspoons`, `a quarter of a cup in which a pinch was dissolved`. */
export function spoonDoseWords({ spoons, ofCup }: SpoonDose, spoonMl: number): string {
  const spoon = spoonWords(spoonMl)
  if (ofCup) return `${PARTS[ofCup.share]} of a cup in which a pinch was dissolved`
  if (spoons === 1 / 16) return 'a pinch'
  if (spoons === 1 / 8) return `⅛ ${spoon}`
  const whole = Math.floor(spoons)
  const part = QUARTERS[spoons - whole] ?? ''
  return `${whole > 0 ? whole : ''}${part} ${spoon}${spoons > 1 ? 's' : ''}`
}

import { finite } from '../checks'
import { SOLUBILITY, type CalcAgent } from './agents'
import { convertForm, usualForm } from './hydrates'

/** Room temperature, at which a cold bath stands. */
export const COLD_BATH_C = 20

/**
 * Least water that dissolves an agent, L; null where no solubility is known here.
 *
 * Between the table's temperatures solubility follows a straight line; above its last one that is
 * kept, so that a hotter bath is never promised more than was measured, and below its first one
 * likewise the first.
 *
 * @param massG of `form` (the usual one by default)
 */
export function leastWaterL(
  agent: CalcAgent,
  massG: number,
  { form = usualForm(agent), tempC = COLD_BATH_C }: { form?: string; tempC?: number } = {},
): number | null {
  const known = SOLUBILITY[agent]
  if (!known) return null
  const dissolvedG = convertForm(agent, massG, form, known.form)
  return dissolvedG / (10 * solubility(known.perHundred, finite(tempC, '/tempC')))
}

/** g per 100 g of water. */
function solubility(table: readonly (readonly [number, number])[], tempC: number): number {
  const above = table.findIndex(([at]) => at >= tempC)
  if (above === 0) return table[0]![1]
  if (above < 0) return table.at(-1)![1]
  const [lowC, low] = table[above - 1]!
  const [highC, high] = table[above]!
  return low + ((high - low) * (tempC - lowC)) / (highC - lowC)
}

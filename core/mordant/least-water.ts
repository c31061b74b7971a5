import { alongTable } from '../along-table'
import { finite } from '../checks'
import { SOLUBILITY, type CalcAgent } from './agents'
import { convertForm, usualForm } from './hydrates'

/** Room temperature, at which a cold bath stands. */
const COLD_BATH_C = 20

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
  return dissolvedG / (10 * alongTable(known.perHundred, finite(tempC, '/tempC')))
}

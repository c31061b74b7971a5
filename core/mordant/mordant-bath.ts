import { positive } from '../checks'
import { formatNumber } from '../quantity/format-quantity'
import { MOST_PERCENT, type CalcAgent } from './agents'
import { convertForm, usualForm } from './hydrates'
import { leastWaterL } from './least-water'
import { gramsOfAgent } from './percent-of-fibre'

export interface MordantRecipe {
  /** Air-dry fibre, g. */
  fibreG: number
  /** Percentages are of the usual form; `form` is what is on the shelf. */
  agents: { agent: CalcAgent; percentWof: number; form?: string }[]
  bathL?: number
  tempC?: number
}

type MordantWarning = 'tooMuch' | 'tooLittleWater' | 'ironCreeps'

export interface MordantBathAnswer {
  agents: { agent: CalcAgent; massG: number; leastWaterL: number | null }[]
  warnings: { code: MordantWarning; text: string }[]
}

/**
 * Grams of each agent for a bath, the water that dissolves them, and what to mind.
 *
 * @throws InputError for no fibre, a negative percentage or a form the agent does not come in
 */
export function mordantBath({ fibreG, agents, bathL, tempC }: MordantRecipe): MordantBathAnswer {
  positive(fibreG, '/fibreG', 'g')
  const computed = agents.map(({ agent, percentWof, form = usualForm(agent) }) => {
    const massG = convertForm(agent, gramsOfAgent(percentWof, fibreG), usualForm(agent), form)
    return { agent, massG, leastWaterL: leastWaterL(agent, massG, { form, tempC }) }
  })
  const warnings: MordantBathAnswer['warnings'] = []
  agents.forEach(({ agent, percentWof }, i) => {
    const most = MOST_PERCENT[agent]
    if (most !== undefined && percentWof > most) {
      warnings.push({ code: 'tooMuch', text: tooMuch(agent, percentWof, most) })
    }
    const least = computed[i]!.leastWaterL
    if (bathL !== undefined && least !== null && least > bathL) {
      warnings.push({
        code: 'tooLittleWater',
        text: `${agent} needs at least ${formatNumber(least)} L to dissolve; the bath has ${formatNumber(bathL)} L.`,
      })
    }
  })
  if (agents.some((a) => a.agent === 'ironSulfate') && agents.some((a) => a.agent === 'alum')) {
    const text = 'Iron creeps: in one bath with alum it greys every piece.'
    warnings.push({ code: 'ironCreeps', text })
  }
  return { agents: computed, warnings }
}

function tooMuch(agent: CalcAgent, percent: number, most: number): string {
  const usual = `${agent} at ${formatNumber(percent)} % is over the ${most} % that is usual at most`
  return agent === 'ironSulfate'
    ? `${usual}: much iron makes wool and silk harsh and brittle.`
    : `${usual}: more gives no deeper colour and is left in the bath.`
}

import { notNegative } from '../checks'
import { InputError } from '../input-error'
import { AGENT_FORMS, type CalcAgent } from './agents'

/** The form an agent's percentage is meant of: the crystals usually sold; '' where it has one. */
export const usualForm = (agent: CalcAgent): string =>
  Object.keys(AGENT_FORMS[agent] ?? { '': 0 })[0]!

/**
 * Grams of one form that hold as much of the salt as grams of another, by molar mass.
 *
 * @throws InputError for a form the agent does not come in
 * @example convertForm('alum', 10, 'dodecahydrate', 'anhydrous') // 5.44
 */
export function convertForm(agent: CalcAgent, massG: number, from: string, to: string): number {
  notNegative(massG, '/massG', 'g')
  return from === to ? massG : (massG * molarMass(agent, to)) / molarMass(agent, from)
}

function molarMass(agent: CalcAgent, form: string): number {
  const forms = AGENT_FORMS[agent] ?? {}
  if (Object.hasOwn(forms, form)) return forms[form]!
  const known = Object.keys(forms).join(', ') || 'one form only'
  throw new InputError(`form of ${agent} must be one of: ${known}; got "${form}"`, '/form')
}

import { notNegative } from '../checks'
import { InputError } from '../input-error'
import { AGENT_FORMS, isCalcAgent, type CalcAgent } from './agents'
import { gramsOfAgent } from './percent-of-fibre'
import { first } from '../present'

/** The form an agent's percentage is meant of: the crystals usually sold; '' where it has one. */
export const usualForm = (agent: CalcAgent): string =>
  first(Object.keys(AGENT_FORMS[agent] ?? { '': 0 }))

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

/**
 * Grams of anything put into a bath, in another of its forms: what comes in one form only stays as
 * it is, and `''` is the usual form.
 *
 * @throws InputError for a form the agent does not come in
 */
export function inForm(agent: string, massG: number, from: string, to: string): number {
  if (!isCalcAgent(agent)) return massG
  return convertForm(agent, massG, from || usualForm(agent), to || usualForm(agent))
}

/**
 * Grams to weigh out, in the form that is on the shelf; the percentage is of the usual one.
 *
 * @throws InputError for a negative number or a form the agent does not come in
 * @example gramsToWeigh({ agent: 'alum', percentWof: 10, form: 'anhydrous' }, 100) // 5.44
 */
export const gramsToWeigh = (
  { agent, percentWof, form }: { agent: string; percentWof: number; form: string },
  fibreG: number,
): number => inForm(agent, gramsOfAgent(percentWof, fibreG), '', form)

const molarMass = (agent: CalcAgent, form: string) =>
  molarMassOfForm(agent, AGENT_FORMS[agent] ?? {}, form)

/**
 * Molar mass of a form that something is sold in, g/mol.
 *
 * @throws InputError naming the forms there are
 */
export function molarMassOfForm(
  agent: string,
  forms: Readonly<Record<string, number>>,
  form: string,
  pointer = '/form',
): number {
  if (Object.hasOwn(forms, form)) return forms[form]!
  const known = Object.keys(forms).filter(Boolean).join(', ') || 'one form only'
  throw new InputError(`form of ${agent} must be one of: ${known}; got "${form}"`, pointer)
}

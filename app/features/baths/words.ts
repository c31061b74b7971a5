import { AGENTS, FORM_WORDS } from '~~/catalogue/agents'
import { schemeFacts } from '~~/catalogue/mordant-schemes'
import type { BathStep, StepNow } from '~~/core/mordant/bath-steps'
import { formatMass, formatTemperature } from '~/format/quantities'
import { BATH_STEP_WORDS } from '~~/shared/words/basket/bath-steps'
import type { BathAgent, MordantBath } from '~~/shared/schemas/basket/mordant-bath'

export { BATH_STEP_WORDS as STEP_WORDS } from '~~/shared/words/basket/bath-steps'

/** `10 g alum`, `5.4 g alum (dried, without water)`: the form is said where there are several. */
export function agentWords({ agent, form, massG }: Pick<BathAgent, 'agent' | 'form' | 'massG'>) {
  const isUsual = !form || FORM_WORDS[form] === 'crystals'
  const which = isUsual ? '' : ` (${FORM_WORDS[form] ?? form})`
  return `${formatMass(massG)} ${AGENTS[agent].label}${which}`
}

/** What a step is about: `Dissolve 10 g alum`. */
export function stepWords(step: BathStep, bath: Pick<MordantBath, 'agents' | 'tempC' | 'heat'>) {
  const { name } = BATH_STEP_WORDS[step.kind]
  if (step.kind === 'dissolve') {
    return `${name} ${bath.agents
      .filter(({ stage }) => stage === step.stage)
      .map(agentWords)
      .join(', ')}`
  }
  if (step.kind === 'hold') return `${name} at ${formatTemperature(bath.tempC)}`
  return name
}

/** Whether a step has been too long for its own good. */
export const isLate = ({ late }: StepNow, now: number) => late !== null && now > late

/** `alum with tartar, hot` */
export const schemeWords = ({ scheme, heat }: Pick<MordantBath, 'scheme' | 'heat'>) =>
  `${schemeFacts(scheme).label}, ${heat}`

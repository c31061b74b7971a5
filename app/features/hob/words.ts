import { agentFacts } from '~~/catalogue/agents'
import type { WayStep, WayStepKind } from '~~/core/pot/way-steps'
import {
  amountWords,
  formatMass,
  formatNumber,
  formatTemperature,
  formatVolume,
  inUnits,
} from '~/format/quantities'
import { PUT_RIGHT_WORDS } from '~~/shared/words/pot/put-right'
import type { LookedHow, PotEvent } from '~~/shared/schemas/pot/pot-event'
import type { Pot } from '~~/shared/schemas/pot/pot'

/** The button that says a step was done. */
export const STEP_DONE: Record<WayStepKind, string> = {
  prepare: 'Ready',
  heat: 'At heat',
  extract: 'Dark enough',
  mash: 'Done',
  strain: 'Strained',
  combine: 'Combined',
  topUp: 'Topped up',
  stand: 'Stood',
  steep: 'Steeped',
  reduce: 'Reduced',
  wetOut: 'Wet through',
  enter: 'Enter all',
  dye: 'Pull all',
  air: 'Aired',
  coat: 'Brushed',
  add: 'Stirred in',
  cool: 'Cool',
  lift: 'Lifted',
}

export const LOOK_WORDS: Record<LookedHow, string> = {
  glass: 'through glass',
  foam: 'by the foam',
  dropOnWhite: 'a drop on white',
  wet: 'wet',
  dry: 'dry',
}

export { PUT_RIGHT_WORDS }

const codes = (pot: Pot, ids: readonly string[]) =>
  ids.length === pot.pieces.length
    ? 'all pieces'
    : ids.map((id) => pot.pieces.find(({ pieceId }) => pieceId === id)?.pieceCode ?? '?').join(', ')

/** What a note says, in a line. */
export function eventWords(event: PotEvent, pot: Pot): string {
  const step = pot.plan?.steps.find(({ id }) => id === event.stepId?.split('#')[0])
  switch (event.kind) {
    case 'planned':
      return 'planned'
    case 'lit':
      return 'lit'
    case 'done':
      return 'finished'
    case 'setAside':
      return 'set aside'
    case 'restored':
      return 'brought back'
    case 'step':
      return `${inUnits(step?.words ?? event.stepId ?? '')}${event.data.skipped ? ': left out' : ': done'}`
    case 'again':
      return `${inUnits(step?.again?.words ?? 'Again')} Once more.`
    case 'look':
      return `look at the ${event.data.of}, ${LOOK_WORDS[event.data.how]}`
    case 'reading':
      return [
        event.data.tempC !== null && formatTemperature(event.data.tempC),
        event.data.ph !== null && `pH ${formatNumber(event.data.ph, 3)}`,
        event.data.dialC !== null && `dial at ${formatTemperature(event.data.dialC)}`,
        event.data.by === 'simulated' && 'simulated',
      ]
        .filter(Boolean)
        .join(', ')
    case 'add': {
      const { agent, massG, massBasis, waterL, lotId } = event.data
      const water = waterL > 0 ? `${formatVolume(waterL)} water` : ''
      const stuff = agent ? `${amountWords({ massG, massBasis })} ${agentFacts(agent).label}` : ''
      return `added ${[stuff, lotId && `${formatMass(massG)} more plant`, water].filter(Boolean).join(', ')}`
    }
    case 'enter':
      return `${codes(pot, event.data.pieceIds)} in`
    case 'pull':
      return `${codes(pot, event.data.pieceIds)} out`
    case 'heat':
      return event.data.isOn
        ? `burner on${event.data.holdC === null ? '' : `, held at ${formatTemperature(event.data.holdC)}`}`
        : 'heat off'
    case 'liquor':
      return `${formatVolume(event.data.litres)} of liquor in it`
    case 'putRight':
      return `put right: ${PUT_RIGHT_WORDS[event.data.what].words}`
  }
}

/** What really went in, where it was another amount than planned. */
export type ToldAmount = Partial<Pick<NonNullable<WayStep['adds']>, 'massG' | 'massBasis'>>

import { bathPh } from '../acid-base/bath-ph'
import { PH_AGENTS, type Addition, type PhAgent } from '../acid-base/additions'
import { USEFUL_SHARE } from '../bath/water-budget'
import { isCalcAgent, MOST_PERCENT } from '../mordant/agents'
import { leastWaterL } from '../mordant/least-water'
import { formatNumber, formatVolume } from '../quantity/format-quantity'
import {
  about,
  alkaliOnIron,
  bleachMeets,
  gravestFirst,
  heatGuards,
  phGuards,
  pieceGuards,
  type Guard,
  type GuardedPiece,
} from './guards'
import { isAcidic } from './acids'
import { present } from '../present'

interface GuardedAgent {
  agent: string
  form?: string
  percentWof: number
  massG: number
}

export interface GuardedBath {
  pieces: readonly GuardedPiece[]
  /** Stage by stage: what is in one bath together. */
  stages: readonly (readonly GuardedAgent[])[]
  tempC: number
  waterL: number | null
  vesselL: number | null
  /** Liquor the pieces need to move in, L. */
  leastL: number
}

/** What to mind before a mordant bath is begun, the gravest first. */
export function bathGuards(bath: GuardedBath): Guard[] {
  const guards = [
    ...bath.stages.flatMap((agents) => stageGuards(bath, agents)),
    ...heatGuards(bath.pieces, bath.tempC),
    ...pieceGuards(bath.pieces),
    ...waterGuards(bath),
  ]
  const seen = new Set<string>()
  return gravestFirst(
    guards.filter(({ code, words }) => !seen.has(code + words) && seen.add(code + words)),
  )
}

function stageGuards({ pieces, waterL }: GuardedBath, agents: readonly GuardedAgent[]): Guard[] {
  const has = (agent: string) => agents.some((each) => each.agent === agent)
  const guards: Guard[] = []
  if (has('ammonia')) guards.push(...bleachMeets(pieces, 'ammonia'))
  if (agents.some(({ agent }) => isAcidic(agent))) guards.push(...bleachMeets(pieces, 'acid'))
  const iron = agents.find(({ agent }) => agent === 'ironSulfate')
  if (iron) guards.push(...ironOver(pieces, iron.percentWof))
  if (iron && has('alum')) {
    guards.push({
      code: 'ironCreeps',
      level: 'grave',
      words: 'Iron and alum in one bath: the iron creeps, and greys every piece in it.',
      pieces: [],
    })
  }
  const ph = waterL === null ? null : phOf(agents, waterL)
  if (ph !== null) {
    guards.push(...alkaliOnIron(pieces, ph, Boolean(iron)), ...phGuards(pieces, ph))
  }
  const alum = agents.find(({ agent }) => agent === 'alum')
  if (alum && alum.percentWof > present(MOST_PERCENT.alum)) {
    guards.push({
      code: 'alumOver',
      level: 'grave',
      words: `${formatNumber(alum.percentWof)} % alum is over the ${MOST_PERCENT.alum} % that is usual at most: it makes wool sticky, deepens nothing and is left in the bath.`,
      pieces: [],
    })
  }
  const copper = agents.find(({ agent }) => agent === 'copperSulfate')
  if (copper) {
    const over = copper.percentWof > present(MOST_PERCENT.copperSulfate)
    guards.push({
      code: 'copper',
      level: 'grave',
      words: `Copper harms water life: ask the local rules where its bath may go, before there is one.${over ? ` ${formatNumber(copper.percentWof)} % is over the ${MOST_PERCENT.copperSulfate} % that is usual at most.` : ''}`,
      pieces: [],
    })
  }
  return guards
}

const ironOver = (pieces: readonly GuardedPiece[], percentWof: number): Guard[] =>
  about(
    pieces,
    ({ ironPercent, limits }) => ironPercent + percentWof > limits.mostIronPercent + 1e-9,
    'ironOver',
    'grave',
    (codes) => {
      const over = present(
        pieces.find(
          ({ ironPercent, limits }) => ironPercent + percentWof > limits.mostIronPercent + 1e-9,
        ),
      )
      return `${codes}: with this bath ${formatNumber(over.ironPercent + percentWof)} % iron over its life, where ${formatNumber(over.limits.mostIronPercent)} % is the most: it gets harsh and brittle.`
    },
  )

/** pH from the agents whose chemistry is known; metal salts would only lower it. */
function phOf(agents: readonly GuardedAgent[], waterL: number): number | null {
  const known = agents.filter(({ agent }) => Object.hasOwn(PH_AGENTS, agent))
  if (known.length === 0) return null
  const additions = known.map(
    ({ agent, form, massG }) => ({ agent: agent as PhAgent, form, massG }) as Addition,
  )
  return bathPh({ waterL, additions })
}

function waterGuards({ stages, tempC, waterL, vesselL, leastL }: GuardedBath): Guard[] {
  if (waterL === null) return []
  const guards: Guard[] = []
  for (const { agent, massG, form } of stages.flat()) {
    if (!isCalcAgent(agent) || massG <= 0) continue
    const least = leastWaterL(agent, massG, { form, tempC })
    if (least === null || least <= waterL) continue
    guards.push({
      code: 'tooLittleWater',
      level: 'mind',
      words: `${formatNumber(massG)} g ${agent} wants ${formatVolume(least, 2)} to dissolve at ${formatNumber(tempC)} °C; there is ${formatVolume(waterL)}.`,
      pieces: [],
    })
  }
  if (waterL < leastL * 0.95) {
    guards.push({
      code: 'tooLittleWater',
      level: 'mind',
      words: `The pieces want ${formatVolume(leastL, 2)} to move in; there is ${formatVolume(waterL)}.`,
      pieces: [],
    })
  }
  if (vesselL !== null && waterL > USEFUL_SHARE * vesselL + 1e-9) {
    guards.push({
      code: 'vesselTooSmall',
      level: 'mind',
      words: `Four fifths of ${formatNumber(vesselL)} L hold ${formatNumber(USEFUL_SHARE * vesselL, 2)} L: take a larger vessel or two baths.`,
      pieces: [],
    })
  }
  return guards
}

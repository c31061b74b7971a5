import { alongTable, type ValueTable } from '../along-table'
import { finite, notNegative, positive } from '../checks'
import { InputError } from '../input-error'
import { AGENT_FORMS } from '../mordant/agents'
import { molarMassOfForm } from '../mordant/hydrates'
import type { AcidName } from './acids'
import { first, present } from '../present'
import { keysOf } from '../json'

/** What an agent sets free in water, for one mole of it. */
export interface Chemistry {
  /** g/mol of each form it is sold in; the first is the usual one. */
  forms: Record<string, number>
  /** Which way it moves the pH of a bath; null for a salt that does not. */
  moves: 'up' | 'down' | null
  /** One of each to a mole. */
  acids: readonly AcidName[]
  /** Ions that take no part in acid and base. */
  ions: readonly { charge: number; perMole: number }[]
  /** Sold as a liquid: g/mL at percentages by mass, from the CRC Handbook (from memory). */
  densities?: ValueTable
  /** Percentage by mass as usually sold. */
  usualPercent?: number
  /** Dissolves only as far as this solubility product lets it. */
  solid?: 'lime' | 'calcite'
}

/** Agents whose pH can be computed. Alum, iron and dithionite make acid by ways not modelled here. */
export const PH_AGENTS = {
  sodaAsh: {
    moves: 'up',
    forms: present(AGENT_FORMS.sodaAsh),
    acids: ['carbonic'],
    ions: [{ charge: 1, perMole: 2 }],
  },
  bakingSoda: {
    moves: 'up',
    forms: { '': 84.007 },
    acids: ['carbonic'],
    ions: [{ charge: 1, perMole: 1 }],
  },
  ammonia: {
    moves: 'up',
    forms: { '': 17.031 },
    acids: ['ammonium'],
    ions: [],
    densities: [
      [0, 0.997],
      [5, 0.977],
      [10, 0.9575],
      [15, 0.94],
      [20, 0.923],
      [25, 0.907],
      [35, 0.88],
    ],
    usualPercent: 10,
  },
  slakedLime: { moves: 'up', forms: { '': 74.093 }, acids: ['calcium'], ions: [], solid: 'lime' },
  woodAshLye: {
    moves: 'up',
    forms: { '': 138.205 },
    acids: ['carbonic'],
    ions: [{ charge: 1, perMole: 2 }],
    densities: [
      [0, 0.997],
      [50, 1.54],
    ],
    usualPercent: 5,
  },
  vinegar: {
    moves: 'down',
    forms: { '': 60.052 },
    acids: ['acetic'],
    ions: [],
    densities: [
      [0, 0.997],
      [10, 1.012],
      [30, 1.038],
      [100, 1.049],
    ],
    usualPercent: 5,
  },
  citricAcid: {
    moves: 'down',
    forms: { monohydrate: 210.14, anhydrous: 192.12 },
    acids: ['citric'],
    ions: [],
  },
  creamOfTartar: {
    moves: 'down',
    forms: { '': 188.18 },
    acids: ['tartaric'],
    ions: [{ charge: 1, perMole: 1 }],
  },
  chalk: {
    moves: 'up',
    forms: { '': 100.087 },
    acids: ['carbonic', 'calcium'],
    ions: [],
    solid: 'calcite',
  },
  salt: {
    moves: null,
    forms: { '': 58.443 },
    acids: [],
    ions: [
      { charge: 1, perMole: 1 },
      { charge: -1, perMole: 1 },
    ],
  },
} as const satisfies Record<string, Chemistry>

export type PhAgent = keyof typeof PH_AGENTS
export const PH_AGENT_KEYS = keysOf(PH_AGENTS)

export const chemistryOf = (agent: PhAgent): Chemistry => {
  if (Object.hasOwn(PH_AGENTS, agent)) return PH_AGENTS[agent]
  throw new InputError(`agent must be one of: ${PH_AGENT_KEYS.join(', ')}; got ${agent}`, '/agent')
}

/** Something stirred into a bath: a powder by mass, or a liquid by volume and percentage. */
export type Addition = { agent: PhAgent; form?: string } & (
  { massG: number } | { volumeMl: number; percent: number }
)

/**
 * Moles and added volume of an addition.
 *
 * A mass of an agent that is sold as a liquid is that liquid's, at its usual percentage.
 *
 * @throws InputError for a form it does not come in, a negative amount, or a percentage outside 0..100
 */
export function amountOf(addition: Addition, at = ''): { mol: number; volumeL: number } {
  const chemistry = chemistryOf(addition.agent)
  const molarMass = molarMassOf(addition.agent, addition.form, at)
  if ('volumeMl' in addition) {
    const percent = checkedPercent(addition.percent, `${at}/percent`)
    const volumeMl = notNegative(addition.volumeMl, `${at}/volumeMl`, 'mL')
    const massG = (volumeMl * densityOf(chemistry, percent) * percent) / 100
    return { mol: massG / molarMass, volumeL: volumeMl / 1000 }
  }
  const massG = notNegative(addition.massG, `${at}/massG`, 'g')
  const percent = chemistry.usualPercent
  if (percent === undefined) return { mol: massG / molarMass, volumeL: 0 }
  return {
    mol: (massG * percent) / 100 / molarMass,
    volumeL: massG / densityOf(chemistry, percent) / 1000,
  }
}

function molarMassOf(agent: PhAgent, form: string | undefined, at: string): number {
  const { forms } = chemistryOf(agent)
  return molarMassOfForm(agent, forms, form ?? first(Object.keys(forms)), `${at}/form`)
}

function checkedPercent(value: unknown, pointer: string): number {
  const percent = positive(finite(value, pointer), pointer)
  if (percent <= 100) return percent
  throw new InputError(`percent must be at most 100; got ${percent}`, pointer)
}

/** g/mL; water's where nothing is known. */
const densityOf = ({ densities }: Chemistry, percent: number) =>
  densities ? alongTable(densities, percent) : 1

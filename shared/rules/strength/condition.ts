import { rollup, sum } from 'd3-array'
import { agentFacts, mordantMarks, type Agent, type Mordant } from '../../../catalogue/agents'
import { FIBRES, fibreFacts, type Fibre, type FibreFacts } from '../../../catalogue/fibres'
import { TANNIN_PARTS } from '../../../catalogue/parts'
import { sourceKindOf } from '../../../catalogue/source-kinds'
import type { Way } from '../../../catalogue/ways'
import { PH_AGENTS, type PhAgent } from '../../../core/acid-base/additions'
import { takesSource, type TakesAnswer } from '../../../core/fibre/takes'
import type { Condition } from '../../../core/strength/near-conditions'
import type { PriorContext } from '../../../core/strength/posterior/priors'
import type { Source } from '../../schemas/walk/source'
import type { Stuff } from '../../views/strength/stuff'
import type { PhBand } from '../../views/strength/ph-band'

const ACID_BELOW = 6
const ALKALINE_ABOVE = 8

/** Something stirred into a bath; `massG` null: nobody weighed it. */
export interface StirredIn {
  agent: Agent
  massG: number | null
}

/**
 * Where a bath ends decides which curve its swatches lie on. A pH that nobody read is as it came,
 * unless something that moves it was stirred in: then kind and amount of that stand in for it.
 *
 * @param litres of the bath; null: not known
 */
export function phBandOf(
  finalPh: number | null,
  stirred: readonly StirredIn[] = [],
  litres: number | null = null,
): PhBand {
  if (finalPh === null) return unreadBand(stirred, litres)
  if (finalPh < ACID_BELOW) return 'acid'
  return finalPh > ALKALINE_ABOVE ? 'alkaline' : 'asItCame'
}

const movesPh = (agent: string): boolean =>
  Object.hasOwn(PH_AGENTS, agent) && PH_AGENTS[agent as PhAgent].moves !== null

function unreadBand(stirred: readonly StirredIn[], litres: number | null): PhBand {
  const byAgent = rollup(
    stirred.filter(({ agent }) => movesPh(agent)),
    (all) => all.map(({ massG }) => massG),
    ({ agent }) => agent,
  )
  if (byAgent.size === 0) return 'asItCame'
  const words = [...byAgent]
    .map(([agent, masses]) => `${agentFacts(agent).label} ${perLitreWords(masses, litres)}`)
    .sort()
  return `with ${words.join(' and ')}`
}

/** Amounts that are told apart, g per L: fivefold steps, since spoons are no finer. From memory. */
const PER_LITRE_G = [1, 5, 25] as const

function perLitreWords(masses: readonly (number | null)[], litres: number | null): string {
  if (litres === null || litres <= 0 || masses.includes(null)) return '(amount not known)'
  const perL = sum(masses) / litres
  const [low, middle, high] = PER_LITRE_G
  if (perL < low) return `(under ${low} g per L)`
  if (perL < middle) return `(${low} to ${middle} g per L)`
  return perL < high ? `(${middle} to ${high} g per L)` : `(over ${high} g per L)`
}

/** What a piece and its bath say of the curve it lies on. */
export interface DyedHow {
  fibre: Fibre
  /** Those given before the bath. */
  mordants: readonly Mordant[]
  /** False: none is on record, and nobody knows whether there was one. */
  mordantKnown: boolean
  phBand: PhBand
  way: Way
  stuff: Stuff
}

/** What the swatches of one curve have in common. */
export const conditionOf = ({
  fibre,
  mordants,
  mordantKnown,
  phBand,
  way,
  stuff,
}: DyedHow): Condition => ({
  fibre: FIBRES[fibre].class,
  mordant: mordants.length === 0 && !mordantKnown ? 'unknown' : mordantMarks(mordants),
  ph: phBand,
  way,
  stuff,
})

/** The name of a curve among those of its source: alike swatches share it. */
export const curveKeyOf = ({ fibre, mordant, ph, way, stuff }: Condition) =>
  // the key of most curves is as it was before preparation counted
  [fibre, mordant, ph, way, ...(stuff === 'asUsual' ? [] : [stuff])].join('|')

/** What is known of a curve before its first swatch. */
export const priorContextOf = (
  source: Pick<Source, 'part' | 'needsMordant' | 'ways' | 'group'>,
  { fibre, mordants, way }: Pick<DyedHow, 'fibre' | 'mordants' | 'way'>,
): Omit<PriorContext, 'near'> => {
  // what is said of a fibre and what is expected of it are one
  const { taking } = uptakeOf(source, fibreFacts(fibre), mordants.length > 0)
  return {
    kind: sourceKindOf(source.part, mordants, way),
    weakened:
      taking === 'little' ||
      FIBRES[fibre].class === 'cellulose' ||
      (source.needsMordant === 'yes' && mordants.length === 0),
    ...(taking === 'barely' && { barely: true }),
    unmordanted: mordants.length === 0,
  }
}

/** How a fibre takes a source, as far as is commonly known. */
export const uptakeOf = (
  { part, needsMordant, ways, group }: Pick<Source, 'part' | 'needsMordant' | 'ways' | 'group'>,
  fibre: FibreFacts,
  isMordanted: boolean,
): TakesAnswer =>
  takesSource(
    fibre,
    {
      needsMordant,
      bringsTannin: TANNIN_PARTS.includes(part),
      isLeafBlue: ways.includes('leafRub'),
      isLichen: group === 'lichen',
    },
    isMordanted,
  )

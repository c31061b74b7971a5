import { DUST, MORDANT_MARKS, type MordantFacts, type MordantMark } from './facts'
import { keysOf } from '../../core/json'

const DRY_TIGHT = 'Dry, in a closed and labelled jar, locked away.'

/** Mordants that are offered, with the range that is usual of the dry fibre. */
export const MORDANTS = {
  alum: {
    label: 'alum',
    chemical: 'potassium aluminium sulphate',
    role: 'mordant',
    is: 'powder',
    mark: 'Al',
    usualPercentWof: 10,
    rangePercentWof: [8, 16],
    caution: DUST,
    storage: DRY_TIGHT,
    provenance: 'common practice',
  },
  aluminiumAcetate: {
    label: 'aluminium acetate',
    chemical: 'basic aluminium acetate',
    role: 'mordant',
    is: 'powder',
    mark: 'Al acetate',
    usualPercentWof: 8,
    rangePercentWof: [5, 10],
    caution: `${DUST} It can leave freckles: dissolve it wholly before the cloth goes in.`,
    storage: `${DRY_TIGHT} It smells of vinegar and weakens with the years.`,
    provenance: 'from memory',
  },
  aluminiumTriformate: {
    label: 'aluminium triformate',
    chemical: 'aluminium formate',
    role: 'mordant',
    is: 'powder',
    mark: 'Al triformate',
    usualPercentWof: 10,
    rangePercentWof: [5, 20],
    caution: `${DUST} Its bath is sour: eyes covered.`,
    storage: DRY_TIGHT,
    provenance: 'from memory',
  },
  ironSulfate: {
    label: 'iron',
    chemical: 'ferrous sulphate',
    role: 'mordant',
    is: 'powder',
    mark: 'Fe',
    usualPercentWof: 2,
    rangePercentWof: [1, 6],
    caution: `${DUST} Iron salts poison small children. Much iron makes wool harsh and brittle.`,
    storage: 'Dry and closed: in air it turns brown and no longer gives what was weighed.',
    provenance: 'common practice',
  },
  copperSulfate: {
    label: 'copper',
    chemical: 'copper sulphate',
    role: 'mordant',
    is: 'powder',
    mark: 'Cu',
    usualPercentWof: 2,
    rangePercentWof: [1, 4],
    caution: `${DUST} Copper harms water life: never down a drain where rules forbid it.`,
    storage: `${DRY_TIGHT} Its bath goes to hazardous waste where the rules say so.`,
    provenance: 'from memory',
  },
  tannin: {
    label: 'tannin',
    chemical: 'tannic acid, or a bought extract',
    role: 'mordant',
    is: 'powder',
    mark: 'Ta',
    usualPercentWof: 8,
    rangePercentWof: [5, 15],
    caution: 'Fine dust: keep it out of your lungs.',
    storage: 'Dry and dark, away from iron.',
    provenance: 'from memory',
  },
  oakGall: {
    label: 'oak gall',
    chemical: 'ground oak galls',
    role: 'mordant',
    is: 'powder',
    mark: 'gall',
    usualPercentWof: 10,
    rangePercentWof: [5, 20],
    caution: 'Fine dust: keep it out of your lungs.',
    storage: 'Dry, away from iron; whole galls keep for years.',
    provenance: 'from memory',
  },
} as const satisfies Record<string, MordantFacts>

export type Mordant = keyof typeof MORDANTS
export const MORDANT_KEYS = keysOf(MORDANTS)

export const isMordant = (agent: string): agent is Mordant => Object.hasOwn(MORDANTS, agent)

/** How a set of mordants is written on a tag: `Al`, `Al acetate Fe`, `none`; each mark once. */
export function mordantMarks(agents: readonly Mordant[]): string {
  const marks = new Set<MordantMark>(agents.map((agent) => MORDANTS[agent].mark))
  return MORDANT_MARKS.filter((mark) => marks.has(mark)).join(' ') || 'none'
}

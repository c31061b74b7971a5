/** Mordants that are offered, with the range that is usual (common practice, no source). */
export interface MordantFacts {
  label: string
  /** How it is written on tags. */
  mark: 'Al' | 'Fe' | 'Cu' | 'Ta'
  usualPercentWof: number
  rangePercentWof: readonly [number, number]
  caution: string
}

const DUST =
  'Keep the dust out of your lungs, wear gloves, label it and lock it away from children.'

export const MORDANTS = {
  alum: {
    label: 'alum',
    mark: 'Al',
    usualPercentWof: 10,
    rangePercentWof: [8, 16],
    caution: DUST,
  },
  aluminiumAcetate: {
    label: 'aluminium acetate',
    mark: 'Al',
    usualPercentWof: 8,
    rangePercentWof: [5, 10],
    caution: DUST,
  },
  aluminiumTriformate: {
    label: 'aluminium triformate',
    mark: 'Al',
    usualPercentWof: 10,
    rangePercentWof: [5, 20],
    caution: DUST,
  },
  ironSulfate: {
    label: 'iron',
    mark: 'Fe',
    usualPercentWof: 2,
    rangePercentWof: [1, 6],
    caution: `${DUST} Iron salts poison small children. Much iron makes wool harsh and brittle.`,
  },
  copperSulfate: {
    label: 'copper',
    mark: 'Cu',
    usualPercentWof: 2,
    rangePercentWof: [1, 4],
    caution: `${DUST} Copper harms water life: never down a drain where rules forbid it.`,
  },
  tannin: {
    label: 'tannin',
    mark: 'Ta',
    usualPercentWof: 8,
    rangePercentWof: [5, 15],
    caution: 'Fine dust: keep it out of your lungs.',
  },
  oakGall: {
    label: 'oak gall',
    mark: 'Ta',
    usualPercentWof: 10,
    rangePercentWof: [5, 20],
    caution: 'Fine dust: keep it out of your lungs.',
  },
} as const satisfies Record<string, MordantFacts>

export type Mordant = keyof typeof MORDANTS
export const MORDANT_KEYS = Object.keys(MORDANTS) as Mordant[]

/** How a set of mordants is written on a tag: `Al`, `Al Fe`, `none`; each mark once. */
export function mordantMarks(agents: readonly Mordant[]): string {
  const marks = new Set(agents.map((agent) => MORDANTS[agent].mark))
  return (['Al', 'Fe', 'Cu', 'Ta'] as const).filter((mark) => marks.has(mark)).join(' ') || 'none'
}

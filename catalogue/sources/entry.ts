import type { AllowanceRule } from '../../core/harvest/allowance'
import { PARTS, type Part } from '../parts'
import type { Provenance } from '../provenance'
import type { Way } from '../ways'
import { PART_HABITS } from './part-habits'

export const GROUPS = ['plant', 'fungus', 'lichen', 'insect'] as const
export type Group = (typeof GROUPS)[number]
/** Groups in which an unsure name stops the gathering: a mistake there kills, or is an offence. */
export type StopGroup = 'fungus' | 'umbellifer' | 'protected'
export type Fastness = 'good' | 'fair' | 'poor' | 'unknown'
/** What colour to expect by mordant, in plain words. */
export type Hues = Partial<Record<'none' | 'Al' | 'Fe' | 'Cu', string>>

/** A plant, fungus or lichen with the part that is gathered. */
export interface SourceFacts {
  /** Stable name of the entry; never changed once shipped. */
  key: string
  /** Three letters for tags. */
  code: string
  group: Group
  scientificName: string
  commonName: string
  /** Names that should find it too: older genus names and other common names. */
  synonyms: readonly string[]
  otherNames: readonly string[]
  part: Part
  ways: readonly Way[]
  needsMordant: 'yes' | 'no'
  /** g plant per g fibre, in the named state. */
  usualRatio: number
  usualRatioState: 'fresh' | 'dried'
  /** Air-dry mass / fresh mass. */
  dryFraction: number
  /** Months it is ready in the north, first and last; wraps over the year's end. */
  window: readonly [number, number]
  hues: Hues
  /** Hotter than this its colour turns or dulls, °C; null: nothing known against a boil. */
  heatLimitC: number | null
  fastness: Fastness
  lookAlikes: string | null
  poisonous: boolean
  /** Said where it is weighed in. `null`: nothing known against it, which is not "safe". */
  caution: string | null
  /** What the living stand needs of whoever gathers. */
  care: string
  rule: AllowanceRule
  stopGroup: StopGroup | null
  provenance: Provenance
}

/** What an entry says beyond the habits of its part. */
export interface Particulars extends Partial<
  Pick<
    SourceFacts,
    | 'synonyms'
    | 'otherNames'
    | 'ways'
    | 'needsMordant'
    | 'usualRatioState'
    | 'dryFraction'
    | 'heatLimitC'
    | 'fastness'
    | 'lookAlikes'
    | 'poisonous'
    | 'caution'
    | 'care'
    | 'rule'
    | 'stopGroup'
    | 'provenance'
  >
> {
  ratio?: number
  /** `no mordant | alum | iron | copper`, each may be left empty. */
  hues?: string
}

const STOPS: Record<Group, StopGroup | null> = {
  plant: null,
  fungus: 'fungus',
  lichen: null,
  insect: null,
}

/** Writes an entry out in full: what it does not say itself is the habit of its part. */
export const entriesOf =
  (group: Group) =>
  (
    code: string,
    scientificName: string,
    commonName: string,
    part: Part,
    window: readonly [number, number],
    { ratio, hues = '', ...more }: Particulars = {},
  ): SourceFacts => {
    const habits = PART_HABITS[part]
    return {
      key: `${scientificName.toLowerCase().replaceAll(' ', '-')}/${part}`,
      code,
      group,
      scientificName,
      commonName,
      part,
      window,
      synonyms: [],
      otherNames: [],
      ways: habits.ways,
      needsMordant: habits.needsMordant,
      usualRatio: ratio ?? habits.ratio,
      usualRatioState: habits.ratioState,
      dryFraction: PARTS[part].dryFraction,
      hues: huesOf(hues),
      heatLimitC: habits.heatLimitC,
      fastness: 'unknown',
      lookAlikes: null,
      poisonous: false,
      caution: null,
      care: habits.care,
      rule: habits.rule,
      stopGroup: STOPS[group],
      provenance: 'from memory',
      ...more,
    }
  }

function huesOf(text: string): Hues {
  const words = text.split('|').map((word) => word.trim())
  const marks = ['none', 'Al', 'Fe', 'Cu'] as const
  return Object.fromEntries(
    marks.flatMap((mark, i) => (words[i] ? [[mark, words[i]]] : [])),
  ) as Hues
}

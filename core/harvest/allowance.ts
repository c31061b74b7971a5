import { fraction, notNegative } from '../checks'

/** How much of a living stand may be taken. A rule of care, never a statement of the law. */
export type AllowanceRule =
  /** A share of what stands there. */
  | { kind: 'share'; share: number }
  /** A fixed mass a season. */
  | { kind: 'gramsPerSeason'; massG: number }
  /** Only what lies on the ground; its mass is not limited. */
  | { kind: 'fallenOnly' }
  /** Half of each fruit body, so that it goes on shedding spores. */
  | { kind: 'halfOfEach' }
  /** Nothing: protected, or the name is unsure. */
  | { kind: 'none' }

/** What a way of obtaining takes from: the living stand, the ground, or somewhere else. */
export type TakenFrom = 'stand' | 'ground' | 'elsewhere'

const FROM: Record<string, TakenFrom> = {
  picked: 'stand',
  windfall: 'ground',
  prunings: 'ground',
  'storm-felled': 'ground',
  grown: 'elsewhere',
  given: 'elsewhere',
  bought: 'elsewhere',
}

/** @param obtained `picked`, `windfall` and so on; an unknown way counts as picked */
export const takenFrom = (obtained: string): TakenFrom => FROM[obtained] ?? 'stand'

export interface Taking {
  massG: number
  /** Gathered from the ground: counted in the tally, not against the rule. */
  fallen?: boolean
}

export interface Allowance {
  /** Most that may be taken this season, g; null where it cannot be told or is not limited. */
  allowedG: number | null
  /** Taken this season from what was growing, g. */
  takenG: number
  /** Picked up from the ground this season, g. */
  fallenG: number
  /** null as `allowedG`; never below 0. */
  leftG: number | null
  /** Grams past the rule, 0 where it is kept. */
  pastG: number
}

const HALF = 0.5

/**
 * What a patch still bears of a source this season.
 *
 * @param rule share of what stands, grams a season, fallen only, half of each, or none
 * @param takings everything recorded there this season
 * @param standingG what stood there at the season's beginning, g; without it a share is not known
 * @throws InputError for a negative mass or a share outside 0..1
 */
export function allowance(
  rule: AllowanceRule,
  takings: readonly Taking[],
  standingG?: number,
): Allowance {
  let takenG = 0
  let fallenG = 0
  takings.forEach(({ massG, fallen }, i) => {
    notNegative(massG, `/takings/${i}/massG`, 'g')
    if (fallen) fallenG += massG
    else takenG += massG
  })
  const allowedG = allowedBy(rule, standingG)
  return {
    allowedG,
    takenG,
    fallenG,
    leftG: allowedG === null ? null : Math.max(0, allowedG - takenG),
    pastG: allowedG === null ? 0 : Math.max(0, takenG - allowedG),
  }
}

/**
 * What one more taking would pass: grams past what is left, or the rule as such.
 *
 * @param freshG of the taking, g fresh
 * @returns null where it passes nothing, or where it cannot be told
 */
export function passing(
  rule: AllowanceRule,
  leftG: number | null,
  freshG: number,
  from: TakenFrom,
): { of: 'none' | 'fallenOnly' | 'amount'; pastG: number } | null {
  if (from !== 'stand' || leftG === null || freshG <= leftG) return null
  const of = rule.kind === 'none' || rule.kind === 'fallenOnly' ? rule.kind : 'amount'
  return { of, pastG: freshG - leftG }
}

function allowedBy(rule: AllowanceRule, standingG: number | undefined): number | null {
  const standing = standingG === undefined ? null : notNegative(standingG, '/standingG', 'g')
  switch (rule.kind) {
    case 'share':
      return standing === null ? null : standing * fraction(rule.share, '/rule/share')
    case 'halfOfEach':
      return standing === null ? null : standing * HALF
    case 'gramsPerSeason':
      return notNegative(rule.massG, '/rule/massG', 'g')
    case 'fallenOnly':
    case 'none':
      return 0
  }
}

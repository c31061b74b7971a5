import dayjs from 'dayjs'
import { mean } from 'd3-array'
import { dayOfYear } from '~~/core/season/day-of-year'
import { hasEstimate, type LotAnswer } from '~~/core/strength/lot-potency'
import type { LotHueShift } from '~~/core/strength/lot-hue'
import type { DatedPotency } from '~~/core/strength/potency-trends'
import { NORMAL_90 } from '~~/core/spread'
import type { LotFacts } from '~~/shared/views/strength/dyed-lot'
import type { StrengthGroup } from '~~/shared/views/strength/strength'

/** A lot with its potency, its shift in hue, and what may have made it so. */
export interface LotLine {
  facts: LotFacts
  answer: LotAnswer
  shift: LotHueShift | null
  /** Colour of its swatches nearest the middle, for its mark. */
  hex: string | null
  /** Years from gathering to dyeing, in the mean. */
  storedYears: number
}

const DAYS_A_YEAR = 365.25

/** The lots of a curve, strongest first; those that cannot be told last. */
export function lotLines(
  group: StrengthGroup,
  answers: readonly LotAnswer[],
  facts: readonly LotFacts[],
): LotLine[] {
  const byId = new Map(facts.map((each) => [each.lotId, each]))
  const lines = answers.flatMap((answer): LotLine[] => {
    const lot = byId.get(answer.lot)
    if (!lot) return []
    const own = group.points.filter(
      ({ lotCodes, exclusion }) => exclusion === null && lotCodes[0] === lot.code,
    )
    return [
      {
        facts: lot,
        answer,
        shift: group.curve?.answer.shifts.find(({ lot }) => lot === answer.lot) ?? null,
        hex: own[Math.floor(own.length / 2)]?.hex ?? null,
        storedYears:
          (mean(own, ({ dyedOn }) => dayjs(dyedOn).diff(lot.gatheredOn, 'day')) ?? 0) / DAYS_A_YEAR,
      },
    ]
  })
  const rank = ({ answer }: LotLine) => (hasEstimate(answer) ? answer.factor.mid : -1)
  return lines.sort((a, b) => rank(b) - rank(a))
}

/** The lots that a trend can be looked for in. */
export const datedPotencies = (lines: readonly LotLine[]): DatedPotency[] =>
  lines.flatMap(({ facts, answer, storedYears }) => {
    if (!hasEstimate(answer)) return []
    const { mid, low, high } = answer.factor
    return [
      {
        log: Math.log(mid),
        logSd: Math.log(high / low) / (2 * NORMAL_90),
        dayOfYear: dayOfYear(facts.gatheredOn),
        year: Number(facts.gatheredOn.slice(0, 4)),
        stage: facts.stage,
        place: facts.place,
        storedYears,
      },
    ]
  })

import dayjs from 'dayjs'
import { mean } from 'd3-array'
import { dayOfYear } from '~~/core/season/day-of-year'
import { tellsSeason } from '~~/core/season/known-day'
import { hasEstimate, type LotAnswer, type LotPoint } from '~~/core/strength/lot-potency'
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
  /** Mean log of the dry ratios it was tried at. */
  logRatio: number
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
        logRatio: mean(own, ({ ratioDry }) => (ratioDry ? Math.log(ratioDry) : undefined)) ?? 0,
      },
    ]
  })
  const rank = ({ answer }: LotLine) => (hasEstimate(answer) ? answer.factor.mid : -1)
  return lines.sort((a, b) => rank(b) - rank(a))
}

/** A day as year and part of it. */
export const yearOf = (day: string) => Number(day.slice(0, 4)) + dayOfYear(day) / 366

/** The points of a curve, each with the state its plant was used in: potency is told within one. */
export function lotPoints(group: StrengthGroup): LotPoint[] {
  const states = new Map(group.points.map(({ swatchId, state }) => [swatchId, state]))
  const { swatchIds, answer } = group.curve ?? { swatchIds: [], answer: { points: [] } }
  return answer.points.map((point, i) => ({ ...point, usedAs: states.get(swatchIds[i] ?? '') }))
}

/** The lots that a trend can be looked for in. */
export const datedPotencies = (lines: readonly LotLine[]): DatedPotency[] =>
  lines.flatMap(({ facts, answer, storedYears, logRatio }) => {
    if (!hasEstimate(answer) || !tellsSeason(facts.gatheredWithinDays)) return []
    const { mid, low, high } = answer.factor
    return [
      {
        log: Math.log(mid),
        logSd: Math.log(high / low) / (2 * NORMAL_90),
        dayOfYear: dayOfYear(facts.gatheredOn),
        year: yearOf(facts.gatheredOn),
        logRatio,
        stage: facts.stage,
        place: facts.place,
        storedYears,
      },
    ]
  })

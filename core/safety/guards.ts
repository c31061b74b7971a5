import { isTooHot, type FibreLimits } from '../fibre/limits'
import { lookAlikes, type MarkedPiece } from '../fibre/marks'
import { formatMass, formatNumber } from '../quantity/format-quantity'
import type { WetSuspicion } from '../fibre/wet-as-dry'

export type GuardCode =
  | 'bleachMeets'
  | 'heatOnSkin'
  | 'tooHot'
  | 'phOutside'
  | 'ironOver'
  | 'alkaliOnIron'
  | 'alumOver'
  | 'copper'
  | 'ironCreeps'
  | 'wetAsDry'
  | 'notWashed'
  | 'noMordant'
  | 'lookAlike'
  | 'tooLittleWater'
  | 'vesselTooSmall'
  | 'acidInZinc'
  | 'vesselTakesPart'
  | 'notDyeOnly'

/**
 * Something that would go wrong, said before it does. `stop` is not to be done before it is
 * cleared up; `grave` wants a word of why; `mind` is only said.
 */
export interface Guard {
  code: GuardCode
  level: 'stop' | 'grave' | 'mind'
  words: string
  /** Codes of the pieces it is about; empty: the bath as a whole. */
  pieces: string[]
}

/** Why a guard was gone against. */
export interface Override {
  code: GuardCode
  why: string
}

/** A piece as guards see it. */
export interface GuardedPiece extends MarkedPiece {
  limits: FibreLimits
  isProtein: boolean
  /** Iron it was offered in its life so far, % of its dry weight as crystals. */
  ironPercent: number
  isWashed: boolean
  /** Washed with bleach and not rinsed clear since. */
  isRinseDue: boolean
  /** Marks of its mordants: `Al`, `Al Fe`, `none`. */
  marks: string
  wet: WetSuspicion | null
}

/** Guards that still want a word of why, or that no word lets pass. */
export const standingGuards = (guards: readonly Guard[], overrides: readonly Override[]): Guard[] =>
  guards.filter(
    ({ code, level }) =>
      level === 'stop' ||
      (level === 'grave' && !overrides.some((each) => each.code === code && each.why.trim())),
  )

const LEVELS = ['stop', 'grave', 'mind']

export const gravestFirst = (guards: readonly Guard[]): Guard[] =>
  [...guards].sort((a, b) => LEVELS.indexOf(a.level) - LEVELS.indexOf(b.level))

/** One guard about those of the pieces that a test picks, or none. */
export function about(
  pieces: readonly GuardedPiece[],
  picks: (piece: GuardedPiece) => boolean,
  code: GuardCode,
  level: Guard['level'],
  words: (codes: string) => string,
): Guard[] {
  const codes = pieces.filter(picks).map((piece) => piece.code)
  return codes.length > 0 ? [{ code, level, words: words(codes.join(', ')), pieces: codes }] : []
}

const isSkin = ({ limits }: GuardedPiece) => limits.maxTempC === null

/** Heat that a piece does not bear. */
export function heatGuards(pieces: readonly GuardedPiece[], tempC: number): Guard[] {
  return [
    ...about(
      pieces,
      (piece) => isSkin(piece) && isTooHot(piece.limits, tempC),
      'heatOnSkin',
      'grave',
      (codes) =>
        `${codes}: skins and gut shrink and harden in heat, for good. Cold ways only: the bath would be at ${formatNumber(tempC)} °C.`,
    ),
    ...about(
      pieces,
      (piece) => !isSkin(piece) && isTooHot(piece.limits, tempC),
      'tooHot',
      'grave',
      (codes) =>
        `${codes}: ${formatNumber(tempC)} °C is hotter than it bears (${mostHeat(pieces, tempC)} °C).`,
    ),
  ]
}

const mostHeat = (pieces: readonly GuardedPiece[], tempC: number) =>
  formatNumber(
    Math.min(
      ...pieces.flatMap(({ limits }) =>
        limits.maxTempC !== null && tempC > limits.maxTempC ? [limits.maxTempC] : [],
      ),
    ),
  )

/** A pH that a piece does not bear. */
export const phGuards = (pieces: readonly GuardedPiece[], ph: number): Guard[] =>
  about(
    pieces,
    ({ limits }) => ph < limits.ph[0] || ph > limits.ph[1],
    'phOutside',
    'grave',
    (codes) =>
      `${codes}: pH ${formatNumber(ph, 2)} is outside what it bears (${pieces
        .filter(({ limits }) => ph < limits.ph[0] || ph > limits.ph[1])
        .map(({ limits }) => `${formatNumber(limits.ph[0])} to ${formatNumber(limits.ph[1])}`)
        .at(0)}).`,
  )

/** Above this pH soda makes iron-mordanted wool brittle (common practice, no source). */
const MOST_PH_WITH_IRON = 10

/** Iron and strong alkali on one protein fibre. */
export const alkaliOnIron = (
  pieces: readonly GuardedPiece[],
  ph: number,
  ironInBath: boolean,
): Guard[] =>
  ph <= MOST_PH_WITH_IRON
    ? []
    : about(
        pieces,
        ({ isProtein, ironPercent }) => isProtein && (ironInBath || ironPercent > 0),
        'alkaliOnIron',
        'grave',
        (codes) =>
          `${codes}: iron and a pH of ${formatNumber(ph, 2)} together make wool harsh and brittle. Keep it at ${MOST_PH_WITH_IRON} or below.`,
      )

/** Bleach still in a piece, and what must not meet it. */
export const bleachMeets = (pieces: readonly GuardedPiece[], meets: 'ammonia' | 'acid'): Guard[] =>
  about(
    pieces,
    ({ isRinseDue }) => isRinseDue,
    'bleachMeets',
    'stop',
    (codes) =>
      `${codes} was washed with bleach and not rinsed clear: with ${meets} it gives off ${meets === 'acid' ? 'chlorine' : 'toxic chloramine gases'}. Rinse it until clear and note it first.`,
  )

/** What was forgotten or cannot be told apart, whatever the bath. */
export function pieceGuards(pieces: readonly GuardedPiece[]): Guard[] {
  return [
    ...about(
      pieces,
      ({ isWashed }) => !isWashed,
      'notWashed',
      'grave',
      (codes) => `${codes} is not noted as washed: grease keeps mordant and dye out.`,
    ),
    ...lookAlikes(pieces).map((codes): Guard => ({
      code: 'lookAlike',
      level: 'grave',
      words: `${codes.join(', ')} look alike and have the same mark or none: tie different knots before they share a bath.`,
      pieces: codes,
    })),
    ...pieces.flatMap(({ code, wet }): Guard[] =>
      wet === null
        ? []
        : [{ code: 'wetAsDry', level: 'grave', words: wetWords(code, wet), pieces: [code] }],
    ),
  ]
}

export const wetWords = (code: string, { usualG, times, n }: WetSuspicion): string =>
  `${code}: ${formatNumber(times, 2)} times what ${n > 0 ? `${n} pieces like it weigh (${formatMass(usualG)})` : `its band says (${formatMass(usualG)})`}. Was it weighed wet? All is reckoned on the dry weight.`

import { positive } from '../checks'
import { InputError } from '../input-error'
import { formatNumber } from '../quantity/format-quantity'

/** What a fibre bears. */
export interface FibreLimits {
  /** Hottest bath, °C; null: never in heat, cooled liquor only. */
  maxTempC: number | null
  /** Least and greatest pH of a bath. */
  ph: readonly [number, number]
  /** Most iron over its life, % of the dry fibre as ferrous sulphate crystals. */
  mostIronPercent: number
}

/** A bath no warmer than this is cold: room, or hand-warm at most. */
const COLD_MAX_TEMP_C = 30

/** One fibre of a blend. */
export interface BlendPart {
  limits: FibreLimits
  /** Share of the blend, %. */
  percent: number
}

/** How far the shares of a blend may be from 100 %: labels round. */
const ROUNDING_PERCENT = 1

/**
 * Limits of a blend: the strictest of its fibres, however small their share, since the weakest
 * one is harmed first.
 *
 * @param parts at least one, shares above 0 that come to 100 %
 * @throws InputError where they do not
 */
export function limitsOfBlend(parts: readonly BlendPart[]): FibreLimits {
  const sum = parts.reduce((total, { percent }, i) => {
    return total + positive(percent, `/blend/${i}/percent`, '%')
  }, 0)
  if (parts.length === 0 || Math.abs(sum - 100) > ROUNDING_PERCENT) {
    throw new InputError(
      `the shares of a blend must come to 100 %; got ${formatNumber(sum)} %`,
      '/blend',
    )
  }
  return strictest(parts.map(({ limits }) => limits))
}

/** What several fibres in one bath bear together. */
export function strictest(all: readonly FibreLimits[]): FibreLimits {
  const heats = all.map(({ maxTempC }) => maxTempC)
  return {
    maxTempC: heats.includes(null) ? null : Math.min(...(heats as number[])),
    ph: [Math.max(...all.map(({ ph }) => ph[0])), Math.min(...all.map(({ ph }) => ph[1]))],
    mostIronPercent: Math.min(...all.map(({ mostIronPercent }) => mostIronPercent)),
  }
}

/** Whether a bath at a temperature is too hot for it. */
export const isTooHot = ({ maxTempC }: FibreLimits, tempC: number): boolean =>
  tempC > (maxTempC ?? COLD_MAX_TEMP_C)

/** Limits in one sentence, for the point of doing. */
export function limitsSentence({ maxTempC, ph, mostIronPercent }: FibreLimits): string {
  const heat =
    maxTempC === null
      ? 'Never in heat: cooled liquor only'
      : `To ${formatNumber(maxTempC)} °C at most`
  return `${heat}; pH ${formatNumber(ph[0])} to ${formatNumber(ph[1])}; iron to ${formatNumber(mostIronPercent)} % over its life.`
}

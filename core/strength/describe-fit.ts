import type { LeastSquaresFit } from './least-squares'

/** A fit as the calculation endpoint tells it: the same fields whatever came out. */
export interface DescribedFit {
  /** null where the data show no bend (or no rise): a ceiling cannot be told from them. */
  ceiling: number | null
  scale: number | null
  ceilingSe: number | null
  scaleSe: number | null
  residualSs: number
  residualSd: number | null
  n: number
  /** Slope where the data run straight, level where they are flat. */
  slope?: number
  level?: number
  text: string
}

export function describeFit(fit: LeastSquaresFit): DescribedFit {
  const { residualSs, residualSd, n } = fit
  const quality = { residualSs, residualSd, n }
  if (fit.kind === 'bent') {
    const { ceiling, scale, ceilingSe, scaleSe } = fit
    return { ceiling, scale, ceilingSe, scaleSe, ...quality, text: 'The data bend to a ceiling.' }
  }
  const none = { ceiling: null, scale: null, ceilingSe: null, scaleSe: null }
  return fit.kind === 'straight'
    ? {
        ...none,
        ...quality,
        slope: fit.slope,
        text: 'No bend in these data: more plant still deepens, and no ceiling can be told.',
      }
    : {
        ...none,
        ...quality,
        level: fit.level,
        text: 'No rise in these data: all ratios tried give about the same strength.',
      }
}

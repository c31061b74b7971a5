import { formatNumber } from '~/format/quantities'
import type { PhotoReading } from '~~/core/colour/photo/read-photo'

const CORRECTIONS: Record<PhotoReading['correction'], string> = {
  none: 'as the camera had it',
  onePatch: 'by one patch',
  linear: 'by a matrix from the chart',
  rootPolynomial: 'by a root-polynomial from the chart',
}

/** How the colour was come by. */
export const cameBy = ({ correction, moved }: PhotoReading): string =>
  `${CORRECTIONS[correction]}${moved > 0 ? `, moved ${formatNumber(moved, 2)} ΔE` : ''}`

/** By how much it may be off, and how that is known. */
export function errorWords(reading: PhotoReading): string {
  const { isErrorTold, errorDe, meanError, largestError, correction } = reading
  if (isErrorTold) {
    return `${formatNumber(meanError, 2)} ΔE left on patches in the mean, ${formatNumber(largestError, 2)} at most`
  }
  const why =
    correction === 'onePatch' ? 'one patch cannot tell its own error' : 'nothing set it right'
  return `${why}: about ${formatNumber(errorDe, 2)} ΔE is usual`
}

import type { Reading } from '../../schemas/swatch/reading'

const BY_EYE: Reading['by'] = 'eye'

/**
 * The reading that stands for a swatch or a bare piece: dry before wet, washed before not
 * known before not, measured before estimated (and of estimates a photo before the eye), then the
 * newest. One taken after
 * light stands for nothing unless it is asked for, and then after all others.
 *
 * @param readings newest first
 * @param options.afterLight whether a faded colour is better than none
 * @returns null where there is none to stand for it
 */
export function bestReading<
  R extends Pick<Reading, 'wet' | 'washed' | 'lightHours' | 'basis' | 'by'>,
>(readings: readonly R[], { afterLight = false } = {}): R | null {
  const rank = (reading: R) => [
    reading.lightHours === null ? 0 : 1,
    reading.wet ? 1 : 0,
    reading.washed ? 0 : reading.washed === null ? 1 : 2,
    reading.basis === 'measured' ? 0 : 1,
    reading.by === BY_EYE ? 1 : 0,
  ]
  const some = afterLight ? readings : readings.filter(({ lightHours }) => lightHours === null)
  return some.reduce<R | null>((best, each) => {
    if (!best) return each
    const [a, b] = [rank(each), rank(best)]
    const at = a.findIndex((value, i) => value !== b[i])
    return at >= 0 && a[at]! < b[at]! ? each : best
  }, null)
}

/** Whether a strength can be read from a colour over its bare fibre: dry, and nothing cut off. */
export const hasStrength = (
  reading: Pick<Reading, 'wet' | 'clipped'>,
  bare: Pick<Reading, 'clipped'> | null,
): boolean =>
  !reading.wet && bare !== null && reading.clipped.length === 0 && bare.clipped.length === 0

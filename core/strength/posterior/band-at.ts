import type { BandPoint } from './posterior'
import { first, last } from '../../present'

/** The band at a ratio between those it was told at, by straight lines on the logarithm of both. */
export function bandAt(band: readonly BandPoint[], ratio: number): BandPoint {
  const above = band.findIndex((point) => point.ratio >= ratio)
  if (above === 0) return scaled(first(band), ratio)
  if (above < 0) return { ...last(band), ratio }
  const [a, b] = [band[above - 1]!, band[above]!]
  const share = Math.log(ratio / a.ratio) / Math.log(b.ratio / a.ratio)
  const between = (x: number, y: number) =>
    Math.exp(Math.log(x) * (1 - share) + Math.log(y) * share)
  return {
    ratio,
    mid: between(a.mid, b.mid),
    low: between(a.low, b.low),
    high: between(a.high, b.high),
    newLot: {
      low: between(a.newLot.low, b.newLot.low),
      high: between(a.newLot.high, b.newLot.high),
    },
    piece: {
      low: between(a.piece.low, b.piece.low),
      high: between(a.piece.high, b.piece.high),
    },
  }
}

/** Below the first point the curve runs straight to nothing. */
function scaled(point: BandPoint, ratio: number): BandPoint {
  const factor = ratio / point.ratio
  const { mid, low, high, newLot, piece } = point
  return {
    ratio,
    mid: mid * factor,
    low: low * factor,
    high: high * factor,
    newLot: { low: newLot.low * factor, high: newLot.high * factor },
    piece: { low: piece.low * factor, high: piece.high * factor },
  }
}

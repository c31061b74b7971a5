import { scaleLinear } from 'd3-scale'
import { area, line } from 'd3-shape'
import { computed } from 'vue'
import { DEPTH_STARTS, DEPTHS, type Depth } from '~~/core/colour/depth'
import type { BandPoint } from '~~/core/strength/posterior/posterior'
import { bandAt } from '~~/core/strength/posterior/band-at'
import type { PlacedPoint } from './placed-points'

export interface ChartParts {
  points: readonly PlacedPoint[]
  band: readonly BandPoint[] | null
  width: number
  height: number
  margin: { top: number; right: number; bottom: number; left: number }
}

const STEPS = 80

/** Scales and paths of a strength chart: dry ratio across, strength up. */
export function useStrengthScales(parts: () => ChartParts) {
  const farthest = computed(() => {
    const { points } = parts()
    // without a swatch what is usual is shown as far as 1 : 1, against which enough is told
    return (points.length ? Math.max(0.2, ...points.map(({ ratioDry }) => ratioDry)) : 1) * 1.15
  })
  const highest = computed(() => {
    const { points, band } = parts()
    if (points.length === 0 && band) return 2 * bandAt(band, farthest.value).mid
    const swatches = Math.max(0.5, ...points.map(({ strength }) => strength))
    const top = band ? bandAt(band, farthest.value).high : 0
    // a band far above what was tried is not worth squeezing the swatches for
    return Math.max(swatches, Math.min(top, swatches * 1.5)) * 1.08
  })
  const lowest = computed(() => Math.min(0, ...parts().points.map(({ strength }) => strength)))

  const x = computed(() => {
    const { width, margin } = parts()
    return scaleLinear([0, farthest.value], [margin.left, Math.max(width - margin.right, 100)])
  })
  const y = computed(() => {
    const { height, margin } = parts()
    return scaleLinear(
      [lowest.value, highest.value],
      [Math.max(height - margin.bottom, 60), margin.top],
    )
  })

  /** The band at even steps of the chart, beginning at nothing. */
  const steps = computed<BandPoint[]>(() => {
    const { band } = parts()
    if (!band) return []
    return Array.from({ length: STEPS + 1 }, (_, i) =>
      bandAt(band, (farthest.value * (i + 1e-6)) / STEPS),
    )
  })
  const bandPath = computed(
    () =>
      area<BandPoint>(
        ({ ratio }) => x.value(ratio),
        ({ low }) => y.value(low),
        ({ high }) => y.value(high),
      )(steps.value) ?? '',
  )
  const pathOf = (value: (point: BandPoint) => number) =>
    line<BandPoint>(
      ({ ratio }) => x.value(ratio),
      (point) => y.value(value(point)),
    )(steps.value) ?? ''
  const middlePath = computed(() => pathOf(({ mid }) => mid))
  const newLotPaths = computed(() => [
    pathOf(({ newLot }) => newLot.low),
    pathOf(({ newLot }) => newLot.high),
  ])

  /** Where each depth word stands, and where the depth begins. */
  const depths = computed(() =>
    DEPTHS.flatMap((depth: Depth, i) => {
      const from = DEPTH_STARTS[depth]
      const to = Math.min(DEPTH_STARTS[DEPTHS[i + 1]!] ?? Infinity, highest.value)
      if (from >= highest.value) return []
      const room = y.value(from) - y.value(to)
      return [{ depth, from: y.value(from), middle: (y.value(from) + y.value(to)) / 2, room }]
    }),
  )
  const ticks = computed(() => x.value.ticks(Math.max(3, Math.round(parts().width / 110))))
  return { x, y, highest, bandPath, middlePath, newLotPaths, depths, ticks }
}

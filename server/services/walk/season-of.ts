import type { Knex } from 'knex'
import { dayOfYear } from '../../../core/season/day-of-year'
import { tellsSeason } from '../../../core/season/known-day'
import { windowOnMarker } from '../../../core/season/marked-window'
import { shiftedWindow, windowOfMonths } from '../../../core/season/shifted-window'
import type { Source } from '../../../shared/schemas/walk/source'
import type { MarkedWindow, Marker, MarkerQuery } from '../../../shared/schemas/year/marker'
import type { SeasonWindow } from '../../../shared/views/walk/walk'
import { everyPage } from '../log/every-page'
import { markerKind } from '../log/small-kinds'

/** A source's season by a marker of the dyer's own. */
interface MarkerOfSource extends Pick<Marker, 'words' | 'seenOn'> {
  window: MarkedWindow
}

/** What each source's season hangs on; where several say something, the one made last. */
export async function markersBySource(db: Knex): Promise<Map<string, MarkerOfSource>> {
  const items = await everyPage((query: MarkerQuery) => markerKind.page(db, query), {
    aside: false,
  })
  const byAge = items.sort((a, b) => (a.createdAt < b.createdAt ? -1 : 1))
  return new Map(
    byAge.flatMap(({ words, seenOn, windows }) =>
      windows.map((window) => [window.sourceId, { words, seenOn, window }] as const),
    ),
  )
}

/**
 * When a source is ready: after the dyer's own marker, where it hangs on one that was ever seen, else
 * in its usual months, moved by earlier finds.
 */
export function seasonOf(
  source: Pick<Source, 'windowFrom' | 'windowTo'>,
  found: readonly { gatheredOn: string; gatheredWithinDays: number }[],
  marker: MarkerOfSource | undefined,
  { on, southern }: { on: string; southern: boolean },
): SeasonWindow | null {
  const marked = marker && windowOnMarker(marker.seenOn, marker.window, Number(on.slice(0, 4)))
  if (marked) {
    const { fromDay, toDay, sdDays, isSeen, years } = marked
    return {
      fromDay,
      toDay,
      shiftDays: 0,
      years: 0,
      sdDays,
      marker: { words: marker.words, isSeen, years },
    }
  }
  if (source.windowFrom === null || source.windowTo === null) return null
  const typical = windowOfMonths(source.windowFrom, source.windowTo, { southern })
  const earlier = found.filter(
    ({ gatheredOn, gatheredWithinDays }) =>
      gatheredOn.slice(0, 4) < on.slice(0, 4) && tellsSeason(gatheredWithinDays),
  )
  const shifted = shiftedWindow(
    typical,
    earlier.map(({ gatheredOn }) => ({
      year: Number(gatheredOn.slice(0, 4)),
      dayOfYear: dayOfYear(gatheredOn),
    })),
  )
  return { ...shifted, marker: null }
}

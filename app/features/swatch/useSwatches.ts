import { FIBRES } from '~~/catalogue/fibres'
import { PARTS } from '~~/catalogue/parts'
import type { Page } from '~~/shared/schemas/common'
import { mordantMarks } from '~~/catalogue/agents'
import { mordantsOf, type Piece } from '~~/shared/schemas/piece'
import type { Pot } from '~~/shared/schemas/pot'
import type { Source } from '~~/shared/schemas/source'
import type { Swatch } from '~~/shared/schemas/swatch'

/** A swatch with what it came of. */
export interface SwatchInHand {
  swatch: Swatch
  pot: Pot
  piece: Piece
  sources: Source[]
}

type Query = Record<string, string | number | boolean>

/** The swatches that wait to be read, and the one in hand with all that it came of. */
export function useSwatches(chosen: () => { swatch?: string; pot?: string }) {
  const api = useApi()
  const waiting = useLoaded(() => api.get<Page<Swatch>>('swatches', { unread: true, limit: 60 }))
  const read = useLoaded(() => api.get<Page<Swatch>>('swatches', { unread: false, limit: 12 }))

  async function inHand(): Promise<SwatchInHand | null> {
    const { swatch: id, pot: potId } = chosen()
    const query: Query = potId && !id ? { potId, limit: 1 } : { unread: true, limit: 1 }
    const swatch = id
      ? await api.get<Swatch>(`swatches/${id}`)
      : ((await firstOf(query)) ?? (await firstOf({ limit: 1 })))
    if (!swatch) return null
    const [pot, piece] = await Promise.all([
      api.get<Pot>(`pots/${swatch.potId}`),
      api.get<Piece>(`pieces/${swatch.pieceId}`),
    ])
    const sourceIds = [...new Set(pot.lots.map(({ sourceId }) => sourceId))]
    const sources = await Promise.all(sourceIds.map((each) => api.get<Source>(`sources/${each}`)))
    return { swatch, pot, piece, sources }
  }
  const firstOf = async (query: Query) =>
    (await api.get<Page<Swatch>>('swatches', query)).items[0] ?? null

  const hand = useLoaded(inHand, chosen)
  return { waiting: waiting.data, read: read.data, hand: hand.data, failure: hand.failure }
}

/** `tansy flower heads on wool, Al` */
export const swatchWords = ({ sources, piece, pot }: SwatchInHand) =>
  `${sources.map((source) => `${source.commonName} ${PARTS[source.part].label}`).join(' and ')} on ${
    FIBRES[piece.fibre].label
  }, ${mordantWords(piece, pot.dyedOn)}`

/** What it carried when it was dyed: a mordant given later had no part in it. */
function mordantWords(piece: Piece, dyedOn: string): string {
  const marks = mordantMarks(mordantsOf(piece, dyedOn))
  return marks === 'none' ? 'no mordant' : marks
}

import { PARTS, type Part } from '~~/catalogue/parts'
import type { Lot } from '~~/shared/schemas/loft/lot'
import type { Source } from '~~/shared/schemas/walk/source'
import { useApi } from './useApi'
import { useLoaded } from './useLoaded'

export interface StockLot extends Lot {
  sourceName: string
  scientificName: string
  part: Part | null
}

/** All that is in stock, by tag code, with its names: what is counted, tagged or put into a jar. */
export function useStock() {
  const api = useApi()

  return useLoaded(async (): Promise<StockLot[]> => {
    const [lots, sources] = await Promise.all([
      api.all<Lot>('lots', { inStock: true }),
      api.all<Source>('sources'),
    ])
    const byId = new Map(sources.map((source) => [source.id, source]))
    return lots
      .map((lot) => {
        const source = byId.get(lot.sourceId)
        const part = source ? PARTS[source.part as Part].label : ''
        return {
          ...lot,
          sourceName: source ? `${source.commonName} ${part}` : '',
          scientificName: source?.scientificName ?? '',
          part: (source?.part as Part | undefined) ?? null,
        }
      })
      .sort((a, b) => (a.code < b.code ? -1 : 1))
  })
}

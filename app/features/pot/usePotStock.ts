import type { InjectionKey, Ref } from 'vue'
import type { OnTheHob } from '~~/shared/views/pot/hob'
import type { Page } from '~~/shared/schemas/log/common'
import type { Lot } from '~~/shared/schemas/loft/lot'
import type { OwnWay } from '~~/shared/schemas/pot/own-way'
import type { PieceSet } from '~~/shared/schemas/basket/piece-set'
import type { Piece } from '~~/shared/schemas/basket/piece'
import type { Pot } from '~~/shared/schemas/pot/pot'
import type { Settings } from '~~/shared/schemas/log/settings'
import type { Source } from '~~/shared/schemas/walk/source'
import type { Vessel } from '~~/shared/schemas/pot/vessel'
import { useApi } from '~/composables/useApi'
import { useLoaded } from '~/composables/useLoaded'

/** Everything a pot can be planned from, as it stands. */
export interface PotStock {
  lots: Lot[]
  pieces: Piece[]
  /** Those that were dyed before, the newest: they may be dyed over. */
  dyedBefore: Piece[]
  sets: PieceSet[]
  /** Whether there are more undyed pieces than are offered. */
  hasMorePieces: boolean
  sources: Map<string, Source>
  vessels: Vessel[]
  ways: OwnWay[]
  settings: Settings
  /** Planned and running pots: they hold burners and pieces. */
  open: Pot[]
  /** The pot whose liquor is dyed in again. */
  from: Pot | null
  /** The bath that one's chain began with: the plant in the liquor is noted there. */
  first: Pot | null
}

/** Pieces offered: in a larger basket, the newest, and what is brought along. */
const OFFERED = 200

/**
 * Loads what a pot can be planned from.
 *
 * @param brought ids of pieces that are brought along, and may lie deeper in the basket
 */
export function usePotStock(brought: () => string[], fromPotId: () => string | null) {
  const api = useApi()
  async function firstBath(pot: Pot): Promise<Pot> {
    let at = pot
    // a chain is as long as its bath's number
    for (let i = pot.bathNumber; i > 1 && at.fromPotId; i--) {
      at = await api.get<Pot>(`pots/${at.fromPotId}`)
    }
    return at
  }
  return useLoaded<PotStock>(async () => {
    const [
      lots,
      pieces,
      dyed,
      sets,
      vessels,
      ways,
      settings,
      planned,
      running,
      { items: hob },
      from,
    ] = await Promise.all([
      api.all<Lot>('lots', { inStock: true }),
      api.get<Page<Piece>>('pieces', { undyed: true, limit: OFFERED }),
      api.get<Page<Piece>>('pieces', { undyed: false, limit: OFFERED }),
      api.all<PieceSet>('sets'),
      api.all<Vessel>('vessels'),
      api.all<OwnWay>('ways'),
      api.get<Settings>('settings'),
      api.all<Pot>('pots', { stage: 'planned' }),
      api.all<Pot>('pots', { stage: 'running' }),
      api.get<{ items: OnTheHob[] }>('hob'),
      fromPotId() ? api.get<Pot>(`pots/${fromPotId()}`) : Promise.resolve(null),
    ])
    const more = await Promise.all(
      brought()
        .filter((id) => !pieces.items.some((piece) => piece.id === id))
        .map((id) => api.get<Piece>(`pieces/${id}`)),
    )
    const baths = new Set(hob.filter(({ kind }) => kind === 'bath').map(({ id }) => id))
    const usable = lots.filter(({ held }) => !held)
    const ids = new Set(usable.map((lot) => lot.sourceId))
    const first = from && (await firstBath(from))
    first?.lots.forEach(({ sourceId }) => ids.add(sourceId))
    const sources = await Promise.all([...ids].map((id) => api.get<Source>(`sources/${id}`)))
    return {
      lots: usable,
      // what lies in a running bath is not to be had
      pieces: [...more, ...pieces.items].filter(({ bathId }) => !bathId || !baths.has(bathId)),
      dyedBefore: dyed.items.filter(
        ({ splitOn, id }) => !splitOn && !more.some((m) => m.id === id),
      ),
      sets,
      hasMorePieces: pieces.next !== null,
      sources: new Map(sources.map((source) => [source.id, source])),
      vessels,
      ways,
      settings,
      from,
      first,
      open: [...running, ...planned],
    }
  })
}

/** The stock of the page, for the parts that look into it. */
export const POT_STOCK: InjectionKey<Ref<PotStock | null>> = Symbol('pot stock')

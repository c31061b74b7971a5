import { watch } from 'vue'
import { BLANK_LOT, type PotDraft } from '../pot-draft'
import type { PotStock } from '../usePotStock'
import type { Opened } from './opening'

/** What an address brings into a plan. */
export interface Brought {
  lotId: string | null
  /** Dry ratio for that lot; null: as it stands. */
  ratioDry: number | null
  pieceIds: string[]
  fromPotId: string | null
}

/** Puts what was brought into a draft: what is there stays, but for the first lot. */
export function takeIn(draft: PotDraft, { lotId, ratioDry, pieceIds, fromPotId }: Brought): void {
  const [first] = draft.lots
  if (lotId && first) {
    first.lotId = lotId
    if (ratioDry !== null && ratioDry > 0) first.ratioDry = ratioDry
  }
  if (fromPotId) {
    // what lay in the planner for another pot has no part in this one
    if (draft.fromPotId !== fromPotId) draft.pieceIds = []
    if (!lotId) draft.lots = [{ ...BLANK_LOT }]
    draft.fromPotId = fromPotId
  }
  if (pieceIds.length > 0) draft.pieceIds = [...new Set([...draft.pieceIds, ...pieceIds])]
}

/** Takes what an address brings once: what is changed since is the dyer's own. */
export function useIntake(
  draft: PotDraft,
  stock: () => PotStock | null,
  address: () => string,
  brought: () => Brought,
  open: (opened: Opened) => Promise<void>,
): void {
  let taken = ''
  watch([stock, address], ([there, path]) => {
    if (!there || path === taken) return
    taken = path
    const came = brought()
    // a draft of that lot is there already, and what was changed in it stands
    const isAnother = draft.lots[0]?.lotId !== came.lotId
    takeIn(draft, came)
    if (came.lotId && isAnother) void open({ lotId: came.lotId, ratioDry: came.ratioDry })
  })
}

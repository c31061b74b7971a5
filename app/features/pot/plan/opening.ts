import { greatest, rollup } from 'd3-array'
import { first } from '~~/core/present'
import type { Page } from '~~/shared/schemas/log/common'
import type { Jar } from '~~/shared/schemas/loft/jar'
import type { Lot } from '~~/shared/schemas/loft/lot'
import type { Pot } from '~~/shared/schemas/pot/pot'
import { opensWith } from '~~/shared/rules/pot/opens-with'
import { useApi } from '~/composables/useApi'
import type { PotDraft } from '../pot-draft'
import type { PotStock } from '../usePotStock'

export interface Opened {
  lotId: string
  /** A ratio that was asked for stands; null: what is usual. */
  ratioDry: number | null
}

/** Pots behind what is usual. */
const RECENT = 20

/** The vessel that was used most of late and is still there; '' where none was said. */
function usualVessel(recent: readonly Pot[], { vessels }: PotStock): string {
  const used = recent.flatMap(({ vesselId }) => (vesselId ? [vesselId] : []))
  const counts = rollup(
    used.filter((id) => vessels.some((vessel) => vessel.id === id)),
    (uses) => uses.length,
    (id) => id,
  )
  return greatest(counts, ([, count]) => count)?.[0] ?? ''
}

/** How fine a lot is cut, where that was said: `whole` is how every lot begins. */
const sizeOf = ({ chop }: Pick<Lot, 'chop'>): PotDraft['size'] => (chop === 'whole' ? '' : chop)

/**
 * Lays a draft out as its plant is usually dyed; what is changed afterwards is the dyer's own.
 *
 * @param api asks the log for the last pot and the jar
 */
export function useOpening(
  draft: PotDraft,
  stock: () => PotStock | null,
  api: Pick<ReturnType<typeof useApi>, 'get'> = useApi(),
) {
  async function lastPotOf(sourceId: string): Promise<Pot | null> {
    const { items } = await api.get<Page<Pot>>('pots', { sourceId, stage: 'done', limit: 1 })
    return items[0] ?? null
  }
  const recentPots = async () =>
    (await api.get<Page<Pot>>('pots', { stage: 'done', limit: RECENT })).items
  const jarOf = ({ state, jarId }: Lot) =>
    state === 'liquor' && jarId ? api.get<Jar>(`jars/${jarId}`) : null

  return async function open({ lotId, ratioDry }: Opened): Promise<void> {
    const there = stock()
    const lot = there?.lots.find(({ id }) => id === lotId)
    const source = lot && there?.sources.get(lot.sourceId)
    if (!there || !lot || !source) return
    const begins = first(draft.lots)
    const { way } = draft
    // of another lot, what was said of the one before is no wish
    begins.isSaid = false
    const [last, jar, recent] = await Promise.all([
      lastPotOf(source.id),
      jarOf(lot),
      draft.mode === 'plan' && there.vessels.length > 0 ? recentPots() : [],
    ])
    // another was chosen meanwhile
    if (begins.lotId !== lotId) return
    const usual = opensWith(source, lot, last, jar?.way ?? null)
    const own = there.ways.some(({ id }) => id === usual.ownWayId) ? usual.ownWayId : null
    // how fine it is cut is the lot's own history; of one left whole, as it was cut for its last pot
    const lastSize = draft.mode === 'plan' ? (last?.plan?.size ?? '') : ''
    draft.size = sizeOf(lot) || lastSize
    draft.opened = { ...usual.from, code: last?.code ?? '', water: '', vesselId: '' }
    // a quick hand has chosen already: that stands
    if (draft.way === way) {
      Object.assign(draft, {
        way: usual.way,
        ownWayId: own,
        tempC: null,
        extractC: null,
        minutes: null,
      })
    } else draft.opened.way = null
    // of a pot of the past its water and vessel are known or not: the last pot's are no fact of it
    if (last && draft.mode === 'plan') {
      draft.water = last.plan?.water ?? draft.water
      if (there.vessels.some(({ id }) => id === last.vesselId)) draft.vesselId = last.vesselId ?? ''
      Object.assign(draft.opened, { water: draft.water, vesselId: draft.vesselId })
    }
    if (draft.mode === 'plan' && !draft.vesselId) {
      draft.vesselId = usualVessel(recent, there)
      draft.opened.vesselId = draft.vesselId
    }
    if (begins.massG === null && !begins.isSaid) begins.ratioDry = ratioDry ?? usual.ratioDry
    if (ratioDry !== null || begins.isSaid) draft.opened.ratio = null
  }
}

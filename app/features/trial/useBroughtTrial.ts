import { onMounted } from 'vue'
import { useRoute } from '#imports'
import type { Piece } from '~~/shared/schemas/basket/piece'
import type { Pot } from '~~/shared/schemas/pot/pot'
import type { Swatch } from '~~/shared/schemas/swatch/swatch'
import { TRIAL_FACTORS, type TrialFactor } from '~~/shared/rules/trial/trial-factors'
import { useApi } from '~/composables/useApi'
import { broughtTrial, type DyedAs } from './brought-trial'
import type { TrialDraft } from './trial-draft'

export const isTrialFactor = (factor: string): factor is TrialFactor =>
  (TRIAL_FACTORS as readonly string[]).includes(factor)

/**
 * Lays out what an address brings: a bath as one swatch had it, with a piece as in it and one as another
 * was, that differ in the one thing it is `of`.
 */
export function useBroughtTrial(draft: TrialDraft): void {
  const api = useApi()
  const { query } = useRoute()
  const dyedAs = async (swatchId: string): Promise<DyedAs> => {
    const swatch = await api.get<Swatch>(`swatches/${swatchId}`)
    const [pot, piece] = await Promise.all([
      api.get<Pot>(`pots/${swatch.potId}`),
      api.get<Piece>(`pieces/${swatch.pieceId}`),
    ])
    return { pot, piece }
  }
  onMounted(async () => {
    const { bath, piece, of } = query
    if (typeof bath !== 'string' || typeof piece !== 'string' || typeof of !== 'string') return
    if (!isTrialFactor(of)) return
    const { levels, ...brought } = broughtTrial(await dyedAs(bath), await dyedAs(piece), of)
    Object.assign(draft, brought)
    if (levels) draft.levels[of] = levels
  })
}

import { onMounted } from 'vue'
import { useRoute } from '#imports'
import { SCHEME_KEYS, schemeFacts, type Scheme } from '~~/catalogue/mordant-schemes'
import { mordantsOf, type Piece } from '~~/shared/schemas/basket/piece'
import type { Pot } from '~~/shared/schemas/pot/pot'
import type { Swatch } from '~~/shared/schemas/swatch/swatch'
import { TRIAL_FACTORS, type TrialFactor } from '~~/shared/rules/trial/trial-factors'
import { isMordant } from '~~/catalogue/agents'
import { useApi } from '~/composables/useApi'
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
  const dyedAs = async (swatchId: string) => {
    const swatch = await api.get<Swatch>(`swatches/${swatchId}`)
    const [pot, piece] = await Promise.all([
      api.get<Pot>(`pots/${swatch.potId}`),
      api.get<Piece>(`pieces/${swatch.pieceId}`),
    ])
    return { pot, piece }
  }
  onMounted(async () => {
    const { bath, piece: other, of } = query
    if (typeof bath !== 'string' || typeof of !== 'string' || !isTrialFactor(of)) return
    const [like, unlike] = await Promise.all([
      dyedAs(bath),
      typeof other === 'string' ? dyedAs(other) : dyedAs(bath),
    ])
    const { pot, piece } = like
    Object.assign(draft, {
      factor: of,
      each: 1,
      inJars: false,
      lotId: pot.lots[0]?.lotId ?? draft.lotId,
      pieceG: draft.pieceG ?? piece.dryG,
      recipe: {
        fibre: piece.fibre,
        scheme: schemeOf(piece, pot.dyedOn),
        percentWof: null,
        ratioDry: pot.ratioDry ?? draft.recipe.ratioDry,
        size: pot.plan?.size ?? null,
        water: pot.plan?.water ?? null,
        way: pot.way,
        minutes: pot.minutes,
        tempC: pot.tempC,
      },
    } satisfies Partial<TrialDraft>)
    const levels = [levelOf(of, like), levelOf(of, unlike)]
    if (levels[0] !== levels[1] && !levels.includes(null)) draft.levels[of] = levels
  })
}

/** What a piece, or its pot, is on; null where it is not known. */
function levelOf(of: TrialFactor, { pot, piece }: { pot: Pot; piece: Piece }) {
  switch (of) {
    case 'mordant':
      return schemeOf(piece, pot.dyedOn)
    case 'mordantPercent':
      return (
        piece.treatments.find(({ kind, percentWof }) => kind === 'mordant' && percentWof !== null)
          ?.percentWof ?? null
      )
    case 'fibre':
      return piece.fibre
    case 'particleSize':
      return pot.plan?.size ?? null
    case 'water':
      return pot.plan?.water ?? null
    default:
      return pot[of]
  }
}

/** The mordanting that gives what a piece had. */
function schemeOf(piece: Piece, until: string): Scheme | 'none' {
  const had = new Set<string>(mordantsOf(piece, until))
  if (had.size === 0) return 'none'
  return (
    SCHEME_KEYS.find((scheme) => {
      const given = schemeFacts(scheme)
        .stages.flatMap(({ agents }) => agents.map(({ agent }) => agent))
        .filter(isMordant)
      return given.length === had.size && given.every((agent) => had.has(agent))
    }) ?? 'alum'
  )
}

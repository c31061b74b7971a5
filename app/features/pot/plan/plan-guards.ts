import { computed } from 'vue'
import { fibreFacts } from '~~/catalogue/fibres'
import { standingGuards, type Guard, type Override } from '~~/core/safety/guards'
import { mordantGap } from '~~/core/safety/needs-mordant'
import { uptakeOf } from '~~/shared/rules/strength/condition'
import { needsMordantOf, potGuardsOf } from '~~/shared/rules/pot/pot-guards'
import type { Piece } from '~~/shared/schemas/basket/piece'
import type { Source } from '~~/shared/schemas/walk/source'
import { isMordanted } from '~/features/basket/readiness'
import type { PotDraft } from '../pot-draft'
import type { PlanBath } from './plan-bath'
import type { PlanContents } from './plan-contents'

/** Grave guards that were answered with a word of why. */
export const overridesOf = (
  guards: readonly Guard[],
  justifications: Record<string, string>,
): Override[] =>
  guards.flatMap(({ code, level }): Override[] => {
    const why = justifications[code]?.trim()
    return level === 'grave' && why ? [{ code, why }] : []
  })

/** How each fibre takes these sources, as far as is commonly known; nothing where it takes well. */
export function uptakeWords(sources: readonly Source[], pieces: readonly Piece[]): string[] {
  const words = sources.flatMap((source) =>
    pieces.map((piece) => {
      const fibre = fibreFacts(piece.fibre)
      const { taking, words: said } = uptakeOf(source, fibre, isMordanted(piece))
      return taking === 'well' ? '' : `${fibre.label}: ${said}`
    }),
  )
  return [...new Set(words)].filter(Boolean)
}

/** What to mind before a planned pot is lit, and what still stands in its way. */
export function usePlanGuards(
  draft: PotDraft,
  { lots, pieces }: Pick<PlanContents, 'lots' | 'pieces'>,
  { tempC, water, vessel }: Pick<PlanBath, 'tempC' | 'water' | 'vessel'>,
  finalPh: () => number | null,
) {
  const sources = computed(() => lots.value.map(({ source }) => source))
  const needsMordant = computed(() => needsMordantOf(sources.value))
  const guards = computed(() =>
    potGuardsOf(
      {
        way: draft.way,
        tempC: tempC.value,
        ph: finalPh(),
        waterL: water.value?.pourL ?? null,
        additions: draft.additions,
        needsMordant: needsMordant.value,
        vessel: vessel.value,
      },
      pieces.value,
    ),
  )
  const overrides = computed(() => overridesOf(guards.value, draft.justifications))
  const standing = computed(() => standingGuards(guards.value, overrides.value))
  const gap = computed(() =>
    mordantGap(
      needsMordant.value,
      pieces.value.map((piece) => ({ ...piece, mordanted: isMordanted(piece) })),
    ),
  )
  const taking = computed(() => uptakeWords(sources.value, pieces.value))

  return { guards, overrides, standing, gap, taking }
}

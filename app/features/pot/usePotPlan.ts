import { computed, reactive, type InjectionKey } from 'vue'
import type { StrengthView } from '~~/shared/views/strength/strength'
import { usePlanBath } from './plan/plan-bath'
import type { usePlanContents } from './plan/plan-contents'
import { usePlanGuards } from './plan/plan-guards'
import { usePlanPredictions } from './plan/plan-predictions'
import type { PotDraft } from './pot-draft'
import type { PotStock } from './usePotStock'
import { usePresentColours } from './usePresentColours'
import { useTrial } from './useTrial'

/**
 * A pot before it is lit: what, on what, at which ratio; every gram follows from these.
 *
 * @param known strength by source id
 */
export function usePotPlan(
  { draft, clear }: { draft: PotDraft; clear: (keep?: Partial<PotDraft>) => void },
  stock: () => PotStock | null,
  contents: ReturnType<typeof usePlanContents>,
  known: () => ReadonlyMap<string, StrengthView>,
  now: () => number,
) {
  const { lots, pieces } = contents
  const finalPh = () => draft.ph?.target ?? draft.finalPh
  const bath = usePlanBath(draft, stock, contents, now)
  const guards = usePlanGuards(draft, contents, bath, finalPh)
  const presentColours = usePresentColours(() => pieces.value)
  const predictions = usePlanPredictions(
    draft,
    stock,
    known,
    contents,
    finalPh,
    () => bath.water.value?.pourL ?? null,
    presentColours,
  )

  /** Whether the log has told yet what its swatches of all this are. */
  const isLookedUp = computed(() => lots.value.every(({ source }) => known().has(source.id)))
  const isWeighed = computed(
    () => lots.value.length > 0 && lots.value.every(({ massG }) => massG !== null && massG > 0),
  )
  const trial = useTrial(() =>
    isWeighed.value && pieces.value.length > 0
      ? {
          lots: lots.value.map(({ lot, massG }) => ({ lotId: lot.id, massG: massG ?? 0 })),
          pieceIds: pieces.value.map(({ id }) => id),
          way: draft.way,
          wayName: bath.own.value?.name ?? '',
          tempC: bath.tempC.value,
          minutes: bath.minutes.value,
          water: draft.water || null,
          size: draft.size || null,
          additions: [
            ...draft.additions.map(({ agent, massG }) => ({ agent, massG })),
            // how much it takes to bring it there is known only then
            ...(draft.ph ? [{ agent: draft.ph.agent, massG: null }] : []),
          ],
          waterL: draft.waterL ?? bath.water.value?.pourL ?? null,
        }
      : null,
  )

  return reactive({
    draft,
    clear,
    ...contents,
    ...bath,
    ...guards,
    ...predictions,
    isLookedUp,
    trial,
    presentColours,
  })
}

export type PotPlanning = ReturnType<typeof usePotPlan>

/** The plan of the page, for the parts that show and change it. */
export const POT_PLAN: InjectionKey<PotPlanning> = Symbol('pot plan')

import { newId } from '~~/shared/ids'
import type { Mordant } from '~~/catalogue/agents'
import type { Fibre, Form } from '~~/catalogue/fibres'
import type { Depth } from '~~/core/colour/depth'
import type { NewPlan, Plan } from '~~/shared/schemas/year/plan'
import type { Source } from '~~/shared/schemas/walk/source'
import type { Wish } from '~~/shared/schemas/walk/wish'

export interface PartDraft {
  fibreG: number | null
  pieces: number | null
  depth: Depth | ''
  isLaterBath: boolean
}

/** A plan as it is typed. */
export interface PlanDraft {
  id: string
  /** Of the plan that is changed; null: a new one. */
  rev: number | null
  wishId: string | null
  words: string
  source: Source | null
  fibre: Fibre
  form: Form
  isWashed: boolean
  mordant: Mordant | ''
  mordantPercent: number | null
  parts: PartDraft[]
  wantedBy: string
  moved: Record<string, string>
}

/** Alum as most take it of the dry fibre, %; common practice, no source. */
const USUAL_ALUM_PERCENT = 12

export const blankPart = (isLaterBath = false): PartDraft => ({
  fibreG: null,
  pieces: 1,
  depth: '',
  isLaterBath,
})

export const blankPlan = (): PlanDraft => ({
  id: newId(),
  rev: null,
  wishId: null,
  words: '',
  source: null,
  fibre: 'wool',
  form: 'yarn',
  isWashed: true,
  mordant: 'alum',
  mordantPercent: USUAL_ALUM_PERCENT,
  parts: [blankPart()],
  wantedBy: '',
  moved: {},
})

/** Alum, unless a source needs none. */
export const usualMordant = ({
  needsMordant,
}: Source): Pick<PlanDraft, 'mordant' | 'mordantPercent'> =>
  needsMordant === 'no'
    ? { mordant: '', mordantPercent: null }
    : { mordant: 'alum', mordantPercent: USUAL_ALUM_PERCENT }

/** A plan grows out of a wish: its words, source, fibre and depth. */
export const planOfWish = (wish: Wish, source: Source | null): PlanDraft => ({
  ...blankPlan(),
  wishId: wish.id,
  words: wish.words,
  source,
  parts: [{ ...blankPart(), fibreG: wish.fibreG, depth: wish.depth ?? '' }],
  ...(source && usualMordant(source)),
})

export const draftOf = (plan: Plan, source: Source): PlanDraft => ({
  id: plan.id,
  rev: plan.rev,
  wishId: plan.wishId,
  words: plan.words,
  source,
  fibre: plan.fibre,
  form: plan.form,
  isWashed: plan.isWashed,
  mordant: plan.mordant ?? '',
  mordantPercent: plan.mordantPercent,
  parts: plan.parts.map((part) => ({ ...part, depth: part.depth ?? '' })),
  wantedBy: plan.wantedBy ?? '',
  moved: plan.moved,
})

/** As it is sent; what is missing is said by the schema, beside its field. */
export const planBody = (draft: PlanDraft): Record<keyof NewPlan, unknown> => ({
  id: draft.id,
  words: draft.words,
  sourceId: draft.source?.id ?? '',
  wishId: draft.wishId,
  fibre: draft.fibre,
  form: draft.form,
  isWashed: draft.isWashed,
  mordant: draft.mordant || null,
  mordantPercent: draft.mordant ? draft.mordantPercent : null,
  parts: draft.parts.map(({ fibreG, pieces, depth, isLaterBath }) => ({
    fibreG,
    pieces: pieces ?? 1,
    depth: depth || null,
    isLaterBath,
  })),
  wantedBy: draft.wantedBy || null,
  moved: draft.moved,
})

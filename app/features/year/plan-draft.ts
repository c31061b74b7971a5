import { newId } from '~~/shared/ids'
import { isMordant, type Mordant } from '~~/catalogue/agents'
import type { Fibre, Form } from '~~/catalogue/fibres'
import type { Depth } from '~~/core/colour/depth'
import type { MadeAgain, NewPlan, Plan } from '~~/shared/schemas/year/plan'
import type { Source } from '~~/shared/schemas/walk/source'
import type { BoothView } from '~~/shared/views/swatch/booth'
import type { Wish } from '~~/shared/schemas/walk/wish'

export interface PartDraft {
  fibreG: number | null
  pieces: number | null
  depth: Depth | ''
  isLaterBath: boolean
  /** Another source than the plan's; null: the plan's own. */
  source: Source | null
  again: MadeAgain | null
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
  isLasting: boolean
  mordant: Mordant | ''
  mordantPercent: number | null
  parts: PartDraft[]
  wantedBy: string
  moved: Record<string, string>
  done: Record<string, string>
}

/** Alum as most take it of the dry fibre, %; common practice, no source. */
const USUAL_ALUM_PERCENT = 12

export const blankPart = (isLaterBath = false): PartDraft => ({
  fibreG: null,
  pieces: 1,
  depth: '',
  isLaterBath,
  source: null,
  again: null,
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
  isLasting: false,
  mordant: 'alum',
  mordantPercent: USUAL_ALUM_PERCENT,
  parts: [blankPart()],
  wantedBy: '',
  moved: {},
  done: {},
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

/** A swatch made again: its source, fibre, mordant and ratio, as far as they are known. */
export function planOfSwatch({ swatch, pot, piece, sources }: BoothView): PlanDraft {
  const source = sources[0] ?? null
  // of a mixture, or of what another pot left, no ratio is a plant's own
  const isOwn = sources.length === 1 && pot.bathNumber === 1
  const ratioDry = isOwn ? pot.ratioDry : null
  const again = { swatchId: swatch.id, code: swatch.code, ratioDry }
  const given = piece.treatments.findLast(
    ({ kind, agent, doneOn }) =>
      kind === 'mordant' && agent && isMordant(agent) && doneOn <= pot.dyedOn,
  )
  const mordant = given?.agent && isMordant(given.agent) ? given.agent : null
  return {
    ...blankPlan(),
    words: source ? `${source.commonName} as ${swatch.code}` : `as ${swatch.code}`,
    source,
    fibre: piece.fibre,
    form: piece.form,
    // where nobody knows whether it had one, what its source usually wants stands in the form
    ...(mordant || piece.mordantKnown
      ? { mordant: mordant ?? ('' as const), mordantPercent: given?.percentWof ?? null }
      : source && usualMordant(source)),
    parts: [{ ...blankPart(), again }],
  }
}

/** @param sourceOf sources of its parts, by id */
export const draftOf = (plan: Plan, sourceOf: ReadonlyMap<string, Source>): PlanDraft => ({
  id: plan.id,
  rev: plan.rev,
  wishId: plan.wishId,
  words: plan.words,
  source: sourceOf.get(plan.sourceId) ?? null,
  fibre: plan.fibre,
  form: plan.form,
  isWashed: plan.isWashed,
  isLasting: plan.isLasting,
  mordant: plan.mordant ?? '',
  mordantPercent: plan.mordantPercent,
  parts: plan.parts.map(({ sourceId, depth, ...part }) => ({
    ...part,
    depth: depth ?? '',
    source: sourceId === null ? null : (sourceOf.get(sourceId) ?? null),
  })),
  wantedBy: plan.wantedBy ?? '',
  moved: plan.moved,
  done: plan.done,
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
  isLasting: draft.isLasting,
  mordant: draft.mordant || null,
  mordantPercent: draft.mordant ? draft.mordantPercent : null,
  parts: draft.parts.map(({ fibreG, pieces, depth, isLaterBath, source, again }) => ({
    fibreG,
    pieces: pieces ?? 1,
    depth: depth || null,
    isLaterBath,
    // a later bath has the plant of the part before
    sourceId: isLaterBath ? null : (source?.id ?? null),
    again: isLaterBath ? null : again,
  })),
  wantedBy: draft.wantedBy || null,
  moved: draft.moved,
  done: draft.done,
})

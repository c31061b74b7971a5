import dayjs from 'dayjs'
import type { AmountBasis } from '~~/core/harvest/ratio-error'
import type { WayStep } from '~~/core/pot/way-steps'
import type { Prediction } from '~~/core/strength/predict'
import { newId } from '~~/shared/ids'
import type { Piece } from '~~/shared/schemas/basket/piece'
import type { NewPot } from '~~/shared/schemas/pot/pot'
import type { PotPlan } from '~~/shared/schemas/pot/pot-plan'
import type { TrialAnswer } from '~~/shared/views/pot/trial'
import { pastNotes } from './past/past-notes'
import type { PotDraft } from './pot-draft'
import type { TimesTold } from './times-of'

export interface PotParts {
  draft: PotDraft
  lots: { lotId: string; massG: number; massBasis?: AmountBasis }[]
  pieces: readonly Piece[]
  wayName: string
  steps: WayStep[]
  tempC: number | null
  minutes: number | null
  pourL: number | null
  powerW: number | null
  predictions: readonly Prediction[]
  times: TimesTold | null
  trial: TrialAnswer | null
}

const instant = (at: number) => dayjs(at).format()
const orNull = <T extends string>(value: T | '') => (value === '' ? null : value)

/** The plan of a pot, in the form it is kept. */
function planBody(parts: PotParts): PotPlan {
  const { draft, pieces, steps, pourL, powerW, predictions, times, trial } = parts
  const compared = trial?.pieces.find((each) => each.trial)?.trial
  return {
    steps,
    water: orNull(draft.water),
    size: orNull(draft.size),
    lid: orNull(draft.lid),
    pourL,
    kettleL: draft.kettleL,
    powerW,
    burner: draft.burner,
    additions: draft.additions,
    ph: draft.ph,
    coats: draft.coats,
    pieceCoats: Object.entries(draft.pieceCoats)
      .filter(([pieceId]) => pieces.some(({ id }) => id === pieceId))
      .map(([pieceId, coats]) => ({ pieceId, coats })),
    pulls: pieces.flatMap(({ id }) =>
      draft.pulls[id] ? [{ pieceId: id, minutes: draft.pulls[id] }] : [],
    ),
    starts: (times?.steps ?? []).map(({ step, at }) => ({ stepId: step.id, at: instant(at) })),
    expected: pieces.flatMap((piece, i) => {
      const prediction = predictions[i]
      if (!prediction) return []
      const { hex, lab, strength, n, basis } = prediction
      return [{ pieceId: piece.id, hex, lab, strength, n, basis }]
    }),
    against: compared
      ? {
          swatchId: compared.against.swatchId,
          code: compared.against.code,
          differs: compared.differs,
          unknown: compared.unknown,
        }
      : null,
  }
}

/**
 * A planned pot, or one of the past; with jars, one for each piece, sharing plant by the volume
 * poured into each. Of a pot of the past only what was said is kept: no advice stands in for it.
 *
 * @param idOf the same id for the same pot until it is kept, so that sending again is harmless
 */
export function potBodies(parts: PotParts, idOf: (key: string) => string = newId): NewPot[] {
  const { draft, pieces } = parts
  if (!draft.inJars) return [potBody(parts, { id: idOf('pot'), share: 1, said: 1, pieces })]
  const groupId = idOf('group')
  const fibreG = pieces.reduce((sum, { dryG }) => sum + dryG, 0)
  return pieces.map((piece) => {
    const said = draft.jarShares[piece.id]
    const share = said ?? piece.dryG / fibreG
    return potBody(parts, {
      id: idOf(piece.id),
      groupId,
      share,
      said: said === undefined ? share : said,
      pieces: [piece],
    })
  })
}

interface Jar {
  id: string
  groupId?: string
  /** Of plant, water and what goes in beside, 0 to 1. */
  share: number
  /** null: nobody measured it. */
  said: number | null
  pieces: readonly Piece[]
}

function potBody(parts: PotParts, { id, groupId, share, said, pieces }: Jar): NewPot {
  const { draft, lots, wayName } = parts
  const isPast = draft.mode === 'past'
  const plan = planBody(
    isPast ? { ...parts, pourL: draft.waterL, powerW: null, predictions: [], times: null } : parts,
  )
  const ids = pieces.map((piece) => piece.id)
  const additions = plan.additions.map((each) => ({
    ...each,
    massG: each.massG === null ? null : Math.round(each.massG * share * 1000) / 1000,
  }))
  const pourL = plan.pourL === null ? null : shareOf(plan.pourL, share)
  return {
    id,
    title: '',
    stage: isPast ? 'done' : 'planned',
    way: draft.way,
    ownWayId: draft.ownWayId,
    wayName,
    vesselId: draft.vesselId || null,
    groupId: groupId ?? null,
    fromPotId: draft.fromPotId,
    isRatioKnown: said !== null,
    // a later bath of one liquor has no plant of its own
    lots: draft.fromPotId ? [] : lots.map((lot) => ({ ...lot, massG: shareOfMass(lot, share) })),
    waterL: pourL,
    plan: {
      ...plan,
      pourL,
      additions,
      expected: plan.expected.filter(({ pieceId }) => ids.includes(pieceId)),
      pulls: plan.pulls.filter(({ pieceId }) => ids.includes(pieceId)),
    },
    ...(isPast ? pastFacts(draft, pieces, additions) : plannedFacts(parts, pieces)),
    note: draft.note,
  }
}

const plannedFacts = (
  { tempC, minutes, times }: PotParts,
  pieces: readonly Piece[],
): Pick<NewPot, 'tempC' | 'minutes' | 'dyedOn' | 'finalPh' | 'pieces'> => ({
  tempC,
  minutes,
  dyedOn: dayjs(times?.begins || undefined).format('YYYY-MM-DD'),
  finalPh: null,
  pieces: pieces.map(({ id }) => ({ pieceId: id })),
})

function pastFacts(
  draft: PotDraft,
  pieces: readonly Piece[],
  additions: PotPlan['additions'],
): Pick<NewPot, 'tempC' | 'minutes' | 'dyedOn' | 'finalPh' | 'pieces' | 'end' | 'notes'> {
  const { past } = draft
  return {
    tempC: draft.tempC,
    minutes: draft.minutes,
    dyedOn: draft.dyedOn,
    finalPh: draft.finalPh,
    pieces: pieces.map(({ id }) => ({
      pieceId: id,
      minutes: draft.pulls[id] ?? null,
      outcome: past.outcomes[id] ?? null,
    })),
    end: {
      liquor: past.liquor,
      liquorL: past.liquorL,
      spent: past.spent,
      rinse: past.rinse,
      boiled: past.boiled && past.boiled === 'yes',
    },
    notes: pastNotes(
      draft,
      pieces.map(({ id }) => id),
      additions,
    ),
  }
}

const shareOf = (litres: number, share: number) =>
  share === 1 ? litres : Math.max(0.001, Number((litres * share).toPrecision(3)))

const shareOfMass = ({ massG, massBasis }: PotParts['lots'][number], share: number) =>
  share === 1 || massBasis === 'unknown'
    ? massG
    : Math.max(0.1, Math.round(massG * share * 10) / 10)

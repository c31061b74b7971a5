import dayjs from 'dayjs'
import type { WayStep } from '~~/core/pot/way-steps'
import type { Prediction } from '~~/core/strength/predict'
import { newId } from '~~/shared/ids'
import type { Piece } from '~~/shared/schemas/basket/piece'
import type { NewPot } from '~~/shared/schemas/pot/pot'
import type { PotPlan } from '~~/shared/schemas/pot/pot-plan'
import type { TrialAnswer } from '~~/shared/views/pot/trial'
import type { PotDraft } from './pot-draft'
import type { TimesTold } from './times-of'

export interface PotParts {
  draft: PotDraft
  lots: { lotId: string; massG: number }[]
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
    lid: draft.lid,
    pourL,
    kettleL: draft.kettleL,
    powerW,
    burner: draft.burner,
    additions: draft.additions,
    ph: draft.ph,
    coats: draft.coats,
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

/** A planned pot; with jars, one for each piece, sharing plant by the volume poured into each. */
export function potBodies(parts: PotParts): NewPot[] {
  const { draft, lots, pieces, wayName, tempC, minutes, pourL } = parts
  const plan = planBody(parts)
  const common = {
    title: '',
    stage: 'planned' as const,
    way: draft.way,
    ownWayId: draft.ownWayId,
    wayName,
    vesselId: draft.vesselId || null,
    fromPotId: draft.fromPotId,
    tempC,
    minutes,
    dyedOn: dayjs(parts.times?.begins || undefined).format('YYYY-MM-DD'),
    finalPh: null,
    note: draft.note,
  }
  if (!draft.inJars) {
    return [
      {
        ...common,
        id: newId(),
        lots,
        waterL: pourL,
        plan,
        groupId: null,
        isRatioKnown: true,
        pieces: pieces.map(({ id }) => ({ pieceId: id })),
      },
    ]
  }
  const groupId = newId()
  const fibreG = pieces.reduce((sum, { dryG }) => sum + dryG, 0)
  return pieces.map((piece) => {
    const said = draft.jarShares[piece.id]
    const share = said ?? piece.dryG / fibreG
    return {
      ...common,
      id: newId(),
      groupId,
      isRatioKnown: said !== null,
      lots: lots.map(({ lotId, massG }) => ({
        lotId,
        massG: Math.max(0.1, Math.round(massG * share * 10) / 10),
      })),
      waterL: pourL === null ? null : Math.max(0.001, Number((pourL * share).toPrecision(3))),
      plan: {
        ...plan,
        pourL: pourL === null ? null : Number((pourL * share).toPrecision(3)),
        expected: plan.expected.filter(({ pieceId }) => pieceId === piece.id),
        pulls: plan.pulls.filter(({ pieceId }) => pieceId === piece.id),
        additions: plan.additions.map((each) => ({
          ...each,
          massG: Math.round(each.massG * share * 1000) / 1000,
        })),
      },
      pieces: [{ pieceId: piece.id }],
    }
  })
}

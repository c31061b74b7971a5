import type { Part } from '../../../catalogue/parts'
import { group, rollup } from 'd3-array'
import type { Amounts, Factors } from '../../../core/evidence/factors'
import type { PieceOutcome } from '../../../shared/schemas/pot/pot-event'
import type { Candidate } from '../strength/curve-candidates'
import { mordantKeyOf, type Treatment } from '../../../shared/schemas/basket/treatment'
import { stirredInto } from '../../../shared/rules/strength/stirred-in'
import { coatsOf } from '../../../shared/rules/pot/dips'
import { first } from '../../../core/present'

/** Everything recorded of how a swatch came to be, as pairs are compared by. */
export function factorsOf(candidate: Candidate, part: Part): Factors {
  const { pot, piece, reading } = candidate
  const mordantKey = mordantKeyOf(piece, pot.dyedOn)
  const given = piece.treatments.filter(
    ({ kind, doneOn }) => kind === 'mordant' && doneOn <= pot.dyedOn,
  )
  const ofPiece = pot.pieces.find(({ pieceId }) => pieceId === piece.id)
  const states = [...new Set(pot.lots.map(({ state }) => state))]
  return {
    source: pot.lots.map(({ sourceId }) => sourceId),
    lot: pot.lots.map(({ lotCode }) => lotCode),
    part,
    state: states.length === 1 ? first(states) : 'mixed',
    particleSize: pot.plan?.size ?? null,
    spent: pot.lots.some(({ isSpent }) => isSpent),
    aged: pot.lots.some(({ isAged }) => isAged),
    soaked: pot.lots.some(({ isSoaked }) => isSoaked),
    ratioDry: pot.ratioDry,
    fibre: piece.fibre,
    base: piece.base,
    mordant: mordantKey === 'unknown' ? null : mordantKey,
    mordantPercent: mordantKey === 'unknown' ? null : percentsOf(given),
    ...bathFactors(given),
    way: pot.wayName || pot.way,
    tempC: pot.tempC,
    boiled: pot.end?.boiled ?? null,
    minutes: ofPiece?.minutes ?? pot.minutes,
    water: pot.plan?.water ?? null,
    finalPh: pot.finalPh,
    shift: shiftsOf(candidate),
    coats: coatsOf(pot, piece.id),
    ...cooledOf(pot, piece.id),
    ...soapOf(pot, ofPiece?.outcome ?? null),
    bathNumber: pot.bathNumber,
    companions: companionsOf(candidate),
    readingMethod: reading.basis,
  }
}

/** Whether a piece stayed in as its bath cooled; nothing where no note says so. */
function cooledOf({ plan, events }: Candidate['pot'], pieceId: string): Factors {
  const cooling = plan?.steps.filter(({ kind }) => kind === 'cool').map(({ id }) => id) ?? []
  const noted = events.find(
    (event) => event.kind === 'step' && event.stepId !== null && cooling.includes(event.stepId),
  )
  if (noted?.kind !== 'step') return {}
  const isOutBefore = events.some(
    (event) =>
      event.kind === 'pull' &&
      event.data.pieceIds.includes(pieceId) &&
      Date.parse(event.at) < Date.parse(noted.at),
  )
  return { cooled: !noted.data.skipped && !isOutBefore }
}

/**
 * What a piece was washed with after its bath. A form has none unless something is chosen: only where some
 * piece of the pot had soap was it thought of.
 */
function soapOf({ pieces }: Candidate['pot'], outcome: PieceOutcome | null): Factors {
  const isTold = pieces.some((piece) => piece.outcome && piece.outcome.soap !== 'none')
  return isTold ? { soap: outcome?.soap ?? null } : {}
}

/** How its mordants were given; nothing where there were none. */
export function bathFactors(given: readonly Pick<Treatment, 'heat' | 'finish'>[]): Factors {
  if (given.length === 0) return {}
  const oneOf = (values: readonly (string | null)[]) =>
    values.includes(null) ? null : [...new Set(values)].join(' and ')
  return {
    mordantHeat: oneOf(given.map(({ heat }) => heat)),
    mordantFinish: oneOf(given.map(({ finish }) => finish)),
  }
}

/** What was stirred in while it was in, g per L of the bath. */
const shiftsOf = ({ pot, piece }: Candidate): Amounts =>
  perLitre(stirredInto(pot, piece.id), pot.waterL)

/** Percent of the fibre by mordant; of one whose percentage nobody knows, null: it is not none. */
export const percentsOf = (given: readonly Pick<Treatment, 'agent' | 'percentWof'>[]): Amounts =>
  sumsOf(given.map(({ agent, percentWof }) => [agent ?? '', percentWof]))

/** g per L by what it is of; null where that, or the water, is not known. */
export const perLitre = (
  stirred: readonly { agent: string; massG: number | null }[],
  waterL: number | null,
): Amounts =>
  sumsOf(
    stirred.map(({ agent, massG }) => [agent, massG === null || !waterL ? null : massG / waterL]),
  )

/** Who else was in the bath: dry grams of each kind, with their number. */
const companionsOf = ({ pot, piece }: Candidate): Amounts =>
  companyOf(
    pot.pieces
      .filter(({ pieceId }) => pieceId !== piece.id)
      .map(({ pieceCode, dryG, dryBasis }) => ({
        // the tag tells the fibre
        kind: pieceCode.split('-', 1).join(''),
        dryG: dryBasis === 'unknown' ? null : dryG,
      })),
  )

function companyOf(company: readonly { kind: string; dryG: number | null }[]): Amounts {
  const byKind = group(company, ({ kind }) => kind)
  return sumsOf(
    [...byKind].flatMap(([kind, all]) =>
      all.map(({ dryG }): [string, number | null] => [`${all.length} ${kind}`, dryG]),
    ),
  )
}

function sumsOf(amounts: readonly (readonly [string, number | null])[]): Amounts {
  const sums = rollup(
    amounts,
    (all) =>
      all.reduce<number | null>((sum, [, x]) => (sum === null || x === null ? null : sum + x), 0),
    ([name]) => name,
  )
  return Object.fromEntries(sums)
}

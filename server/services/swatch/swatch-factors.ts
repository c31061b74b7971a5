import { mordantMarks } from '../../../catalogue/agents'
import type { Part } from '../../../catalogue/parts'
import type { Factors } from '../../../core/evidence/factors'
import type { Candidate } from '../strength/curve-candidates'
import { mordantsIn } from '../strength/curve-candidates'
import { stirredInto } from '../../../shared/rules/strength/stirred-in'
import { first, present } from '../../../core/present'

/** Everything recorded of how a swatch came to be, as pairs are compared by. */
export function factorsOf(candidate: Candidate, part: Part): Factors {
  const { pot, piece, reading } = candidate
  const mordants = mordantsIn(candidate)
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
    mordant: mordantMarks(mordants),
    // a percentage that nobody knows is not none
    mordantPercent: given.some(({ percentWof }) => percentWof === null)
      ? null
      : given.reduce((sum, { percentWof }) => sum + present(percentWof), 0),
    way: pot.wayName || pot.way,
    tempC: pot.tempC,
    boiled: pot.end?.boiled ?? null,
    minutes: ofPiece?.minutes ?? pot.minutes,
    water: pot.plan?.water ?? null,
    finalPh: pot.finalPh,
    shift: shiftsOf(candidate),
    bathNumber: pot.bathNumber,
    companions: pot.pieces
      .filter(({ pieceId }) => pieceId !== piece.id)
      .map(({ pieceCode }) => pieceCode),
    readingMethod: reading.basis,
  }
}

/** What was stirred in on the way, each once. */
const shiftsOf = ({ pot, piece }: Candidate): string[] => [
  ...new Set(stirredInto(pot, piece.id).map(({ agent }) => agent)),
]

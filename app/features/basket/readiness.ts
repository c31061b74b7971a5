import { MORDANTS, mordantMarks, type Mordant } from '~~/catalogue/agents'
import { FIBRES } from '~~/catalogue/fibres'
import { formatNumber } from '~~/core/quantity/format-quantity'
import type { Piece } from '~~/shared/schemas/piece'
import { ago } from '~/features/today/dates'

export const agentsOf = (piece: Piece): Mordant[] =>
  piece.treatments.flatMap(({ agent }) => (agent ? [agent] : []))

export const marksOf = (piece: Piece) => mordantMarks(agentsOf(piece))

export const isMordanted = (piece: Piece) => agentsOf(piece).length > 0

/** `wool yarn, test hank` */
export const pieceName = ({ fibre, form, name }: Piece) =>
  [`${FIBRES[fibre].label} ${form}`, name].filter(Boolean).join(', ')

/** One line on whether it is ready: `washed, alum 10 % 9 days ago`. */
export function readiness(piece: Piece): string {
  const words = piece.treatments.map(({ kind, agent, percentWof, doneOn }) =>
    kind === 'wash'
      ? 'washed'
      : `${MORDANTS[agent!].label} ${formatNumber(percentWof)} % ${ago(doneOn)}`,
  )
  if (!piece.treatments.some(({ kind }) => kind === 'wash')) words.unshift('not washed')
  if (!isMordanted(piece)) words.push('no mordant')
  if (!piece.bare) words.push('bare colour not read')
  return words.join(', ')
}

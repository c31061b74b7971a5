import { BATH_HEATS } from '../../../core/mordant/bath-steps'
import { agentFacts } from '../../../catalogue/agents'
import { formatNumber } from '../../../core/quantity/format-quantity'
import { fibreWords, type PieceLook } from '../../rules/basket/fibre'
import { mordantKeyOf, type Treatment } from '../../schemas/basket/treatment'
import { mordantKeyWords } from './mordant-key-words'

/** Mordants given by a local date; those of unknown days count as before it. */
export const mordantsBefore = <T extends Pick<Treatment, 'kind' | 'doneOn'>>(
  { treatments }: { treatments: readonly T[] },
  dyedOn: string,
): T[] => treatments.filter(({ kind, doneOn }) => kind === 'mordant' && doneOn <= dyedOn)

/** `alum 12 %`, `iron, cold`: a mordant with its percentage, where that is known, and its heat, where it was not hot. */
export const mordantText = ({
  agent,
  percentWof,
  heat,
}: Pick<Treatment, 'agent' | 'percentWof'> & Partial<Pick<Treatment, 'heat'>>): string =>
  [agent && agentFacts(agent).label, percentWof !== null && `${formatNumber(percentWof, 2)} %`]
    .filter(Boolean)
    .join(' ') + (heat === 'cold' || heat === 'warm' ? `, ${BATH_HEATS[heat].label}` : '')

/** `silk hank, red thread, alum 12 %`: a swatch by what it is, not by its number. */
export const pieceInWords = (piece: PieceLook, dyedOn = '9999'): string =>
  [
    `${fibreWords(piece)} ${piece.form}`,
    piece.name,
    piece.mark,
    mordantsBefore(piece, dyedOn).map(mordantText).join(' and ') ||
      mordantKeyWords(mordantKeyOf(piece, dyedOn)),
  ]
    .filter(Boolean)
    .join(', ')

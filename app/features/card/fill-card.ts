import { usualFormOf } from '~~/shared/rules/swatch/taken-as-usual'
import type { NoteKind } from '~~/shared/rules/note/read-note'
import type { ReadLine } from '~~/shared/views/swatch/read-line'
import type { CardDraft } from './card-draft'

/** Fills a card from a note that was read; blanks that it says nothing of are left as they are. */
export function fillCard(draft: CardDraft, line: ReadLine): void {
  const { facts, source } = line
  /** What became of this kind, as it was written. */
  const words = (kind: NoteKind) =>
    line.spans
      .filter((span) => span.kind === kind)
      .map(({ start, end }) => line.text.slice(start, end).trim())
      .join(', ')
  const put = <K extends keyof CardDraft>(key: K, value: CardDraft[K] | null | '') => {
    if (value !== null && value !== '') draft[key] = value
  }
  put('source', source)
  put('plantText', [words('plantMass'), words('ratio')].filter(Boolean).join(', '))
  put('state', facts.state)
  put('gatheredText', words('gathered'))
  put('dyedText', words('day'))
  put('place', facts.place)
  put('way', facts.way)
  put('tempText', words('temperature'))
  put('minutesText', words('duration'))
  put('waterText', words('water'))
  put('phText', facts.ph === null ? '' : String(facts.ph))
  put('note', line.rest.map(({ text }) => text).join(', '))
  const [piece] = draft.pieces
  if (!piece) return
  if (facts.fibre) Object.assign(piece, { fibre: facts.fibre, form: usualFormOf(facts.fibre) })
  if (facts.form) piece.form = facts.form
  if (facts.fibreG !== null) piece.fibreText = words('fibreMass')
  if (facts.mordants) piece.mordantText = facts.mordants.length === 0 ? 'none' : words('mordant')
  if (facts.verdict) piece.verdict = facts.verdict
}

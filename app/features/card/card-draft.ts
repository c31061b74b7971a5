import { FIBRES, type Fibre, type Form } from '~~/catalogue/fibres'
import type { Way } from '~~/catalogue/ways'
import { CHIP_ERROR_DE } from '~~/core/colour/eye-chips'
import type { GivenColour } from '~~/core/colour/screen-colour'
import { readNote, type NoteContext, type NoteFacts } from '~~/shared/rules/note/read-note'
import { newId } from '~~/shared/ids'
import type { Card, CardPiece } from '~~/shared/schemas/swatch/card'
import type { Verdict } from '~~/shared/schemas/swatch/swatch'
import type { Source } from '~~/shared/schemas/walk/source'

/** One skein, its blanks as they were typed. */
export interface PieceDraft {
  fibreText: string
  fibre: Fibre
  form: Form
  /** `alum 12 %`; `none`; empty: not known. */
  mordantText: string
  colour: GivenColour | null
  /** Whether it was chosen among chips, whose steps are known. */
  isByChip: boolean
  verdict: Verdict | ''
}

/** A card, its blanks as they were typed. */
export interface CardDraft {
  id: string
  source: Source | null
  /** `420 g`, or `6 : 1`. */
  plantText: string
  state: Card['state']
  gatheredText: string
  place: string
  dyedText: string
  way: Way | ''
  minutesText: string
  waterText: string
  phText: string
  note: string
  pieces: PieceDraft[]
}

export const blankPiece = (): PieceDraft => ({
  fibreText: '',
  fibre: 'wool',
  form: 'yarn',
  mordantText: '',
  colour: null,
  isByChip: false,
  verdict: '',
})

export const blankCard = (): CardDraft => ({
  id: newId(),
  source: null,
  plantText: '',
  state: 'fresh',
  gatheredText: '',
  place: '',
  dyedText: '',
  way: '',
  minutesText: '',
  waterText: '',
  phText: '',
  note: '',
  pieces: [blankPiece()],
})

/** What one blank tells; null: it is empty. Text that says nothing of it is a trouble, by its name. */
type Trouble = Partial<Record<BlankName, string>>
export type BlankName =
  | 'source'
  | 'plant'
  | 'gathered'
  | 'dyed'
  | 'minutes'
  | 'water'
  | 'ph'
  | `fibre${number}`
  | `mordant${number}`

export interface ReadCard {
  /** null while something cannot be read, or the source is missing. */
  card: Card | null
  troubles: Trouble
}

/** A card of what was typed: each blank is read, and what cannot be read is said beside it. */
export function readCard(draft: CardDraft, context: NoteContext): ReadCard {
  const troubles: Trouble = {}
  const facts = (text: string): NoteFacts => readNote(text, context).facts
  /** Reads a blank; empty is not known, and no trouble. */
  function blank<T>(
    name: BlankName,
    text: string,
    read: () => T | null,
    example: string,
  ): T | null {
    if (text.trim() === '') return null
    const value = read()
    if (value === null) troubles[name] = `Not read: write it as ${example}, or leave it empty.`
    return value
  }
  const plant = blank(
    'plant',
    draft.plantText,
    () => plantOf(facts(draft.plantText)),
    '420 g, about 1 lb or 6 : 1',
  )
  const day = (name: 'gathered' | 'dyed', text: string) =>
    blank(
      name,
      text,
      () => facts(text).day ?? facts(text).gathered,
      '15 Aug 2024, mid August 2024 or 2024',
    )
  const gathered = day('gathered', draft.gatheredText)
  const dyed = day('dyed', draft.dyedText)
  const minutes = blank(
    'minutes',
    draft.minutesText,
    () => facts(draft.minutesText).minutes,
    '1 h or 45 min',
  )
  const waterL = blank(
    'water',
    draft.waterText,
    () => facts(draft.waterText).waterL,
    '4 L or 1 gal',
  )
  const finalPh = blank('ph', draft.phText, () => facts(`pH ${draft.phText}`).ph, '6.5')
  const pieces = draft.pieces.map((piece, i): CardPiece => {
    const fibre = blank(
      `fibre${i}`,
      piece.fibreText,
      () => fibreOf(facts(`on ${piece.fibreText}`)),
      '50 g or 2 oz',
    )
    const mordants = blank(
      `mordant${i}`,
      piece.mordantText,
      () => mordantsOf(piece.mordantText, context),
      'alum 12 %, none, or leave it empty where nobody knows',
    )
    return {
      fibre: piece.fibre,
      form: piece.form,
      dryG: fibre?.massG ?? null,
      dryBasis: fibre?.isAbout ? 'about' : 'weighed',
      mordants,
      reading: piece.colour && {
        ...piece.colour,
        wet: false,
        washed: null,
        by: 'eye',
        ...(piece.isByChip && { errorDe: CHIP_ERROR_DE }),
      },
      bare: null,
      verdict: piece.verdict || null,
      mark: '',
    }
  })
  if (!draft.source) troubles.source = 'Which plant it was: the one thing that is needed.'
  if (Object.keys(troubles).length > 0 || !draft.source) return { card: null, troubles }
  return {
    troubles,
    card: {
      id: draft.id,
      sourceId: draft.source.id,
      massG: plant?.massG ?? null,
      massBasis: plant?.isAbout ? 'about' : 'weighed',
      state: draft.state,
      ratio: plant?.ratio ?? null,
      gathered,
      place: draft.place.trim(),
      dyed,
      way: draft.way || usualWayOf(draft.source),
      minutes,
      tempC: null,
      waterL,
      finalPh,
      pieces,
      note: [draft.note.trim(), draft.way ? '' : WAY_NOT_TOLD].filter(Boolean).join('. '),
    },
  }
}

/** A pot has a way: where none was told it is the plant's usual one, and the pot says so. */
const WAY_NOT_TOLD = 'The way is as usual of the plant: it was not told.'

/** The way that a source is usually used; shown as such until one is chosen. */
export const usualWayOf = (source: Source | null): Way => source?.ways[0] ?? 'simmer'

const plantOf = ({ plantG, fibreG, plantIsAbout, ratio }: NoteFacts) => {
  const massG = plantG ?? fibreG
  return massG === null && ratio === null ? null : { massG, ratio, isAbout: plantIsAbout }
}

const fibreOf = ({ fibreG, plantG, fibreIsAbout }: NoteFacts) => {
  const massG = fibreG ?? plantG
  return massG === null ? null : { massG, isAbout: fibreIsAbout }
}

function mordantsOf(text: string, context: NoteContext): CardPiece['mordants'] {
  return /^\s*(?:none|no|nothing|-)\s*$/i.test(text) ? [] : readNote(text, context).facts.mordants
}

function usualFormOf(fibre: Fibre): Form {
  const forms: readonly Form[] = FIBRES[fibre].forms
  return forms.includes('yarn') ? 'yarn' : (forms[0] ?? 'pieces')
}

/** Fills a card from a note; blanks that it says nothing of are left as they are. */
export function fillCard(draft: CardDraft, line: FilledFrom): void {
  const { facts, source, words } = line
  if (source) Object.assign(draft, { source, state: source.usualRatioState })
  const [piece] = draft.pieces
  const put = <K extends keyof CardDraft>(key: K, value: CardDraft[K] | null | '') => {
    if (value !== null && value !== '') draft[key] = value
  }
  put('plantText', words('plantMass') || words('ratio'))
  put('state', facts.state)
  put('gatheredText', facts.gathered && words('day', 0))
  put('dyedText', facts.day && words('day', facts.gathered ? 1 : 0))
  put('place', facts.place)
  put('way', facts.way)
  put('minutesText', words('duration'))
  put('waterText', words('water'))
  put('phText', facts.ph === null ? '' : String(facts.ph))
  if (!piece) return
  if (facts.fibre) piece.fibre = facts.fibre
  if (facts.form) piece.form = facts.form
  else if (facts.fibre) piece.form = usualFormOf(facts.fibre)
  if (facts.fibreG !== null) piece.fibreText = words('fibreMass')
  if (facts.mordants) piece.mordantText = facts.mordants.length === 0 ? 'none' : words('mordant')
  if (facts.verdict) piece.verdict = facts.verdict
  if (line.rest) draft.note = line.rest
}

export interface FilledFrom {
  facts: NoteFacts
  source: Source | null
  /** The stretch of the note that became something, as it was written; all of them, or one. */
  words: (
    kind: 'plantMass' | 'fibreMass' | 'ratio' | 'day' | 'duration' | 'water' | 'mordant',
    nth?: number,
  ) => string
  /** What nothing was made of. */
  rest: string
}

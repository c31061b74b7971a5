import { parseNumber } from '~~/core/quantity/parse-number'
import type { defaultUnits } from '~~/core/quantity/unit-choice'
import {
  readNote,
  type NoteContext,
  type NoteFacts,
  type NoteKind,
} from '~~/shared/rules/note/read-note'
import type { Card, CardPiece } from '~~/shared/schemas/swatch/card'
import { notToldWords, usualStateOf, usualWayOf } from '~~/shared/rules/swatch/taken-as-usual'
import type { GivenReading } from '~/features/swatch/given'
import type { CardDraft, PieceDraft } from './card-draft'

export interface CardContext extends NoteContext {
  /** What a bare number means. */
  units: ReturnType<typeof defaultUnits>
}

type BlankName =
  | 'source'
  | 'plant'
  | 'gathered'
  | 'dyed'
  | 'temp'
  | 'minutes'
  | 'water'
  | 'ph'
  | `fibre${number}`
  | `mordant${number}`

/** What is wrong, by the blank in which it stands. */
export type CardTroubles = Partial<Record<BlankName, string>>

export interface ReadCard {
  /** null while something cannot be read, or the source is missing. */
  card: Card | null
  troubles: CardTroubles
}

/** How a blank is read: as a stretch of a note that may tell of nothing else. */
interface Blank<T> {
  name: BlankName
  text: string
  /** What a note about it would say before it. */
  lead?: string
  /** Unit of a bare number. */
  unit?: string
  kinds: readonly NoteKind[]
  of: (facts: NoteFacts) => T | null
  example: string
}

/** A card of what was typed: each blank is read whole, and what cannot be read is said beside it. */
export function readCard(draft: CardDraft, context: CardContext): ReadCard {
  const troubles: CardTroubles = {}
  /** Empty is not known, and no trouble; what says more than the blank asks is one. */
  function read<T>({ name, text, lead = '', unit, kinds, of, example }: Blank<T>): T | null {
    const typed = text.trim()
    if (typed === '') return null
    const isBare = unit !== undefined && parseNumber(typed) !== null
    const whole = isBare ? `${typed} ${unit}` : typed
    const { facts, spans, rest } = readNote(lead + whole, context)
    const value = of(facts)
    const strange = spans.find(({ kind }) => !kinds.includes(kind)) ?? rest[0]
    if (value === null) {
      troubles[name] = `Not read: write it as ${example}, or leave it empty.`
    } else if (strange) {
      const words = (lead + whole).slice(strange.start, strange.end)
      troubles[name] = `"${words}" is not read here: put it where it belongs, or in the note.`
    }
    return value
  }
  const day = (name: 'gathered' | 'dyed', text: string) =>
    read({
      name,
      text,
      kinds: ['day', 'gathered'],
      of: (facts) => facts.day ?? facts.gathered,
      example: '15 Aug 2024, mid August 2024 or 2024',
    })
  const plant = read({
    name: 'plant',
    text: draft.plantText,
    unit: context.units.mass,
    kinds: ['plantMass', 'fibreMass', 'ratio'],
    of: plantOf,
    example: '420 g, about 1 lb or 6 : 1',
  })
  const [gathered, dyed] = [day('gathered', draft.gatheredText), day('dyed', draft.dyedText)]
  const tempC = read({
    name: 'temp',
    text: draft.tempText,
    unit: context.units.temperature,
    kinds: ['temperature'],
    of: (facts) => facts.tempC,
    example: '82 °C or 180 °F',
  })
  const minutes = read({
    name: 'minutes',
    text: draft.minutesText,
    unit: 'min',
    kinds: ['duration'],
    of: (facts) => facts.minutes,
    example: '1 h or 45 min',
  })
  const waterL = read({
    name: 'water',
    text: draft.waterText,
    unit: context.units.volume,
    kinds: ['water'],
    of: (facts) => facts.waterL,
    example: '4 L or 1 gal',
  })
  const finalPh = read({
    name: 'ph',
    text: draft.phText.replace(/^\s*ph\s*/i, ''),
    lead: 'pH ',
    kinds: ['ph'],
    of: (facts) => facts.ph,
    example: '6.5',
  })
  const pieces = draft.pieces.map((piece, i) => {
    const fibre = read({
      name: `fibre${i}`,
      text: piece.fibreText,
      lead: 'on ',
      unit: context.units.mass,
      kinds: ['fibreMass', 'plantMass'],
      of: oneMass,
      example: '50 g or 2 oz',
    })
    const mordants = isNone(piece.mordantText)
      ? []
      : read({
          name: `mordant${i}`,
          text: piece.mordantText,
          kinds: ['mordant'],
          of: (facts) => facts.mordants,
          example: 'alum 12 %, or none',
        })
    return cardPiece(piece, fibre, mordants)
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
      state: draft.state || usualStateOf(draft.source),
      ratio: plant?.ratio ?? null,
      gathered,
      place: draft.place.trim(),
      dyed,
      way: draft.way || usualWayOf(draft.source),
      minutes,
      tempC,
      waterL,
      finalPh,
      pieces,
      note: [draft.note.trim(), notTold(draft, plant !== null)].filter(Boolean).join('. '),
    },
  }
}

const cardPiece = (
  { fibre, form, colour, how, bare, verdict }: PieceDraft,
  amount: { massG: number; isAbout: boolean } | null,
  mordants: CardPiece['mordants'],
): CardPiece => ({
  fibre,
  form,
  dryG: amount?.massG ?? null,
  dryBasis: amount?.isAbout ? 'about' : 'weighed',
  mordants,
  reading: colour && { by: 'eye', ...colour, ...how, wet: false, washed: null },
  bare: bare && bareReading(bare),
  verdict: verdict || null,
  mark: '',
})

const bareReading = ({ how, ...colour }: GivenReading) => ({
  ...colour,
  ...how,
  wet: false,
  washed: null,
})

function notTold({ way, state }: CardDraft, isWeighed: boolean): string {
  return notToldWords([...(way ? [] : ['way']), ...(state || !isWeighed ? [] : [STATE_WORD])])
}

const STATE_WORD = 'state of the plant'

const isNone = (text: string) => /^\s*(?:none|no|nothing|-)\s*$/i.test(text)

/** The one amount that a blank tells, by whichever name it went; null: none, or several. */
function oneMass({ plantG, fibreG, plantIsAbout, fibreIsAbout }: NoteFacts) {
  const told = [plantG, fibreG].filter((massG) => massG !== null)
  const [massG] = told
  return told.length === 1 && massG !== undefined
    ? { massG, isAbout: plantIsAbout || fibreIsAbout }
    : null
}

function plantOf(facts: NoteFacts) {
  const mass = oneMass(facts)
  if (!mass && facts.ratio === null) return null
  return { massG: mass?.massG ?? null, ratio: facts.ratio, isAbout: mass?.isAbout ?? false }
}

import type { Fibre, Form } from '~~/catalogue/fibres'
import type { Way } from '~~/catalogue/ways'
import type { GivenHow, GivenReading } from '~/features/swatch/given'
import { labOfHex, type GivenColour } from '~~/core/colour/screen-colour'
import type { Lab } from '~~/core/colour/tristimulus'
import { newId } from '~~/shared/ids'
import type { Card } from '~~/shared/schemas/swatch/card'
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
  /** How it was come by: among chips, whose steps are known, or from a photo. */
  how: GivenHow | null
  /** Of the bare fibre, where somebody looked at it. */
  bare: GivenReading | null
  verdict: Verdict | ''
}

/** A card, its blanks as they were typed. */
export interface CardDraft {
  id: string
  source: Source | null
  /** `420 g`, or `6 : 1`. */
  plantText: string
  /** Empty: as the plant is usually weighed, and not told. */
  state: Card['state'] | ''
  gatheredText: string
  place: string
  dyedText: string
  way: Way | ''
  tempText: string
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
  how: null,
  bare: null,
  verdict: '',
})

export const blankCard = (): CardDraft => ({
  id: newId(),
  source: null,
  plantText: '',
  state: '',
  gatheredText: '',
  place: '',
  dyedText: '',
  way: '',
  tempText: '',
  minutesText: '',
  waterText: '',
  phText: '',
  note: '',
  pieces: [blankPiece()],
})

/** CIELAB of a colour that was given. */
export function colourOf(given: GivenColour | null): Lab | null {
  if (!given) return null
  return 'hex' in given ? labOfHex(given.hex) : given.lab
}

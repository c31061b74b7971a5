import type { ExtraStep } from './extra-steps'
import type { Agent } from '~~/catalogue/agents'
import type { Way } from '~~/catalogue/ways'
import type { Lid } from '~~/core/bath/evaporation'
import { parseNumber } from '~~/core/quantity/parse-number'
import type { ParticleSize } from '~~/core/bath/water-budget'
import type { AmountBasis } from '~~/core/harvest/ratio-error'
import type { Origin } from '~~/shared/rules/pot/opens-with'
import type { RememberedEnd } from '~~/shared/schemas/pot/pot'
import type { LookedHow, PieceOutcome } from '~~/shared/schemas/pot/pot-event'
import type { PlannedAddition, Water } from '~~/shared/schemas/pot/pot-plan'
import { localToday } from '~/format/dates'

/** A lot in a planned bath. */
export interface DraftLot {
  lotId: string
  /** g air-dry plant per g dry fibre: what counts where no mass was typed. */
  ratioDry: number
  /** Somebody set that ratio: of a pot of the past, one that only stands there is no fact. */
  isSaid: boolean
  /** As it was weighed, in the lot's present state; null: it follows from the ratio. */
  massG: number | null
  /** Empty: as the lot itself is known. */
  massBasis: AmountBasis | ''
}

/** What is typed of a pot before it is planned. */
export interface PotDraft {
  /** A pot to be dyed, or one that was dyed already. */
  mode: 'plan' | 'past'
  lots: DraftLot[]
  pieceIds: string[]
  dyedOn: string
  way: Way
  ownWayId: string | null
  /** null: as much as is advised. */
  waterL: number | null
  water: Water | ''
  size: ParticleSize | ''
  /** Empty: not remembered. */
  lid: Lid | ''
  vesselId: string
  burner: string
  kettleL: number | null
  /** With the pieces in it; null: as hot as the way is, within what all of it bears. */
  tempC: number | null
  /** While the colour is drawn out. */
  extractC: number | null
  minutes: number | null
  finalPh: number | null
  additions: PlannedAddition[]
  ph: { target: number; cap: number; agent: Agent } | null
  /** Minutes after which a piece comes out before the others. */
  pulls: Record<string, number>
  /** What the plan adds to its way. */
  extraSteps: ExtraStep[]
  coats: number
  /** By piece, where one has another number of them. */
  pieceCoats: Record<string, number>
  /** Begin now, or be over by a day and hour. */
  when: 'now' | 'by'
  by: string
  /** Each piece in a jar of its own, in one water bath. */
  inJars: boolean
  /** Share of the liquor in each piece's jar, by volume; null: nobody measured it. */
  jarShares: Record<string, number | null>
  fromPotId: string | null
  note: string
  /**
   * Where the way and the ratio it opened with come from (null: asked for, or changed since), and the
   * water and vessel that were taken over from the last pot.
   */
  opened: {
    way: Origin | null
    ratio: Origin | null
    code: string
    water: Water | ''
    vesselId: string
  }
  past: PastDraft
  justifications: Record<string, string>
}

/** What is remembered of a pot that was dyed already; null: not known. */
export interface PastDraft {
  /** Clock time at which the pieces went in; empty: not known. */
  startedAt: string
  boiled: 'yes' | 'no' | null
  liquor: RememberedEnd['liquor']
  liquorL: number | null
  spent: RememberedEnd['spent']
  rinse: RememberedEnd['rinse']
  looks: PastLook[]
  /** What came of a piece, by its id. */
  outcomes: Record<string, PieceOutcome>
}

interface PastLook {
  /** Minutes after the pieces went in; null: not known. */
  afterMin: number | null
  /** Piece id; empty: the bath. */
  pieceId: string
  how: LookedHow
  hex: string
  words: string
  tempC: number | null
  ph: number | null
}

export const blankPast = (): PastDraft => ({
  startedAt: '',
  boiled: null,
  liquor: null,
  liquorL: null,
  spent: null,
  rinse: null,
  looks: [],
  outcomes: {},
})

export const FIRST_RATIO = 0.4

export const BLANK_LOT: DraftLot = {
  lotId: '',
  ratioDry: FIRST_RATIO,
  isSaid: false,
  massG: null,
  massBasis: '',
}

export const blankPot = (): PotDraft => ({
  mode: 'plan',
  lots: [{ ...BLANK_LOT }],
  pieceIds: [],
  dyedOn: localToday(),
  way: 'simmer',
  ownWayId: null,
  waterL: null,
  water: '',
  size: '',
  lid: 'on',
  vesselId: '',
  burner: '',
  kettleL: null,
  tempC: null,
  extractC: null,
  minutes: null,
  finalPh: null,
  additions: [],
  ph: null,
  pulls: {},
  extraSteps: [],
  coats: 1,
  pieceCoats: {},
  when: 'now',
  by: '',
  inJars: false,
  jarShares: {},
  fromPotId: null,
  note: '',
  opened: { way: null, ratio: null, code: '', water: '', vesselId: '' },
  past: blankPast(),
  justifications: {},
})

/** A draft that was kept when these fields were texts, in place: what was typed in them stays. */
export function mendDraft(draft: PotDraft): PotDraft {
  for (const field of ['tempC', 'minutes', 'finalPh'] as const) {
    const kept: unknown = draft[field]
    if (typeof kept === 'string') draft[field] = kept.trim() === '' ? null : parseNumber(kept)
  }
  return draft
}

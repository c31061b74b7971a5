import type { Agent } from '~~/catalogue/agents'
import type { Way } from '~~/catalogue/ways'
import type { Lid } from '~~/core/bath/evaporation'
import type { ParticleSize } from '~~/core/bath/water-budget'
import type { PlannedAddition, Water } from '~~/shared/schemas/pot/pot-plan'
import { localToday } from '~/format/dates'

/** A lot in a planned bath. */
interface DraftLot {
  lotId: string
  /** g air-dry plant per g dry fibre. */
  ratioDry: number
}

/** What is typed of a pot before it is planned. */
export interface PotDraft {
  lots: DraftLot[]
  pieceIds: string[]
  dyedOn: string
  way: Way
  ownWayId: string | null
  /** null: as much as is advised. */
  waterL: number | null
  water: Water | ''
  size: ParticleSize | ''
  lid: Lid
  vesselId: string
  burner: string
  kettleL: number | null
  tempC: number | string
  minutes: number | string
  finalPh: number | string
  additions: PlannedAddition[]
  ph: { target: number; cap: number; agent: Agent } | null
  /** Minutes after which a piece comes out before the others. */
  pulls: Record<string, number>
  coats: number
  /** Begin now, or be over by a day and hour. */
  when: 'now' | 'by'
  by: string
  /** Each piece in a jar of its own, in one water bath. */
  inJars: boolean
  /** Share of the liquor in each piece's jar, by volume; null: nobody measured it. */
  jarShares: Record<string, number | null>
  fromPotId: string | null
  note: string
  justifications: Record<string, string>
}

export const FIRST_RATIO = 0.4

export const blankPot = (): PotDraft => ({
  lots: [{ lotId: '', ratioDry: FIRST_RATIO }],
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
  tempC: '',
  minutes: '',
  finalPh: '',
  additions: [],
  ph: null,
  pulls: {},
  coats: 1,
  when: 'now',
  by: '',
  inJars: false,
  jarShares: {},
  fromPotId: null,
  note: '',
  justifications: {},
})

import { agentFacts } from '../../../catalogue/agents'
import { wayFacts, type Way } from '../../../catalogue/ways'
import { planSteps } from '../../../app/features/pot/plan-steps'
import { potBodies } from '../../../app/features/pot/pot-body'
import {
  blankPast,
  blankPot,
  type PastDraft,
  type PotDraft,
} from '../../../app/features/pot/pot-draft'
import { usePlanContents } from '../../../app/features/pot/plan/plan-contents'
import type { PotStock } from '../../../app/features/pot/usePotStock'
import type { AmountBasis } from '../../../core/harvest/ratio-error'
import { formatNumber } from '../../../core/quantity/format-quantity'
import { catalogueId } from '../../../shared/ids'
import type { NewPiece, Piece } from '../../../shared/schemas/basket/piece'
import type { Lot, NewLot } from '../../../shared/schemas/loft/lot'
import { newPotsSchema, type Pot } from '../../../shared/schemas/pot/pot'
import { pieceInWords } from '../../../shared/words/swatch/piece-in-words'
import { validate } from '../../../shared/validate'
import type { TestLog } from '../../fixtures/log'
import { withSetup } from '../../fixtures/with-setup'

/** A dye day as somebody would write it down in the evening, from an empty log. */
export interface DyeDay {
  on: string
  way: Way
  lots: (Omit<Partial<NewLot>, 'sourceId'> & {
    source: string
    /** Of it that went in, g as it was; null: nobody weighed it. */
    tookG: number | null
    basis?: AmountBasis
  })[]
  pieces: Partial<NewPiece>[]
  /** Minutes each piece was in, in their order; null: not known. */
  minutes?: (number | null)[]
  /** Share of the liquor in each piece's jar; null: nobody measured it. */
  jars?: (number | null)[]
  form?: Partial<PotDraft>
  past?: Partial<PastDraft>
}

/** Puts a day down through the form of the page and the services, and tells what was kept of it. */
export async function keptOf(here: TestLog, day: DyeDay): Promise<string[][]> {
  const lots: Lot[] = []
  for (const { source, tookG: _, basis: __, ...fields } of day.lots) {
    lots.push(await here.lot({ gatheredOn: day.on, sourceId: catalogueId(source), ...fields }))
  }
  const pieces: Piece[] = []
  for (const fields of day.pieces) pieces.push(await here.piece({ treatments: [], ...fields }))
  const draft = draftOf(day, lots, pieces)
  const { result } = withSetup(() =>
    usePlanContents(
      draft,
      () => ({ lots, pieces, dyedBefore: [] as Piece[], sources: sourcesOf(lots) }) as PotStock,
    ),
  )
  const bodies = potBodies({
    draft,
    lots: result.lots.value.map(({ lot, massG, massBasis }) => ({
      lotId: lot.id,
      massG: massG ?? 0,
      ...(massBasis && { massBasis }),
    })),
    pieces,
    wayName: '',
    steps: planSteps(day.way, null, {
      heatMin: null,
      tempC: null,
      dyeMin: null,
      isLiquorMade: false,
    }),
    // what the page would advise: none of it may be kept as a fact
    tempC: wayFacts(day.way).dyeC,
    minutes: wayFacts(day.way).dyeMin,
    pourL: 7,
    powerW: 2000,
    predictions: [],
    times: null,
    trial: null,
  })
  const { items } = await here.log.course.many(validate(newPotsSchema, { pots: bodies }).pots)
  // as they are now: what was stirred into the pot is part of their history
  const after = await Promise.all(pieces.map(({ id }) => here.log.pieces.read(id)))
  const byId = new Map(after.map((piece) => [piece.id, piece]))
  return items.map((pot) => linesOf(pot, byId))
}

/** As much of each source as the form asks. */
const sourcesOf = (lots: readonly Lot[]) =>
  new Map(lots.map(({ sourceId }) => [sourceId, { id: sourceId }])) as PotStock['sources']

function draftOf(day: DyeDay, lots: readonly Lot[], pieces: readonly Piece[]): PotDraft {
  const { minutes = [], jars } = day
  return {
    ...blankPot(),
    lid: '',
    mode: 'past',
    dyedOn: day.on,
    way: day.way,
    lots: day.lots.map(({ tookG, basis }, i) => ({
      lotId: lots[i]!.id,
      ratioDry: 0.4,
      isSaid: false,
      massG: tookG,
      massBasis: tookG === null ? 'unknown' : (basis ?? ''),
    })),
    pieceIds: pieces.map(({ id }) => id),
    pulls: Object.fromEntries(
      pieces.flatMap(({ id }, i) => (minutes[i] ? [[id, minutes[i]]] : [])),
    ),
    inJars: jars !== undefined,
    jarShares: Object.fromEntries((jars ?? []).map((share, i) => [pieces[i]!.id, share])),
    ...day.form,
    past: { ...blankPast(), ...day.past },
  }
}

const amount = (value: number, basis: AmountBasis, unit: string) =>
  basis === 'unknown' ? 'some' : `${basis === 'about' ? '~' : ''}${formatNumber(value)} ${unit}`

/** The stored record of a pot, a fact a line, in the order of the pot's life. */
function linesOf(pot: Pot, pieces: ReadonlyMap<string, Piece>): string[] {
  const { plan, end } = pot
  const ratio =
    pot.ratioDry === null
      ? 'ratio not known'
      : `${pot.ratioErrorSd ? '~' : ''}${formatNumber(pot.ratioDry)} : 1 dry`
  return [
    `${pot.dyedOn} ${pot.way}`,
    ...pot.lots.map(
      (lot) => `${amount(lot.massG, lot.massBasis, 'g')} ${lot.state} ${lot.lotCode.slice(0, 3)}`,
    ),
    ratio,
    ...(plan?.size ? [`stuff ${plan.size}`] : []),
    ...(pot.waterL === null ? [] : [`${formatNumber(pot.waterL)} L ${plan?.water ?? 'water'}`]),
    ...(pot.tempC === null ? [] : [`${formatNumber(pot.tempC)} °C`]),
    ...(plan && plan.coats > 1 ? [`${plan.coats} coats`] : []),
    ...pot.pieces.map((each) =>
      [
        pieceInWords(pieces.get(each.pieceId)!, pot.dyedOn),
        amount(each.dryG, each.dryBasis, 'g'),
        each.minutes !== null && `${each.minutes} min`,
        ...(each.outcome?.eye ?? []),
        ...(each.outcome?.handle ?? []),
        each.outcome?.note,
      ]
        .filter(Boolean)
        .join(', '),
    ),
    ...pot.events.flatMap((event) => {
      if (event.kind === 'add' && event.data.agent) {
        const { agent, massG } = event.data
        return [
          `${massG === null ? 'some' : `${formatNumber(massG)} g`} ${agentFacts(agent).label}`,
        ]
      }
      return event.kind === 'look' ? [`saw ${event.note} ${event.data.hex ?? ''}`.trim()] : []
    }),
    ...(pot.finalPh === null ? [] : [`pH ${formatNumber(pot.finalPh)}`]),
    ...(end?.boiled === null || end === null ? [] : [end.boiled ? 'boiled' : 'did not boil']),
    ...(end?.liquor ? [`liquor ${end.liquor}${end.liquorL ? ` ${end.liquorL} L` : ''}`] : []),
    ...(end?.spent ? [`stuff to ${end.spent}`] : []),
    ...(end?.rinse ? [`rinse ${end.rinse}`] : []),
    ...(pot.note ? [pot.note] : []),
  ]
}

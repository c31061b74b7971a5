import type { Knex } from 'knex'
import { fibreFacts } from '../../../catalogue/fibres'
import { isMordant, MORDANTS } from '../../../catalogue/agents'
import { PARTS } from '../../../catalogue/parts'
import { wayFacts } from '../../../catalogue/ways'
import { sharedPlace } from '../../../core/formats/place'
import { writeHeader, writeRows } from '../../../core/formats/table'
import type { AmountBasis } from '../../../core/harvest/ratio-error'
import { lookUp } from '../../../core/present'
import type { Piece } from '../../../shared/schemas/basket/piece'
import { ANY_DAY } from '../../../shared/schemas/log/common'
import type { Lot } from '../../../shared/schemas/loft/lot'
import type { Pot } from '../../../shared/schemas/pot/pot'
import type { Patch } from '../../../shared/schemas/walk/patch'
import { bestReading } from '../../../shared/rules/swatch/best-reading'
import { lotRepository } from '../../repositories/lots'
import { patchRepository } from '../../repositories/patches'
import { readSwatches, type SwatchFacts } from './swatch-facts'
import { everyOne } from './tables-out'

/** A spreadsheet as people keep one of what they dyed: a row each skein, units in its cells. */
const DYE_LOG_COLUMNS = [
  'day',
  'pot',
  'plant',
  'part',
  'plant amount',
  'fresh or dried',
  'gathered',
  'place',
  'fibre',
  'fibre amount',
  'mordant',
  'way',
  'time',
  'heat',
  'water',
  'final pH',
  'colour',
  'again',
  'mark',
  'notes',
] as const

const PAGE = 200

/** Of each read swatch what such a spreadsheet has room for; it comes in again by its own heads. */
export async function* dyeLogCsv(db: Knex): AsyncGenerator<string> {
  yield writeHeader(DYE_LOG_COLUMNS)
  const patches = await everyOne((after) =>
    patchRepository(db).page({ aside: false, limit: PAGE, after }),
  )
  const patchById = new Map(patches.map((patch) => [patch.id, patch]))
  for await (const facts of readSwatches(db)) {
    const lots = await lotRepository(db).findMany(facts.pot.lots.map(({ lotId }) => lotId))
    const lotById = new Map(lots.map((lot) => [lot.id, lot]))
    // a row has room for one plant: of several each has its own
    for (const used of facts.pot.lots) {
      const lot = lookUp(lotById, used.lotId)
      const patch = lot.patchId ? (patchById.get(lot.patchId) ?? null) : null
      yield writeRows(DYE_LOG_COLUMNS, [rowOf(facts, used, lot, patch)])
    }
  }
}

function rowOf(
  { swatch, pot, piece, sources }: SwatchFacts,
  used: Pot['lots'][number],
  lot: Lot,
  patch: Patch | null,
): Record<(typeof DYE_LOG_COLUMNS)[number], string | number | null> {
  const source = sources.find(({ id }) => id === lot.sourceId)
  const inPot = pot.pieces.find(({ pieceId }) => pieceId === piece.id)
  return {
    day: dayWords(pot.dyedOn, pot.dyedWithinDays),
    pot: pot.code,
    plant: source?.commonName ?? '',
    part: source ? PARTS[source.part].label : '',
    'plant amount': amount(used.massG, used.massBasis),
    'fresh or dried': used.state,
    gathered: dayWords(lot.gatheredOn, lot.gatheredWithinDays),
    place: sharedPlace(patch)?.locality ?? '',
    fibre: fibreFacts(piece.fibre).label,
    'fibre amount': inPot ? amount(inPot.dryG, inPot.dryBasis) : '',
    mordant: mordantCell(piece, pot),
    way: wayFacts(pot.way).label,
    time: pot.minutes === null ? '' : `${round(pot.minutes)} min`,
    heat: pot.tempC === null ? '' : `${round(pot.tempC)} °C`,
    water: pot.waterL === null ? '' : `${round(pot.waterL)} L`,
    'final pH': pot.finalPh,
    colour: bestReading(swatch.readings, { afterLight: true })?.hex ?? '',
    again: swatch.verdict ?? '',
    mark: piece.mark,
    notes: [pot.note, swatch.verdictWhy, swatch.note].filter(Boolean).join(' '),
  }
}

const round = (value: number) => Number(value.toFixed(2))

const amount = (massG: number, basis: AmountBasis) =>
  basis === 'unknown' ? '?' : `${basis === 'about' ? '~' : ''}${round(massG)} g`

/** A day as well as it is known: of a month or a year no day is told. */
function dayWords(on: string, withinDays: number): string {
  if (withinDays >= ANY_DAY) return ''
  if (withinDays > 90) return on.slice(0, 4)
  // a season is told by its middle month: no spreadsheet has room for how far off it is
  return withinDays > 3 ? on.slice(0, 7) : on
}

function mordantCell({ treatments, mordantKnown }: Piece, { dyedOn }: Pot): string {
  const given = treatments.flatMap(({ agent, percentWof, doneOn }) =>
    agent && isMordant(agent) && doneOn <= dyedOn
      ? [`${MORDANTS[agent].label}${percentWof === null ? '' : ` ${round(percentWof)}%`}`]
      : [],
  )
  if (given.length > 0) return given.join(' + ')
  return mordantKnown ? 'none' : ''
}

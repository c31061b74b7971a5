import type { Knex } from 'knex'
import { lookUp } from '../../../core/present'
import type {
  FileLot,
  FilePiece,
  FilePot,
  FileReading,
} from '../../../shared/schemas/exchange/log-pots'
import { fromLogOf } from '../../../shared/rules/pot/from-log'
import type { Piece, Treatment } from '../../../shared/schemas/basket/piece'
import type { NewTreatment } from '../../../shared/schemas/basket/treatment'
import type { Lot } from '../../../shared/schemas/loft/lot'
import type { Pot, PotLot, PotPiece } from '../../../shared/schemas/pot/pot'
import { NOTED, type NewPotEvent, type PotEvent } from '../../../shared/schemas/pot/pot-event'
import type { Reading } from '../../../shared/schemas/swatch/reading'
import type { Swatch } from '../../../shared/schemas/swatch/swatch'
import type { Source } from '../../../shared/schemas/walk/source'
import { giveWay } from '../../database/give-way'
import { lotRepository } from '../../repositories/lots'
import { pieceRepository } from '../../repositories/pieces'
import { potRepository } from '../../repositories/pots'
import { swatchRepository } from '../../repositories/swatches'

/** A page is read in a hundredth of a second or so. */
const PAGE = 25

/** Pots of which a swatch was read, newest first, as another log can take them in. Own ones alone. */
export async function* readPots(db: Knex): AsyncGenerator<FilePot> {
  let after: string | undefined
  do {
    const { items, next } = await potRepository(db).page({
      aside: false,
      limit: PAGE,
      stage: 'done',
      after,
    })
    const own = items.filter((pot) => fromLogOf(pot) === '')
    const idsOf = <T>(pick: (pot: Pot) => T[]) => [...new Set(own.flatMap(pick))]
    const lots = await lotRepository(db).findMany(idsOf((pot) => pot.lots.map((l) => l.lotId)))
    const pieces = await pieceRepository(db).findMany(
      idsOf((pot) => pot.pieces.map((p) => p.pieceId)),
    )
    const lotById = new Map(lots.map((lot) => [lot.id, lot]))
    const pieceById = new Map(pieces.map((piece) => [piece.id, piece]))
    for (const pot of own) {
      const read = (await swatchRepository(db).ofPot(pot.id)).filter(
        ({ readings, setAsideAt }) => readings.length > 0 && !setAsideAt,
      )
      if (read.length > 0) yield filePot(pot, read, lotById, pieceById)
    }
    after = next ?? undefined
    await giveWay()
  } while (after)
}

const filePot = (
  pot: Pot,
  read: readonly Swatch[],
  lots: ReadonlyMap<string, Lot>,
  pieces: ReadonlyMap<string, Piece>,
): FilePot => ({
  pot: pot.code,
  title: pot.title,
  dyedOn: pot.dyedOn,
  dyedWithinDays: pot.dyedWithinDays,
  way: pot.way,
  wayName: pot.wayName,
  bathNumber: pot.bathNumber,
  isRatioKnown: pot.isRatioKnown,
  size: pot.plan?.size ?? null,
  waterL: pot.waterL,
  tempC: pot.tempC,
  minutes: pot.minutes,
  finalPh: pot.finalPh,
  end: pot.end && {
    liquor: pot.end.liquor,
    liquorL: pot.end.liquorL,
    spent: pot.end.spent,
    rinse: pot.end.rinse,
    boiled: pot.end.boiled,
  },
  notes: pot.events.flatMap(fileNote),
  note: pot.note,
  lots: pot.lots.map((used) => fileLot(used, lookUp(lots, used.lotId))),
  // pieces that nobody read say nothing of a colour, but their weight is in the ratio
  pieces: pot.pieces.map((used) =>
    filePiece(used, lookUp(pieces, used.pieceId), pot, swatchOf(read, used.pieceId)),
  ),
})

const swatchOf = (read: readonly Swatch[], pieceId: string) =>
  read.find((swatch) => swatch.pieceId === pieceId) ?? null

const fileLot = (used: PotLot, lot: Lot): FileLot => ({
  lot: lot.code,
  sourceId: lot.sourceId,
  gatheredOn: lot.gatheredOn,
  gatheredWithinDays: lot.gatheredWithinDays,
  obtained: lot.obtained,
  stage: lot.stage,
  chop: lot.chop,
  sureness: lot.sureness,
  state: used.state,
  massG: used.massG,
  massBasis: used.massBasis,
  dryFraction: used.dryFraction,
  dryFractionBasis: used.dryFractionBasis,
  isSpent: used.isSpent,
  isAged: used.isAged,
  isSoaked: used.isSoaked,
})

function filePiece(used: PotPiece, piece: Piece, pot: Pot, swatch: Swatch | null): FilePiece {
  return {
    piece: {
      id: piece.id,
      name: piece.name,
      fibre: piece.fibre,
      form: piece.form,
      dryG: used.dryG,
      dryBasis: used.dryBasis,
      blend: piece.blend,
      mordantKnown: piece.mordantKnown,
      base: piece.base,
      mark: piece.mark,
      treatments: piece.treatments.filter((each) => isBefore(each, pot)).map(fileTreatment),
      ...(piece.bare && { bare: fileReading(piece.bare) }),
      note: piece.note,
    },
    wasDyed: piece.potIds.indexOf(pot.id) > 0,
    minutes: used.minutes,
    outcome: used.outcome,
    swatch: swatch && {
      id: swatch.id,
      code: swatch.code,
      hoped: swatch.hoped,
      verdict: swatch.verdict,
      verdictWhy: swatch.verdictWhy,
      attentionMin: swatch.attentionMin,
      note: swatch.note,
      readings: swatch.readings
        .map((reading) => ({ ...fileReading(reading), readAs: reading.about.readAs }))
        .reverse(),
    },
  }
}

/** What was stirred into the pot itself is told by its notes. */
const isBefore = ({ doneOn, potId }: Treatment, pot: Pot) =>
  potId !== pot.id && doneOn <= pot.dyedOn

const fileTreatment = (each: Treatment): NewTreatment => ({
  kind: each.kind,
  ...(each.agent && { agent: each.agent }),
  ...(each.percentWof && { percentWof: each.percentWof }),
  ...(each.finish && { finish: each.finish }),
  ...(each.heat && { heat: each.heat }),
  doneOn: each.doneOn,
  note: each.note,
})

/** A reading as it was given; photos stay where they are. */
function fileReading(reading: Reading) {
  const { about, reflectance, method, lab, hex } = reading
  const { photoId: _, readAs: __, ...told } = about
  return {
    id: reading.id,
    ...(reflectance ? { reflectance } : method === 'hex' ? { hex } : { lab }),
    wet: reading.wet,
    washed: reading.washed,
    by: reading.by,
    lightHours: reading.lightHours,
    errorDe: reading.errorDe,
    unevenness: reading.unevenness,
    about: told,
  } satisfies Omit<FileReading, 'readAs'>
}

/** Notes of the pot's course; what came off a shelf or out of a lot here is not there. */
function fileNote(event: PotEvent): NewPotEvent[] {
  const { kind, data } = event
  if (!(NOTED as readonly string[]).includes(kind)) return []
  if (kind === 'add' && data.lotId) return []
  const note = { ...event, stepId: null }
  return [(kind === 'add' ? { ...note, data: { ...data, shelfId: null } } : note) as NewPotEvent]
}

/** What a source has here alone. */
type OwnToLog =
  'rev' | 'createdAt' | 'updatedAt' | 'setAsideAt' | 'code' | 'provenance' | 'claims' | 'corrected'

/** A source as another log can take it in, where it does not know it. */
export function fileSource(source: Source): Omit<Source, OwnToLog> {
  const { rev, createdAt, updatedAt, setAsideAt, code, provenance, claims, corrected, ...told } =
    source
  return told
}

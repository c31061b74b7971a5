import { FOREIGN } from '../../../core/harvest/contents'
import { present } from '../../../core/present'
import type { FileLot, FilePiece, FilePot } from '../../../shared/schemas/exchange/log-pots'
import type { Lot } from '../../../shared/schemas/loft/lot'
import { PLAIN_LOT } from '../../../shared/schemas/loft/lot'
import type { NewPot, Pot, PotQuery } from '../../../shared/schemas/pot/pot'
import type { PotChange } from '../../../shared/schemas/pot/pot-change'
import type { NewPotEvent } from '../../../shared/schemas/pot/pot-event'
import { PLAIN_PLAN } from '../../../shared/schemas/pot/pot-plan'
import type {
  NewSwatch,
  Swatch,
  SwatchChange,
  SwatchQuery,
} from '../../../shared/schemas/swatch/swatch'
import type {
  NewSource,
  Source,
  SourceChange,
  SourceQuery,
} from '../../../shared/schemas/walk/source'
import { lotRepository } from '../../repositories/lots'
import { swatchRepository } from '../../repositories/swatches'
import type { PieceRecords } from '../basket/piece-records'
import type { LotRecords } from '../loft/lot-moves'
import type { MadeLot } from '../loft/lots'
import type { Batch, Records } from '../log/records'
import { stableId, stableIds } from './stable-id'

export interface PotCollections {
  sources: Records<Source, NewSource, SourceChange, SourceQuery>
  lots: LotRecords
  pieces: PieceRecords
  pots: Records<Pot, NewPot, PotChange, PotQuery>
  swatches: Records<Swatch, NewSwatch, SwatchChange, SwatchQuery>
}

interface Keeping {
  pot: FilePot
  potId: string
  /** The other log's id, its name here, and under which number its things come in. */
  log: string
  whose: string
  nth: number
  /** The source here that one of the file is. */
  sourceIdOf: (id: string) => string
}

/** Writes a pot of another log with its lots, pieces, swatches and readings into a change. */
export async function keepPot(
  batch: Batch,
  collections: PotCollections,
  { pot, potId, log, whose, nth, sourceIdOf }: Keeping,
): Promise<void> {
  const idOf = (kind: string, id: string) => stableId(`${log}/${kind}/${id}`, pot.dyedOn, nth)
  const pieceIdOf = (id: string) => idOf('piece', `${pot.pot}/${id}`)
  const swatchIdOf = (id: string) => idOf('swatch', id)
  const lots: NewPot['lots'] = []
  for (const used of pot.lots) {
    const lotId = await keepLot(batch, collections, used, { log, whose, sourceIdOf })
    lots.push({ lotId, massG: used.massG, massBasis: used.massBasis })
  }
  for (const { piece, wasDyed, swatch } of pot.pieces) {
    const { bare, ...told } = piece
    await collections.pieces.createIn(batch, {
      ...told,
      id: pieceIdOf(piece.id),
      // its first pot did not come with it: it is no undyed piece for that
      ...(wasDyed
        ? { base: 'dyed' }
        : bare && {
            bare: {
              ...bare,
              id: idOf('bare', piece.id),
              about: { ...bare.about, photoId: null },
            },
          }),
      note: [piece.note, swatch && `${swatch.code} of ${whose}.`].filter(Boolean).join(' '),
      setId: null,
      fromLog: whose,
    })
  }
  await collections.pots.createIn(batch, {
    id: potId,
    title: pot.title,
    stage: 'done',
    plan: pot.size ? { ...PLAIN_PLAN, lid: null, size: pot.size } : null,
    wayName: pot.wayName,
    dyedOn: pot.dyedOn,
    dyedWithinDays: pot.dyedWithinDays,
    isRatioKnown: pot.isRatioKnown,
    way: pot.way,
    lots,
    pieces: pot.pieces.map(({ piece, swatch, minutes, outcome }) => ({
      pieceId: pieceIdOf(piece.id),
      ...(swatch && { swatchId: swatchIdOf(swatch.id) }),
      minutes,
      outcome,
    })),
    waterL: pot.waterL,
    tempC: pot.tempC,
    minutes: pot.minutes,
    finalPh: pot.finalPh,
    ...(pot.end && { end: pot.end }),
    notes: pot.notes.map((note) => ofPieces(note, idOf('note', note.id), pieceIdOf)),
    note: [`${pot.pot} of ${whose}.`, pot.note].filter(Boolean).join(' '),
  })
  for (const { swatch } of pot.pieces) {
    if (swatch) await keepReadings(batch, collections, swatch, { idOf, swatchIdOf })
  }
  await leaveUnread(batch, potId)
}

/** What nobody read there lies there: it does not wait here to be read. */
async function leaveUnread({ trx, at }: Batch, potId: string): Promise<void> {
  const swatches = swatchRepository(trx)
  for (const { id, readings } of await swatches.ofPot(potId)) {
    if (readings.length === 0) await swatches.setOneAside(id, at)
  }
}

/** A lot of another log once, however many pots it went into: it holds what they took, and no more. */
async function keepLot(
  batch: Batch,
  { lots }: PotCollections,
  used: FileLot,
  { log, whose, sourceIdOf }: Pick<Keeping, 'log' | 'whose' | 'sourceIdOf'>,
): Promise<string> {
  const ids = stableIds(`${log}/lot/${used.lot}/${used.state}`, used.gatheredOn)
  const known = await lotRepository(batch.trx).findMany(ids)
  const same = known.find(({ setAsideAt }) => setAsideAt === null)
  if (same) return (await growLot(batch, lots, same, used.massG)).id
  const id = present(ids.find((each) => !known.some((lot) => lot.id === each)))
  await lots.createIn(batch, lotOf(used, id, whose, sourceIdOf))
  return id
}

const growLot = async (batch: Batch, lots: LotRecords, lot: Lot, byG: number): Promise<Lot> =>
  byG > 0 ? lots.changeIn(batch, lot.id, { netG: lot.netG + byG }) : lot

function lotOf(
  used: FileLot,
  id: string,
  whose: string,
  sourceIdOf: Keeping['sourceIdOf'],
): MadeLot {
  // what is dried is dry matter, less what was not the plant
  const isDried = used.state === 'dried'
  const foreign = 1 - used.dryFraction
  return {
    ...PLAIN_LOT,
    id,
    sourceId: sourceIdOf(used.sourceId),
    gatheredOn: used.gatheredOn,
    gatheredWithinDays: used.gatheredWithinDays,
    obtained: used.obtained,
    stage: used.stage,
    chop: used.chop,
    sureness: used.sureness,
    state: used.state as MadeLot['state'],
    ...(used.massG > 0 ? { netG: used.massG } : { isAmountUnknown: true }),
    ...(!isDried && { dryFraction: used.dryFraction, dryBasis: used.dryFractionBasis }),
    ...(isDried &&
      foreign > 0 && {
        contents: [{ what: FOREIGN, share: foreign, basis: 'guessed' as const }],
      }),
    fromLog: whose,
    note: `${used.lot} of ${whose}.`,
  }
}

async function keepReadings(
  batch: Batch,
  { swatches }: PotCollections,
  swatch: NonNullable<FilePiece['swatch']>,
  {
    idOf,
    swatchIdOf,
  }: { idOf: (kind: string, id: string) => string; swatchIdOf: (id: string) => string },
): Promise<void> {
  const { id, readings, note, verdict, verdictWhy, hoped, attentionMin } = swatch
  const swatchId = swatchIdOf(id)
  for (const { readAs, ...reading } of readings) {
    // photos stay where they are
    const about = {
      ...reading.about,
      photoId: null,
      readAs: readAs === null ? null : swatchIdOf(readAs),
    }
    const read = { ...reading, id: idOf('reading', present(reading.id)), about }
    await swatches.changeIn(batch, swatchId, { reading: read })
  }
  const judged = { note, verdict, verdictWhy, hoped, attentionMin }
  await swatches.changeIn(batch, swatchId, judged)
}

/** A note that names pieces, by their ids here. */
function ofPieces(note: NewPotEvent, id: string, pieceIdOf: (id: string) => string): NewPotEvent {
  const { data } = note
  const named =
    'pieceIds' in data
      ? { ...data, pieceIds: data.pieceIds.map(pieceIdOf) }
      : 'pieceId' in data && data.pieceId
        ? { ...data, pieceId: pieceIdOf(data.pieceId) }
        : data
  return { ...note, id, data: named } as NewPotEvent
}

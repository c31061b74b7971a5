import { formatMass } from '../../../core/quantity/format-quantity'
import { newId } from '../../../shared/ids'
import type { NewBath } from '../../../shared/schemas/basket/mordant-bath'
import type { GatherSet, ManyPieces, TreatMany } from '../../../shared/schemas/basket/piece-moves'
import type { Piece, SplitPiece } from '../../../shared/schemas/basket/piece'
import type { Database } from '../../database/open'
import { bathRepository } from '../../repositories/mordant-baths'
import { pieceRepository } from '../../repositories/pieces'
import { refuseFuture } from '../log/calendar'
import { atPointer, notFound, stillNeeded, unacceptable } from '../log/failures'
import { finishIn, type BathRecords } from './mordant-baths'
import type { Batch, Clock } from '../log/records'
import type { PieceRecords, SetRecords } from './piece-records'

interface Collections {
  pieces: PieceRecords
  sets: SetRecords
  baths: BathRecords
}

export interface Moved<T> {
  items: T[]
  changeSetId: string | null
}

/** Scales and cut ends: so much may parts differ from the whole. */
const SPLIT_TOLERANCE = 0.05

/** What is done to several pieces at once: each is one change, undone as one. */
export const pieceMoves = (
  database: Database,
  { pieces, sets, baths }: Collections,
  clock: Clock,
) => {
  const batch = <T>(run: (batch: Batch) => Promise<T>): Promise<T> =>
    database.write.transaction((trx) =>
      run({ trx, at: clock().toISOString(), changeSetId: newId() }),
    )

  return {
    /** Pieces weighed in together, with the set they make and the baths planned for them. */
    many: ({ set, pieces: made, baths: planned }: ManyPieces): Promise<Moved<Piece>> =>
      batch(async (step) => {
        if (set) await sets.createIn(step, set)
        let written = 0
        for (const [i, piece] of made.entries()) {
          const kept = await atPointer(`/pieces/${i}`, () => pieces.createIn(step, piece))
          if (kept) written++
        }
        for (const [i, bath] of planned.entries()) {
          await atPointer(`/baths/${i}`, () => baths.createIn(step, bath))
        }
        const items = await pieceRepository(step.trx).findMany(made.map(({ id }) => id))
        return { items, changeSetId: written > 0 ? step.changeSetId : null }
      }),

    /** One thing done to many pieces: washed, rinsed, pre-shrunk. */
    treat: ({ pieceIds, treatment }: TreatMany): Promise<Moved<Piece>> =>
      batch(async (step) => {
        const items: Piece[] = []
        for (const id of pieceIds) {
          items.push(await pieces.changeIn(step, id, { treatment: { ...treatment, id: newId() } }))
        }
        return { items, changeSetId: step.changeSetId }
      }),

    /** Pieces that belong together from now on. */
    gather: ({ set, setId, pieceIds }: GatherSet): Promise<Moved<Piece>> =>
      batch(async (step) => {
        if (set) await sets.createIn(step, set)
        const items: Piece[] = []
        for (const id of pieceIds) {
          items.push(await pieces.changeIn(step, id, { setId: set?.id ?? setId }))
        }
        return { items, changeSetId: step.changeSetId }
      }),

    /** A skein wound or cut into several; each part keeps all that was done to it. */
    split: (pieceId: string, { on, parts }: SplitPiece): Promise<Moved<Piece>> =>
      batch(async (step) => {
        const { trx } = step
        const ids = parts.map(({ id }) => id)
        const made = await pieceRepository(trx).findMany(ids)
        if (made.length === parts.length && made.every((part) => part.fromPieceId === pieceId)) {
          return { items: made, changeSetId: null }
        }
        const whole = await pieceRepository(trx).find(pieceId)
        if (!whole || whole.setAsideAt) throw notFound('piece', pieceId)
        if (whole.splitOn) throw stillNeeded(`${whole.code} was split on ${whole.splitOn}.`)
        if (whole.bathId) throw stillNeeded(`${whole.code} is in a bath: take it out first.`)
        refuseFuture('/on', on, step.at)
        refuseOtherWeight(whole, parts)
        for (const { id, dryG, mark } of parts) {
          const { bare, treatments: _, ...like } = whole
          await pieces.createIn(step, {
            id,
            dryG,
            mark,
            from: whole,
            treatments: [],
            name: like.name,
            fibre: like.fibre,
            form: like.form,
            note: like.note,
            blend: like.blend,
            base: like.base,
            setId: like.setId,
            metresPer100G: like.metresPer100G,
            widthCm: null,
            lengthCm: null,
            ...(bare && {
              bare: bare.reflectance
                ? { reflectance: [...bare.reflectance], wet: bare.wet, washed: bare.washed }
                : { lab: bare.lab, wet: bare.wet, washed: bare.washed },
            }),
          })
        }
        await pieceRepository(trx).setSplit(whole.id, on)
        await pieces.logChange(step, whole)
        return {
          items: await pieceRepository(trx).findMany(ids),
          changeSetId: step.changeSetId,
        }
      }),

    /** Several baths in one go, different mordants for different pieces: planned, begun, or over. */
    baths: (all: NewBath[]) =>
      batch(async (step) => {
        let written = 0
        for (const [i, bath] of all.entries()) {
          const kept = await atPointer(`/baths/${i}`, () => baths.createIn(step, bath))
          if (!kept) continue
          written++
          if (bath.endedAt) {
            await finishIn(step, { baths, pieces }, kept, { ...bath, at: bath.endedAt })
          }
        }
        const items = await bathRepository(step.trx).findMany(all.map(({ id }) => id))
        return { items, changeSetId: written > 0 ? step.changeSetId : null }
      }),
  }
}

function refuseOtherWeight(whole: Piece, parts: SplitPiece['parts']): void {
  const sum = parts.reduce((total, { dryG }) => total + dryG, 0)
  if (Math.abs(sum - whole.dryG) <= SPLIT_TOLERANCE * whole.dryG) return
  throw unacceptable(
    '/parts',
    `The parts must weigh about what the whole does, ${formatMass(whole.dryG)} within 5 %; they come to ${formatMass(sum)}.`,
  )
}

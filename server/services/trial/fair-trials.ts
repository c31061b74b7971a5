import { sum } from 'd3-array'
import { chanceToSee, timesSeen } from '../../../core/trial/power'
import { newId } from '../../../shared/ids'
import { laidPieces, laidTrial } from '../../../shared/rules/trial/lay-out'
import { isInJars, shapeOf } from '../../../shared/rules/trial/trial-factors'
import type { Lot } from '../../../shared/schemas/loft/lot'
import type { Pot } from '../../../shared/schemas/pot/pot'
import type {
  NewTrial,
  Trial,
  TrialChange,
  TrialDesign,
  TrialPromise,
  TrialRow,
} from '../../../shared/schemas/trial/trial'
import type { PageQuery } from '../../../shared/schemas/log/common'
import type { DesignView, TrialView } from '../../../shared/views/trial/trial'
import type { Database } from '../../database/open'
import { sinceLastChange } from '../../database/since-last-change'
import { lotRepository } from '../../repositories/lots'
import { potRepository } from '../../repositories/pots'
import type { BathRecords } from '../basket/mordant-baths'
import type { SetRecords } from '../basket/piece-records'
import type { evidenceService } from '../evidence/evidence'
import { everyPage } from '../log/every-page'
import { unacceptable } from '../log/failures'
import type { Clock, Records } from '../log/records'
import { trialKind } from '../log/small-kinds'
import type { CardCollections } from '../swatch/cards'
import { trialSpread } from './trial-spread'
import { trialViews } from './trial-views'

type Collections = Pick<CardCollections, 'pieces' | 'pots'> & {
  sets: SetRecords
  baths: BathRecords
  trials: Records<Trial, TrialRow, TrialChange, PageQuery>
}

/** Differences that a dyer would ask about, times as strong. */
const ASKED_TIMES = [1.1, 1.2, 1.3, 1.5, 2]

/** Fair trials: what one would take and show, made, and what came of those that were. */
export const fairTrials = (
  database: Database,
  collections: Collections,
  evidence: Pick<ReturnType<typeof evidenceService>, 'repeats'>,
  clock: Clock,
) => {
  async function promiseOf(design: TrialDesign, sourceId: string): Promise<TrialPromise> {
    const [ofSource, ofLog] = [await evidence.repeats(sourceId), await evidence.repeats()]
    const isOnePot = !isInJars(design.factor, design.inJars)
    const spread = trialSpread(ofSource, ofLog, isOnePot)
    const shape = shapeOf(design.factor, design.levels, design.each)
    return { ...spread, timesSeen: timesSeen(shape, spread) }
  }

  async function lotOf(lotId: string): Promise<Lot> {
    const lot = await lotRepository(database.read).find(lotId)
    if (!lot) throw unacceptable('/design/lotId', `There is no lot with the id ${lotId}.`)
    return lot
  }

  /** Looked at anew once anything is written. */
  const kept = sinceLastChange(database.read, async () => {
    const all = await everyPage((query: PageQuery) => trialKind.page(database.read, query), {
      aside: false,
    })
    const views = await trialViews(database.read, all)
    return views.sort((a, b) => (a.trial.createdAt < b.trial.createdAt ? 1 : -1))
  })

  return {
    /** What a design would take, and what it would show. */
    async design(design: TrialDesign): Promise<DesignView> {
      const lot = await lotOf(design.lotId)
      const promise = await promiseOf(design, lot.sourceId)
      const shape = shapeOf(design.factor, design.levels, design.each)
      const pieces = laidPieces(design, lot.dryFraction)
      return {
        promise,
        chances: ASKED_TIMES.map((times) => ({
          times,
          chance: chanceToSee(shape, promise, times),
        })),
        fibreG: pieces.length * design.pieceG,
        plantG: sum(pieces, ({ plantG }) => plantG),
        pieces: pieces.map(({ level, mark, plantG }) => ({ level, mark, plantG })),
        leftG: lot.leftG,
      }
    },

    /** Pieces, mordant baths, pots and the trial itself: all of it one change, undone as one. */
    async make(input: NewTrial): Promise<{ items: Pot[]; changeSetId: string | null }> {
      const lot = await lotOf(input.design.lotId)
      const promise = await promiseOf(input.design, lot.sourceId)
      return database.write.transaction(async (trx) => {
        const batch = { trx, at: clock().toISOString(), changeSetId: newId() }
        const known = await trialKind.find(trx, input.id)
        if (known) return { items: await potsOf(trx, known.places), changeSetId: null }
        const { set, pieces, baths, pots, places } = laidTrial(input, lot.dryFraction, newId)
        await collections.sets.createIn(batch, set)
        for (const piece of pieces) await collections.pieces.createIn(batch, piece)
        for (const bath of baths) await collections.baths.createIn(batch, bath)
        for (const pot of pots) await collections.pots.createIn(batch, pot)
        const { id, words, design } = input
        await collections.trials.createIn(batch, {
          id,
          words,
          sourceId: lot.sourceId,
          design,
          places,
          promise,
          note: '',
        })
        return { items: await potsOf(trx, places), changeSetId: batch.changeSetId }
      })
    },

    /** Every trial with what came of it so far, the newest first. */
    views: (): Promise<TrialView[]> => kept(null),
  }
}

const potsOf = (db: Database['read'], places: Trial['places']): Promise<Pot[]> =>
  potRepository(db).findMany([...new Set(places.map(({ potId }) => potId))])

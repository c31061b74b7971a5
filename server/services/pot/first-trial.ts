import { wayFacts } from '../../../catalogue/ways'
import { trialLiquorL } from '../../../core/pot/trial-liquor'
import { present } from '../../../core/present'
import { newId } from '../../../shared/ids'
import type { NewPiece } from '../../../shared/schemas/basket/piece'
import { PLAIN_LOT, type NewLot } from '../../../shared/schemas/loft/lot'
import type { FirstTrial } from '../../../shared/schemas/pot/first-trial'
import type { NewPot, Pot } from '../../../shared/schemas/pot/pot'
import { PLAIN_PLAN } from '../../../shared/schemas/pot/pot-plan'
import type { Database } from '../../database/open'
import { potRepository } from '../../repositories/pots'
import { unacceptable } from '../log/failures'
import type { Clock } from '../log/records'
import type { CardCollections } from '../swatch/cards'

type Collections = Pick<CardCollections, 'lots' | 'pieces' | 'pots'>

/** What is gathered for a trial was gathered within the week. */
const DAYS_OF_GATHERING = 3

/** The first pair of jars of somebody who has nothing in the log: all of it one change, undone as one. */
export const firstTrialService = (database: Database, collections: Collections, clock: Clock) => ({
  /** @throws Refusal where less was gathered than both jars take */
  make: (trial: FirstTrial): Promise<{ items: Pot[]; changeSetId: string | null }> =>
    database.write.transaction(async (trx) => {
      const batch = { trx, at: clock().toISOString(), changeSetId: newId() }
      const before = await Promise.all(trial.jars.map(({ id }) => potRepository(trx).find(id)))
      const made = before.filter((pot) => pot !== null)
      if (made.length > 0) return { items: made, changeSetId: null }
      const jars = trial.jars.map(({ id, ratio }) => ({
        id,
        massG: Math.round(10 * ratio * trial.pieceG) / 10,
      }))
      const takenG = jars.reduce((sum, { massG }) => sum + massG, 0)
      if (trial.gatheredG < takenG) {
        throw unacceptable(
          '/gatheredG',
          `gatheredG must be at least the ${takenG} g that both jars take; got ${trial.gatheredG} g`,
        )
      }
      const lot: NewLot = {
        ...PLAIN_LOT,
        id: newId(),
        sourceId: trial.sourceId,
        state: trial.state,
        sureness: trial.sureness,
        gatheredOn: trial.on,
        // that it was gathered was told, and not on which day
        gatheredWithinDays: DAYS_OF_GATHERING,
        netG: trial.gatheredG,
      }
      await collections.lots.createIn(batch, lot)
      const items: Pot[] = []
      for (const jar of jars) {
        const piece = pieceOf(trial)
        await collections.pieces.createIn(batch, piece)
        const pot = jarOf(trial, lot.id, jar, piece.id)
        await collections.pots.createIn(batch, pot)
        items.push(present(await potRepository(trx).find(pot.id)))
      }
      return { items, changeSetId: batch.changeSetId }
    }),
})

const pieceOf = ({ fibre, form, pieceG }: FirstTrial): NewPiece => ({
  id: newId(),
  name: 'trial hank',
  fibre,
  form,
  dryG: pieceG,
  treatments: [],
  note: '',
})

function jarOf(
  trial: FirstTrial,
  lotId: string,
  { id, massG }: { id: string; massG: number },
  pieceId: string,
): NewPot {
  const { dyeC, dyeMin, steps } = wayFacts(trial.way)
  return {
    id,
    title: '',
    stage: 'planned',
    way: trial.way,
    groupId: trial.id,
    dyedOn: trial.on,
    lots: [{ lotId, massG }],
    pieces: [{ pieceId }],
    tempC: dyeC,
    minutes: dyeMin,
    finalPh: null,
    waterL: trialLiquorL(trial.pieceG),
    plan: { ...PLAIN_PLAN, steps: [...steps] },
    note: 'One of a first pair.',
  }
}

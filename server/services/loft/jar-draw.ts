import { drawOff } from '../../../core/jar/liquor'
import { InputError } from '../../../core/input-error'
import { newId } from '../../../shared/ids'
import {
  PLAIN_ROUND,
  type DrawJar,
  type Jar,
  type JarChange,
  type JarQuery,
  type NewJar,
} from '../../../shared/schemas/loft/jar'
import { PLAIN_LOT, type Lot } from '../../../shared/schemas/loft/lot'
import type { Database } from '../../database/open'
import { jarRepository } from '../../repositories/jars'
import { lotRepository } from '../../repositories/lots'
import { idTaken, notFound, stillNeeded, unacceptable } from '../log/failures'
import type { LotRecords } from './lot-moves'
import type { Derived } from './lots'
import { dateOf, refuseOutside } from './jars'
import type { Batch, Clock, Records, Written } from '../log/records'
import { first, present } from '../../../core/present'

type JarRecords = Records<Jar, NewJar, JarChange, JarQuery>

/**
 * Liquor taken off a jar becomes a lot of its own, kept in grams with its plant-equivalent in the
 * place of a dry fraction, so that a pot computes with it as with any lot. A strain ends the jar,
 * and its stuff may be kept as a lot that has given colour once more.
 */
export const jarDraws = (
  database: Database,
  { jars, lots }: { jars: JarRecords; lots: LotRecords },
  clock: Clock,
) => {
  async function keepLiquor(batch: Batch, jar: Jar, origin: Lot, draw: DrawJar): Promise<Lot> {
    const drawn = measured(jar, draw.volumeL)
    const liquor = await lots.createIn(batch, {
      ...cameOf(origin, draw.id, draw.at, draw.note),
      state: 'fresh',
      netG: drawn.massG,
      derived: {
        ...derivedFrom(jar),
        movement: 'drawnOff',
        state: 'liquor',
        ownDryFraction: drawn.dryFraction,
        ownDryBasis: origin.dryFractionBasis,
        extracted: origin.extracted,
      },
    })
    const round = {
      ...PLAIN_ROUND,
      id: draw.roundId,
      kind: draw.strain ? ('strain' as const) : ('draw' as const),
      at: draw.at,
      toleranceMin: draw.toleranceMin ?? 0,
      volumeL: draw.volumeL,
      lotId: draw.id,
      note: draw.note,
    }
    await jarRepository(batch.trx).addRound(jar.id, { ...round, plantDryG: drawn.plantDryG })
    return present(liquor)
  }

  async function endJar(batch: Batch, jar: Jar, origin: Lot, draw: DrawJar): Promise<void> {
    if (!draw.strain) {
      if (draw.spent) {
        throw unacceptable('/spent', 'Spent stuff is kept when the jar is strained, not before.')
      }
      return
    }
    const ended = { ...jar, endedAt: draw.at, ending: 'strained' as const }
    await jarRepository(batch.trx).update(jar.id, ended)
    if (!draw.spent) return
    const { id, massG, state } = draw.spent
    if (state === 'fresh' && massG < jar.dryG) {
      throw unacceptable(
        '/spent/massG',
        `Wet stuff cannot weigh less than what went in dry (${Math.round(jar.dryG)} g); got ${massG}`,
      )
    }
    await lots.createIn(batch, {
      ...cameOf(origin, id, draw.at, ''),
      state,
      netG: massG,
      derived: {
        ...derivedFrom(jar),
        movement: 'spent',
        state,
        ownDryFraction: state === 'dried' ? null : jar.dryG / massG,
        ownDryBasis: 'estimated',
        extracted: origin.extracted + 1,
      },
    })
  }

  return {
    draw: (jarId: string, draw: DrawJar): Promise<Written<Lot>> =>
      database.write.transaction(async (trx) => {
        const batch: Batch = { trx, at: clock().toISOString(), changeSetId: newId() }
        const made = await lotRepository(trx).find(draw.id)
        if (made) {
          if (made.jarId !== jarId) throw idTaken('lot', draw.id)
          return { item: made, changeSetId: null }
        }
        const jar = await jarRepository(trx).find(jarId)
        if (!jar || jar.setAsideAt) throw notFound('jar', jarId)
        if (jar.endedAt) throw stillNeeded(`${jar.code} ended on ${dateOf(jar.endedAt)}.`)
        refuseOutside(jar, '/at', draw, batch.at)
        const origin = present(await lotRepository(trx).find(first(jar.lots).lotId))
        const liquor = await keepLiquor(batch, jar, origin, draw)
        await endJar(batch, jar, origin, draw)
        await jars.logChange(batch, jar)
        return { item: liquor, changeSetId: batch.changeSetId }
      }),
  }
}

function measured(jar: Jar, volumeL: number) {
  try {
    return drawOff(jar, volumeL)
  } catch (error) {
    if (!(error instanceof InputError)) throw error
    throw unacceptable('/volumeL', error.message)
  }
}

const cameOf = (origin: Lot, id: string, at: string, note: string) => ({
  ...PLAIN_LOT,
  id,
  sourceId: origin.sourceId,
  patchId: origin.patchId,
  gatheredOn: dateOf(at),
  stage: origin.stage,
  obtained: origin.obtained,
  sureness: origin.sureness,
  note,
})

const derivedFrom = (jar: Jar): Pick<Derived, 'jarId' | 'fromLots' | 'amountBasis'> => ({
  jarId: jar.id,
  fromLots: jar.lots.map(({ lotId }) => lotId),
  amountBasis: 'measured',
})

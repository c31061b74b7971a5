import type { Knex } from 'knex'
import { USUAL_CALIBRATION, type EstimateFactor } from '../../../core/strength/estimate-factor'
import { calibrationOf } from '../../../core/strength/swatch-strength'
import type { Piece } from '../../../shared/schemas/basket/piece'
import type { Pot } from '../../../shared/schemas/pot/pot'
import { potRepository } from '../../repositories/pots'
import { calibratingCandidates, groupKey } from './curve-candidates'
import { toJobSwatch } from './curve-jobs'

/**
 * What the estimated strength of a piece from a pot is multiplied by: as its curve has learnt it.
 * A bath that several sources shared belongs to no curve; there it is what is usual.
 */
export async function calibrationFor(db: Knex, pot: Pot, piece: Piece): Promise<EstimateFactor> {
  const first = await potRepository(db).firstBath(pot)
  const [sourceId, ...others] = new Set(first.lots.map((lot) => lot.sourceId))
  if (sourceId === undefined || others.length > 0) return USUAL_CALIBRATION
  const key = groupKey({ piece, pot })
  const alike = (await calibratingCandidates(db, sourceId)).filter(
    (candidate) => candidate.exclusion === null && groupKey(candidate) === key,
  )
  return calibrationOf(alike.map(toJobSwatch))
}

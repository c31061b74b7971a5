import type { Knex } from 'knex'
import { newId } from '../../../shared/ids'
import { swatchRepository } from '../../repositories/swatches'
import { nextTagCode, yearOf } from '../../repositories/tag-serials'

export const SWATCH_PREFIX = 'SWA'

/**
 * A swatch to be read for a piece of a pot; one that was set aside with its end comes back, and one
 * that was dropped is written anew under its own code.
 */
export async function addSwatch(
  trx: Knex,
  {
    potId,
    pieceId,
    swatchId,
    swatchCode,
    on,
  }: { potId: string; pieceId: string; swatchId?: string; swatchCode?: string; on: string },
  at: string,
): Promise<void> {
  const swatches = swatchRepository(trx)
  const earlier = (await swatches.ofPot(potId)).find((swatch) => swatch.pieceId === pieceId)
  if (earlier) return swatches.setOneAside(earlier.id, null)
  const code = swatchCode ?? (await nextTagCode(trx, SWATCH_PREFIX, yearOf(on)))
  await swatches.insert({ id: swatchId ?? newId(), code, potId, pieceId, note: '' }, at)
}

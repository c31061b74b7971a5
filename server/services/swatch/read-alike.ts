import { present } from '../../../core/present'
import { newId } from '../../../shared/ids'
import type {
  Swatch,
  SwatchChange,
  NewSwatch,
  SwatchQuery,
} from '../../../shared/schemas/swatch/swatch'
import type { ReadAlike } from '../../../shared/schemas/swatch/read-alike'
import type { Database } from '../../database/open'
import { swatchRepository } from '../../repositories/swatches'
import { atPointer, unacceptable } from '../log/failures'
import type { Clock, Records } from '../log/records'

/** One reading for alike pieces of one pot, as one change, undone as one. */
export const readAlike = (
  database: Database,
  swatches: Records<Swatch, NewSwatch, SwatchChange, SwatchQuery>,
  clock: Clock,
) => ({
  /**
   * Keeps a reading of one swatch for others that look the same. On a curve they count once.
   *
   * @throws Refusal where they are not of one pot
   */
  read: ({ swatchIds, reading }: ReadAlike): Promise<{ items: Swatch[]; changeSetId: string }> =>
    database.write.transaction(async (trx) => {
      const batch = { trx, at: clock().toISOString(), changeSetId: newId() }
      const found = await swatchRepository(trx).findMany(swatchIds)
      const [readId] = swatchIds
      const readPot = found.find(({ id }) => id === readId)?.potId
      const items: Swatch[] = []
      for (const [i, id] of swatchIds.entries()) {
        const other = found.find((each) => each.id === id)
        if (other && other.potId !== readPot) {
          throw unacceptable(
            `/swatchIds/${i}`,
            `${other.code} is of another pot: only pieces of one pot can share a reading.`,
          )
        }
        const asRead = {
          ...reading,
          id: newId(),
          about: { ...reading.about, readAs: present(readId) },
        }
        const taken = i === 0 ? reading : asRead
        items.push(
          await atPointer(`/swatchIds/${i}`, () =>
            swatches.changeIn(batch, id, { reading: taken }),
          ),
        )
      }
      return { items, changeSetId: batch.changeSetId }
    }),
})

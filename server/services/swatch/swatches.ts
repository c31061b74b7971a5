import type {
  NewSwatch,
  Swatch,
  SwatchChange,
  SwatchQuery,
} from '../../../shared/schemas/swatch/swatch'
import { potRepository } from '../../repositories/pots'
import { readingRepository } from '../../repositories/readings'
import { swatchRepository } from '../../repositories/swatches'
import { nextTagCode, yearOf } from '../../repositories/tag-serials'
import { stillNeeded, unacceptable } from '../log/failures'
import { SWATCH_PREFIX } from '../pot/swatch-of-piece'
import { takeReading } from './readings'
import type { RecordKind } from '../log/record-kind'

export const swatchKind: RecordKind<Swatch, NewSwatch, SwatchChange, SwatchQuery> = {
  collection: 'swatches',
  noun: 'swatch',
  table: 'swatch',
  page: (db, query) => swatchRepository(db).page(query),
  find: (db, id) => swatchRepository(db).find(id),

  async insert(trx, input, at) {
    const pot = await potRepository(trx).find(input.potId)
    if (!pot || pot.setAsideAt) {
      throw unacceptable('/potId', `There is no pot with the id ${input.potId}.`)
    }
    if (!pot.pieces.some(({ pieceId }) => pieceId === input.pieceId)) {
      throw unacceptable('/pieceId', `No piece with the id ${input.pieceId} was in ${pot.code}.`)
    }
    if (pot.stage !== 'done') {
      throw stillNeeded(`${pot.code} is ${pot.stage}: finish it, and its pieces wait to be read.`)
    }
    const code = await nextTagCode(trx, SWATCH_PREFIX, yearOf(pot.dyedOn))
    await swatchRepository(trx).insert({ ...input, code }, at)
    if (input.reading) {
      const reading = takeReading(input.reading, at, '/reading')
      await readingRepository(trx).insert(reading, { swatchId: input.id })
    }
  },

  async change(trx, current, { reading, ...edit }, at) {
    await swatchRepository(trx).update(current.id, { ...current, ...edit })
    if (reading) {
      const taken = takeReading(reading, at, '/reading')
      await readingRepository(trx).insert(taken, { swatchId: current.id })
    }
  },

  async revert(trx, before, after, at) {
    // an entry written before a swatch had a verdict says nothing of one
    await swatchRepository(trx).update(before.id, { ...after, ...before })
    const kept = new Set(before.readings.map(({ id }) => id))
    const now = new Set(after.readings.map(({ id }) => id))
    for (const id of now) if (!kept.has(id)) await readingRepository(trx).setAside(id, at)
    for (const id of kept) if (!now.has(id)) await readingRepository(trx).setAside(id, null)
  },

  async restore(trx, { potId }) {
    const pot = await potRepository(trx).find(potId)
    if (pot?.setAsideAt) throw stillNeeded(`${pot.code} is set aside: bring it back first.`)
  },
}

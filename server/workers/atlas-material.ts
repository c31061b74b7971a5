import type { Knex } from 'knex'
import { connectReader } from '../database/open'
import { atlasMaterialOf, type AtlasMaterial } from '../services/strength/atlas-source'

export interface MaterialAsked {
  /** The log's own file. */
  file: string
  sourceId: string
}

/** The thread's own connection: the pool is of one log, and ends before its file is replaced. */
let db: Knex | null = null

/** Entry of a worker thread, built by itself, see nuxt.config. */
export default ({ file, sourceId }: MaterialAsked): Promise<AtlasMaterial> => {
  db ??= connectReader(file)
  return atlasMaterialOf(db)(sourceId)
}

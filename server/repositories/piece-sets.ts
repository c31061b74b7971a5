import type { Knex } from 'knex'

/** All sets of pieces, live or set aside. */
export async function pieceSets(
  db: Knex,
): Promise<{ id: string; name: string; isAside: boolean }[]> {
  const rows = await db('piece_set').select<
    {
      id: string
      name: string
      setAsideAt: string | null
    }[]
  >('id', 'name', 'set_aside_at as setAsideAt')
  return rows.map(({ id, name, setAsideAt }) => ({ id, name, isAside: setAsideAt !== null }))
}

/** Whether there is a live set of this id. */
export const isLiveSet = async (db: Knex, id: string): Promise<boolean> =>
  (await db('piece_set').where({ id }).whereNull('set_aside_at').first('id')) !== undefined

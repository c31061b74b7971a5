import type { Knex } from 'knex'

/** Single values of a log, by name. */
export const settingRepository = (db: Knex) => ({
  async read(name: string): Promise<string | null> {
    const row = await db('setting').where({ name }).first<{ value: string }>('value')
    return row?.value ?? null
  },

  async all(): Promise<Map<string, string>> {
    const rows = await db('setting').select<{ name: string; value: string }[]>('name', 'value')
    return new Map(rows.map(({ name, value }) => [name, value]))
  },

  async write(name: string, value: string): Promise<void> {
    await db('setting').insert({ name, value }).onConflict('name').merge()
  },
})

import type { Knex } from 'knex'
import { present } from '../../core/present'

/**
 * Takes the next tag code of a prefix in a year: `TAN-26-03`. Serials are never given twice,
 * also not after something was set aside: a written tag stays true.
 */
export async function nextTagCode(trx: Knex, prefix: string, year: number): Promise<string> {
  const [row] = (await trx('tag_serial')
    .insert({ prefix, year, last: 1 })
    .onConflict(['prefix', 'year'])
    .merge({ last: trx.raw('tag_serial.last + 1') })
    .returning('last')) as { last: number }[]
  return `${prefix}-${String(year % 100).padStart(2, '0')}-${String(present(row).last).padStart(2, '0')}`
}

/** The calendar year of a local date `2026-09-09`. */
export const yearOf = (date: string) => Number(date.slice(0, 4))

/** Keeps a code that was written on a tag elsewhere from being given again. */
export async function reserveTagCode(trx: Knex, code: string): Promise<void> {
  const [prefix, year, serial] = code.split('-') as [string, string, string]
  await trx('tag_serial')
    .insert({ prefix, year: 2000 + Number(year), last: Number(serial) })
    .onConflict(['prefix', 'year'])
    .merge({ last: trx.raw('max(tag_serial.last, excluded.last)') })
}

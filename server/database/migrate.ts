import type { Knex } from 'knex'
import { firstTables } from './migrations/0001-first-tables'
import { walkAndLoft } from './migrations/0002-walk-and-loft'
import { basket } from './migrations/0003-basket'
import { pot } from './migrations/0004-pot'
import { swatch } from './migrations/0005-swatch'
import { changeOrder } from './migrations/0006-change-order'
import { asItWas } from './migrations/0007-as-it-was'
import { jarRounds } from './migrations/0008-jar-rounds'
import { mordantHeat } from './migrations/0009-mordant-heat'
import { washedOrNot } from './migrations/0010-washed-or-not'
import { wishedDepth } from './migrations/0011-wished-depth'
import { asWellAsKnown } from './migrations/0012-as-well-as-known'
import { othersPieces } from './migrations/0015-others-pieces'
import { doneParts } from './migrations/0016-done-parts'
import { markers } from './migrations/0017-markers'
import { trials } from './migrations/0018-trials'
import { fastnessTests } from './migrations/0019-fastness-tests'
import { plans } from './migrations/0014-plans'
import { anotherLog } from './migrations/0013-another-log'

interface Migration extends Knex.Migration {
  name: string
  /** For one that opens a transaction of its own: whether that was done, whatever is recorded. */
  isDone?: (db: Knex) => Promise<boolean>
}

/** In the order in which they run; a shipped migration is never edited, only followed. */
export const MIGRATIONS: readonly Migration[] = [
  firstTables,
  walkAndLoft,
  basket,
  pot,
  swatch,
  changeOrder,
  asItWas,
  jarRounds,
  mordantHeat,
  washedOrNot,
  wishedDepth,
  asWellAsKnown,
  anotherLog,
  plans,
  othersPieces,
  doneParts,
  markers,
  trials,
  fastnessTests,
]

/** Migrations are compiled in: a bundled server has no migration files beside it. */
class CompiledMigrations implements Knex.MigrationSource<Migration> {
  constructor(private readonly migrations: readonly Migration[]) {}
  getMigrations = async () => [...this.migrations]
  getMigrationName = (migration: Migration) => migration.name
  getMigration = async (migration: Migration) => migration
}

/** Brings a database up to date. Safe to call at every start. */
export async function migrate(db: Knex, migrations: readonly Migration[] = MIGRATIONS) {
  await recordDone(db, migrations)
  await db.migrate.latest({ migrationSource: new CompiledMigrations(migrations) })
}

/** A kill may fall between a migration's own transaction and the record that it was run. */
async function recordDone(db: Knex, migrations: readonly Migration[]): Promise<void> {
  if (!(await db.schema.hasTable('knex_migrations'))) return
  const recorded = await db('knex_migrations').pluck<string[]>('name')
  for (const { name, isDone } of migrations) {
    if (recorded.includes(name) || !(await isDone?.(db))) continue
    await db('knex_migrations').insert({ name, batch: 1, migration_time: new Date() })
  }
}

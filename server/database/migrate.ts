import type { Knex } from 'knex'
import { firstTables } from './migrations/0001-first-tables'
import { walkAndLoft } from './migrations/0002-walk-and-loft'
import { basket } from './migrations/0003-basket'
import { pot } from './migrations/0004-pot'
import { swatch } from './migrations/0005-swatch'
import { changeOrder } from './migrations/0006-change-order'

type Migration = Knex.Migration & { name: string }

/** In the order in which they run; a shipped migration is never edited, only followed. */
export const MIGRATIONS: readonly Migration[] = [
  firstTables,
  walkAndLoft,
  basket,
  pot,
  swatch,
  changeOrder,
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
  await db.migrate.latest({ migrationSource: new CompiledMigrations(migrations) })
}

import type { Collection } from '../../services/log/log'

/** Table of each collection: its rows are things with a version and a history. */
export const TABLE_OF: Record<Collection, string> = {
  sources: 'source',
  patches: 'patch',
  allowances: 'allowance',
  containers: 'container',
  lots: 'lot',
  jars: 'jar',
  wishes: 'wish',
  plans: 'plan',
  markers: 'marker',
  trials: 'trial',
  fastnessTests: 'fastness_test',
  photos: 'photo',
  sets: 'piece_set',
  pieces: 'piece',
  baths: 'mordant_bath',
  shelf: 'shelf_item',
  vessels: 'vessel',
  ways: 'own_way',
  pots: 'pot',
  swatches: 'swatch',
}

interface Part {
  /** Table of the things its rows belong to. */
  owner: string
  /** Column, or expression of columns, that names the owner. */
  by: string
  /**
   * Whether its rows are only ever added or set aside, by other things too; else they are written
   * anew with each change of their owner.
   */
  isLedger: boolean
  /** What tells its rows apart. */
  key: readonly string[]
}

const ledger = (owner: string, by: string): Part => ({ owner, by, isLedger: true, key: ['id'] })

/** Tables whose rows are parts of things. */
export const PARTS: Record<string, Part> = {
  bath_agent: { owner: 'mordant_bath', by: 'bath_id', isLedger: false, key: ['id'] },
  bath_event: ledger('mordant_bath', 'bath_id'),
  bath_piece: {
    owner: 'mordant_bath',
    by: 'bath_id',
    isLedger: false,
    key: ['bath_id', 'piece_id'],
  },
  jar_round: ledger('jar', 'jar_id'),
  lot_movement: ledger('lot', 'lot_id'),
  lot_step: ledger('lot', 'lot_id'),
  pot_event: ledger('pot', 'pot_id'),
  pot_piece: { owner: 'pot', by: 'pot_id', isLedger: false, key: ['pot_id', 'piece_id'] },
  // readings of a bare piece have no swatch
  reading: ledger('swatch', 'coalesce(swatch_id, piece_id)'),
  shelf_movement: ledger('shelf_item', 'item_id'),
  source_name: { owner: 'source', by: 'source_id', isLedger: false, key: ['id'] },
  treatment: ledger('piece', 'piece_id'),
}

/** Tables that are made one by rules of their own. */
export const BY_OWN_RULE = ['change_log', 'setting', 'tag_serial'] as const

/** Columns that say nothing of a thing itself: its version, and what is counted from its parts. */
const COUNTED: Record<string, readonly string[]> = {
  lot: ['left_g', 'net_g'],
  swatch: ['readings'],
  piece: ['washes', 'mordants', 'rinse_due', 'pots', 'bath_id'],
}
const OF_THE_ROW = ['rev', 'created_at', 'updated_at']

export const isOfThing = (table: string, column: string): boolean =>
  !OF_THE_ROW.includes(column) && !(COUNTED[table] ?? []).includes(column)

/** Counts what is counted from parts anew, for all things: as the log's triggers do for one. */
export const COUNT_ANEW = [
  `update lot set
    left_g = (select total(delta_g) from lot_movement where lot_id = lot.id),
    net_g = (select total(delta_g) from lot_movement where lot_id = lot.id
      and kind in ('gathered', 'corrected', 'splitIn', 'combinedIn', 'drawnOff', 'spent'))`,
  `update swatch set readings = (select count(*) from reading
    where reading.swatch_id = swatch.id and reading.set_aside_at is null)`,
  `update piece set
    washes = (select count(*) from treatment t
      where t.piece_id = piece.id and t.kind = 'wash' and t.set_aside_at is null),
    mordants = (select count(*) from treatment t
      where t.piece_id = piece.id and t.kind = 'mordant' and t.set_aside_at is null),
    rinse_due = coalesce((select t.kind = 'bleach' from treatment t
      where t.piece_id = piece.id and t.kind in ('bleach', 'rinse') and t.set_aside_at is null
      order by t.done_on desc, t.id desc limit 1), 0),
    pots = json_array_length(earlier_pots) + (select count(*) from pot_piece pp
      join pot on pot.id = pp.pot_id where pp.piece_id = piece.id and pot.set_aside_at is null),
    bath_id = (select b.id from bath_piece bp join mordant_bath b on b.id = bp.bath_id
      where bp.piece_id = piece.id and b.ended_at is null and b.set_aside_at is null
      order by b.id limit 1)`,
] as const

import type { Knex } from 'knex'
import type { Agent } from '../../../catalogue/agents'
import {
  BASKET_LEVELS,
  type BasketLevel,
  type BasketRow,
  type BasketRows,
  type BasketView,
} from '../../../shared/views/basket/basket'
import type { Piece } from '../../../shared/schemas/basket/piece'
import { foldName } from '../../../shared/rules/walk/fold-name'
import { FIBRES, type Fibre } from '../../../catalogue/fibres'
import { pieceRepository } from '../../repositories/pieces'
import { countOf, likeText } from '../../database/page'
import { ofCollections, sinceLastChange } from '../../database/since-last-change'

/** A piece's level, as SQL sees it: the same as `readinessOf`, over what triggers keep. */
const LEVEL_SQL = `case
  when b.started_at is not null then 'inBath'
  when piece.rinse_due then 'rinseDue'
  when piece.pots > 0 then 'dyed'
  when piece.washes = 0 then 'unwashed'
  when piece.mordants = 0 then 'bare'
  else 'mordanted' end`

/** The readiest first, as in `BASKET_LEVELS`. */
const RANK_SQL = `case ${LEVEL_SQL} ${BASKET_LEVELS.map((level, i) => `when '${level}' then ${i}`).join(' ')} end`

/** Orders of the basket that are kept: as many as one looks at by turns. */
const SORTINGS_KEPT = 6

interface BasketFilter {
  /** A level, `dyed`, or all that is undyed where it is left out. */
  level?: BasketLevel | 'dyed'
  setId?: string
  /** Words of the code, the name, the fibre or the mark. */
  find?: string
}

export interface BasketQuery extends BasketFilter {
  offset: number
  limit: number
}

/** The basket: how much is ready for what, and its lines a stretch at a time. */
export const basketService = (db: Knex) => {
  const inBasket = () =>
    db('piece')
      .leftJoin('mordant_bath as b', 'b.id', 'piece.bath_id')
      .whereRaw('piece.pots = 0 and piece.split_on is null and piece.set_aside_at is null')
  // without the bath: an index of its own answers for the many that are dyed
  const dyed = () =>
    db('piece').whereRaw('piece.pots > 0 and piece.split_on is null and piece.set_aside_at is null')

  async function compute(): Promise<BasketView> {
    const counted = (await inBasket()
      .groupBy('level')
      .select(db.raw(`${LEVEL_SQL} as level`), db.raw('total(piece.dry_g) as dryG'))
      .count('* as count')) as unknown as { level: BasketLevel; count: number; dryG: number }[]
    const byLevel = new Map(counted.map((row) => [row.level, row]))
    const sets = (await inBasket()
      .join('piece_set as s', 's.id', 'piece.set_id')
      .whereNull('s.set_aside_at')
      .groupBy('s.id')
      .orderBy('s.id', 'desc')
      .limit(60)
      .select('s.id', 's.name', 's.kind', db.raw('total(piece.dry_g) as dryG'))
      .count('* as count')) as unknown as BasketView['sets']
    return {
      levels: BASKET_LEVELS.map((level) => ({
        level,
        count: byLevel.get(level)?.count ?? 0,
        dryG: byLevel.get(level)?.dryG ?? 0,
      })),
      sets,
      dyed: await countOf(dyed()),
    }
  }

  const version = ofCollections('pieces', 'pots', 'baths', 'sets')

  function chosen({ level, setId, find }: BasketFilter) {
    const query = level === 'dyed' ? dyed() : inBasket()
    if (level && level !== 'dyed') query.whereRaw(`${LEVEL_SQL} = ?`, level)
    if (setId) query.where('piece.set_id', setId)
    if (find) narrow(query, find)
    return query
  }
  // what is in the basket is sorted once, however far down one looks
  const sortedIds = sinceLastChange(
    db,
    async (filter: BasketFilter): Promise<string[]> =>
      (await chosen(filter).orderByRaw(`${RANK_SQL}, piece.id desc`).pluck('piece.id')) as string[],
    version,
    SORTINGS_KEPT,
  )
  const dyedCount = sinceLastChange(
    db,
    (filter: BasketFilter) => countOf(chosen(filter)),
    version,
    SORTINGS_KEPT,
  )

  return {
    view: sinceLastChange(db, (_: null) => compute(), version),

    async rows({ offset, limit, ...filter }: BasketQuery): Promise<BasketRows> {
      if (filter.level !== 'dyed') {
        const ids = await sortedIds(filter)
        return { rows: await rowsOf(db, ids.slice(offset, offset + limit)), count: ids.length }
      }
      const ids = (await chosen(filter)
        .orderBy('piece.id', 'desc')
        .offset(offset)
        .limit(limit)
        .pluck('piece.id')) as string[]
      return { rows: await rowsOf(db, ids), count: await dyedCount(filter) }
    },

    /** Dry weights of pieces of the same fibre, form and name, g: what is usual of such. */
    alikeG: (like: Pick<Piece, 'fibre' | 'form' | 'name'>): Promise<number[]> =>
      pieceRepository(db).alikeG({ ...like, id: '' }),

    /** Lines of named pieces, whatever became of them; in the order asked for. */
    named: (ids: string[]): Promise<BasketRow[]> => rowsOf(db, ids),
  }
}

/** Every word must be found somewhere. */
function narrow(query: Knex.QueryBuilder, find: string): void {
  for (const word of foldName(find).split(' ').filter(Boolean)) {
    const fibres = (Object.keys(FIBRES) as Fibre[]).filter((fibre) =>
      FIBRES[fibre].label.includes(word),
    )
    query.where((any) => {
      const like = `%${likeText(word)}%`
      any
        .whereRaw(
          `lower(piece.code || ' ' || piece.name || ' ' || piece.mark) like ? escape '\\'`,
          [like],
        )
        .orWhereIn('piece.fibre', fibres)
    })
  }
}

interface Row {
  id: string
  code: string
  name: string
  fibre: BasketRow['fibre']
  form: BasketRow['form']
  dryG: number
  blend: string
  base: BasketRow['base']
  mark: string
  soldAsG: number | null
  overrides: string
  level: BasketRow['level']
  setId: string | null
  hex: string | null
  pots: number
  bathId: string | null
  bathCode: string | null
  startedAt: string | null
  gone: number
  treatments: string
}

async function rowsOf(db: Knex, ids: string[]): Promise<BasketRow[]> {
  const rows = (await db('piece')
    .leftJoin('mordant_bath as b', 'b.id', 'piece.bath_id')
    .whereIn('piece.id', ids)
    .select(
      ...['piece.id', 'piece.code', 'piece.name', 'piece.fibre', 'piece.form', 'piece.blend'],
      ...['piece.base', 'piece.mark', 'piece.overrides', 'piece.pots'],
      'piece.dry_g as dryG',
      'piece.sold_as_g as soldAsG',
      'piece.set_id as setId',
      'b.id as bathId',
      'b.code as bathCode',
      'b.started_at as startedAt',
      db.raw('piece.set_aside_at is not null or piece.split_on is not null as gone'),
      db.raw(`${LEVEL_SQL} as level`),
      db.raw(`(select hex from reading r where r.piece_id = piece.id and r.set_aside_at is null
        order by read_at desc limit 1) as hex`),
      db.raw(`(select json_group_array(json_array(kind, agent, percent_wof, done_on, finish)) from
        (select * from treatment t where t.piece_id = piece.id and t.set_aside_at is null
         order by done_on, id)) as treatments`),
    )) as Row[]
  const byId = new Map(rows.map((row) => [row.id, toRow(row)]))
  return ids.flatMap((id) => byId.get(id) ?? [])
}

type Told = [
  BasketRow['treatments'][number]['kind'],
  Agent | null,
  number | null,
  string,
  Piece['treatments'][number]['finish'],
]

const toRow = ({ bathId, bathCode, startedAt, gone, ...row }: Row): BasketRow => ({
  ...row,
  blend: JSON.parse(row.blend) as BasketRow['blend'],
  overrides: JSON.parse(row.overrides) as BasketRow['overrides'],
  treatments: (JSON.parse(row.treatments) as Told[]).map(
    ([kind, agent, percentWof, doneOn, finish]) => ({
      kind,
      agent,
      percentWof,
      doneOn,
      finish,
    }),
  ),
  isGone: Boolean(gone),
  bath: bathId ? { id: bathId, code: bathCode!, running: startedAt !== null } : null,
})

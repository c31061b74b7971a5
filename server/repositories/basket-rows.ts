import type { Knex } from 'knex'
import type { Agent } from '../../catalogue/agents'
import { FIBRES } from '../../catalogue/fibres'
import { foldName } from '../../shared/rules/walk/fold-name'
import type { Piece } from '../../shared/schemas/basket/piece'
import {
  BASKET_LEVELS,
  type BasketLevel,
  type BasketRow,
  type BasketView,
} from '../../shared/views/basket/basket'
import { countOf, likeText } from '../database/page'
import { present } from '../../core/present'
import { keysOf, parseJson } from '../../core/json'

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

export interface BasketFilter {
  /** A level, `dyed`, or all that is undyed where it is left out. */
  level?: BasketLevel | 'dyed'
  setId?: string
  /** Words of the code, the name, the fibre or the mark. */
  find?: string
}

/** The basket's lines, as one question of SQL each. */
export const basketRows = (db: Knex) => {
  const inBasket = () =>
    db('piece')
      .leftJoin('mordant_bath as b', 'b.id', 'piece.bath_id')
      .whereRaw('piece.pots = 0 and piece.split_on is null and piece.set_aside_at is null')
  // without the bath: an index of its own answers for the many that are dyed
  const dyed = () =>
    db('piece').whereRaw(
      `piece.pots > 0 and piece.split_on is null and piece.set_aside_at is null and piece.from_log = ''`,
    )
  function chosen({ level, setId, find }: BasketFilter) {
    const query = level === 'dyed' ? dyed() : inBasket()
    if (level && level !== 'dyed') query.whereRaw(`${LEVEL_SQL} = ?`, level)
    if (setId) query.where('piece.set_id', setId)
    if (find) narrow(query, find)
    return query
  }

  return {
    /** Undyed pieces by level: how many, and their dry weight. */
    levels: async () =>
      await inBasket()
        .groupBy('level')
        .count('* as count')
        .select<{ level: BasketLevel; count: number; dryG: number }[]>(
          db.raw(`${LEVEL_SQL} as level`),
          db.raw('total(piece.dry_g) as dryG'),
        ),

    /** Sets with undyed pieces, newest first. */
    sets: async (limit: number) =>
      await inBasket()
        .join('piece_set as s', 's.id', 'piece.set_id')
        .whereNull('s.set_aside_at')
        .groupBy('s.id')
        .orderBy('s.id', 'desc')
        .limit(limit)
        .count('* as count')
        .select<BasketView['sets']>(
          's.id',
          's.name',
          's.kind',
          db.raw('total(piece.dry_g) as dryG'),
        ),

    count: (filter: BasketFilter): Promise<number> => countOf(chosen(filter)),

    /** The readiest first. */
    sortedIds: async (filter: BasketFilter): Promise<string[]> =>
      await chosen(filter).orderByRaw(`${RANK_SQL}, piece.id desc`).pluck<string[]>('piece.id'),

    newestIds: async (
      filter: BasketFilter,
      { offset, limit }: { offset: number; limit: number },
    ): Promise<string[]> =>
      await chosen(filter)
        .orderBy('piece.id', 'desc')
        .offset(offset)
        .limit(limit)
        .pluck<string[]>('piece.id'),

    /** Lines of named pieces, in the order asked for. */
    async of(ids: readonly string[]): Promise<BasketRow[]> {
      const rows = await db('piece')
        .leftJoin('mordant_bath as b', 'b.id', 'piece.bath_id')
        .whereIn('piece.id', ids)
        .select<Row[]>(
          'piece.id',
          'piece.code',
          'piece.name',
          'piece.fibre',
          'piece.form',
          'piece.blend',
          'piece.base',
          'piece.mark',
          'piece.overrides',
          'piece.pots',
          'piece.dry_g as dryG',
          'piece.sold_as_g as soldAsG',
          'piece.mordant_known as mordantKnown',
          'piece.set_id as setId',
          'b.id as bathId',
          'b.code as bathCode',
          'b.started_at as startedAt',
          db.raw('piece.set_aside_at is not null or piece.split_on is not null as gone'),
          db.raw(`${LEVEL_SQL} as level`),
          db.raw(`(select p.code from pot_piece pp join pot p on p.id = pp.pot_id
        where pp.piece_id = piece.id and p.set_aside_at is null
        and p.stage = 'running' limit 1) as inPot`),
          db.raw(`(select hex from reading r where r.piece_id = piece.id and r.set_aside_at is null
        order by read_at desc limit 1) as hex`),
          db.raw(`(select json_group_array(json_array(kind, agent, percent_wof, done_on, finish)) from
        (select * from treatment t where t.piece_id = piece.id and t.set_aside_at is null
         order by done_on, id)) as treatments`),
        )
      const byId = new Map(rows.map((row) => [row.id, toRow(row)]))
      return ids.flatMap((id) => byId.get(id) ?? [])
    },
  }
}

/** Every word must be found somewhere. */
function narrow(query: Knex.QueryBuilder, find: string): void {
  for (const word of foldName(find).split(' ').filter(Boolean)) {
    const fibres = keysOf(FIBRES).filter((fibre) => FIBRES[fibre].label.includes(word))
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
  mordantKnown: number
  overrides: string
  level: BasketRow['level']
  setId: string | null
  hex: string | null
  pots: number
  bathId: string | null
  bathCode: string | null
  startedAt: string | null
  inPot: string | null
  gone: number
  treatments: string
}

type TreatmentCells = [
  BasketRow['treatments'][number]['kind'],
  Agent | null,
  number | null,
  string,
  Piece['treatments'][number]['finish'],
]

const toRow = ({ bathId, bathCode, startedAt, gone, ...row }: Row): BasketRow => ({
  ...row,
  blend: parseJson<BasketRow['blend']>(row.blend),
  overrides: parseJson<BasketRow['overrides']>(row.overrides),
  treatments: parseJson<TreatmentCells[]>(row.treatments).map(
    ([kind, agent, percentWof, doneOn, finish]) => ({
      kind,
      agent,
      percentWof,
      doneOn,
      finish,
    }),
  ),
  mordantKnown: Boolean(row.mordantKnown),
  isGone: Boolean(gone),
  bath: bathId ? { id: bathId, code: present(bathCode), running: startedAt !== null } : null,
})

import { group } from 'd3-array'
import type { Knex } from 'knex'
import type { Page } from '../../shared/schemas/log/common'
import { LEAST_DAYS, type Jar, type JarQuery, type JarRound } from '../../shared/schemas/loft/jar'
import { pageOf } from '../database/page'
import { toRecorded, type RecordedRow } from '../database/recorded'
import { first } from '../../core/present'

interface JarRow extends RecordedRow {
  code: string
  source_id: string
  way: Jar['way']
  vessel: string
  vessel_l: number | null
  water_l: number
  ammonia_l: number
  temp_c: number
  started_at: string
  shake_days: number | null
  air_days: number | null
  look_days: number | null
  ended_at: string | null
  ending: Jar['ending']
  note: string
}

interface RoundRow {
  id: string
  jar_id: string
  kind: JarRound['kind']
  at: string
  tolerance_min: number
  temp_c: number | null
  looked_at: JarRound['lookedAt']
  how: JarRound['how']
  colour_word: string
  hex: string | null
  ph: number | null
  smell: string
  mould: number
  volume_l: number | null
  plant_dry_g: number | null
  lot_id: string | null
  note: string
}

interface HeldRow {
  jarId: string
  lotId: string
  code: string
  massG: number
  dryG: number
}

/** What a jar is written to; what went in are movements, what was done are rounds. */
export type JarFields = Omit<
  Jar,
  | 'rev'
  | 'createdAt'
  | 'updatedAt'
  | 'setAsideAt'
  | 'lots'
  | 'dryG'
  | 'liquorL'
  | 'drawnDryG'
  | 'rounds'
>

const toRow = (jar: Omit<JarFields, 'id' | 'code'>) => ({
  source_id: jar.sourceId,
  way: jar.way,
  vessel: jar.vessel,
  vessel_l: jar.vesselL,
  water_l: jar.waterL,
  ammonia_l: jar.ammoniaL,
  temp_c: jar.tempC,
  started_at: jar.startedAt,
  shake_days: jar.shakeDays,
  air_days: jar.airDays,
  look_days: jar.lookDays,
  ended_at: jar.endedAt,
  ending: jar.ending,
  note: jar.note,
})

const toRound = (row: RoundRow): JarRound => ({
  id: row.id,
  kind: row.kind,
  at: row.at,
  toleranceMin: row.tolerance_min,
  lookedAt: row.looked_at,
  how: row.how,
  colourWord: row.colour_word,
  hex: row.hex,
  ph: row.ph,
  smell: row.smell,
  mould: Boolean(row.mould),
  tempC: row.temp_c,
  volumeL: row.volume_l,
  lotId: row.lot_id,
  note: row.note,
})

/** Crumbs of a subtraction of litres. */
const roundL = (litres: number) => Math.round(litres * 1e6) / 1e6

export const jarRepository = (db: Knex) => {
  async function heldBy(ids: string[]): Promise<Map<string, HeldRow[]>> {
    const rows = await db('lot_movement')
      .join('lot', 'lot.id', 'lot_movement.lot_id')
      .whereIn('lot_movement.jar_id', ids)
      .groupBy('lot_movement.jar_id', 'lot_movement.lot_id')
      .having(db.raw('sum(delta_g)'), '<', -0.0005)
      .select<HeldRow[]>(
        'lot_movement.jar_id as jarId',
        'lot.id as lotId',
        'lot.code as code',
        db.raw('-sum(delta_g) as massG'),
        db.raw('-sum(delta_g * lot_movement.dry_fraction) as dryG'),
      )
    return group(rows, ({ jarId }) => jarId)
  }

  async function complete(rows: JarRow[]): Promise<Jar[]> {
    const ids = rows.map(({ id }) => id)
    const held = await heldBy(ids)
    const rounds = await db<RoundRow>('jar_round')
      .whereIn('jar_id', ids)
      .whereNull('set_aside_at')
      .orderBy(['at', 'id'])
    const byJar = group(rounds, ({ jar_id }) => jar_id)
    return rows.map((row) => toJar(row, held.get(row.id) ?? [], byJar.get(row.id) ?? []))
  }

  return {
    async page({ sourceId, standing, ...page }: JarQuery): Promise<Page<Jar>> {
      const rows = db('jar')
      if (sourceId) rows.where('jar.source_id', sourceId)
      if (standing === true) rows.whereNull('jar.ended_at')
      if (standing === false) rows.whereNotNull('jar.ended_at')
      const found = await pageOf<JarRow>(db, rows, 'jar', page)
      return { items: await complete(found.items), next: found.next }
    },

    async find(id: string): Promise<Jar | null> {
      const row = await db<JarRow>('jar').where({ id }).first()
      return row ? first(await complete([row])) : null
    },

    async insert({ id, code, ...jar }: JarFields, at: string): Promise<void> {
      await db('jar').insert({ id, code, ...toRow(jar), created_at: at, updated_at: at })
    },

    async update(id: string, jar: Omit<JarFields, 'id' | 'code'>): Promise<void> {
      await db('jar').where({ id }).update(toRow(jar))
    },

    async addRound(jarId: string, round: JarRound & { plantDryG?: number }): Promise<void> {
      await db('jar_round').insert({
        id: round.id,
        jar_id: jarId,
        kind: round.kind,
        at: round.at,
        tolerance_min: round.toleranceMin,
        temp_c: round.tempC,
        looked_at: round.lookedAt,
        how: round.how,
        colour_word: round.colourWord,
        hex: round.hex,
        ph: round.ph,
        smell: round.smell,
        mould: round.mould,
        volume_l: round.volumeL,
        plant_dry_g: round.plantDryG ?? null,
        lot_id: round.lotId,
        note: round.note,
      })
    },

    async setRoundsAside(ids: readonly string[], at: string | null): Promise<void> {
      await db('jar_round').whereIn('id', ids).update({ set_aside_at: at })
    },
  }
}

/** Rows of before there was a least: oftener than every half hour breaks what counts the rounds. */
const bearable = (everyDays: number | null) =>
  everyDays === null ? null : Math.max(everyDays, LEAST_DAYS)

function toJar(row: JarRow, held: HeldRow[], rounds: RoundRow[]): Jar {
  const drawnL = rounds.reduce((sum, { volume_l }) => sum + (volume_l ?? 0), 0)
  return {
    code: row.code,
    sourceId: row.source_id,
    way: row.way,
    vessel: row.vessel,
    vesselL: row.vessel_l,
    waterL: row.water_l,
    ammoniaL: row.ammonia_l,
    tempC: row.temp_c,
    startedAt: row.started_at,
    shakeDays: bearable(row.shake_days),
    airDays: bearable(row.air_days),
    lookDays: bearable(row.look_days),
    endedAt: row.ended_at,
    ending: row.ending,
    note: row.note,
    lots: held.map(({ lotId, code, massG, dryG }) => ({ lotId, code, massG, dryG })),
    dryG: held.reduce((sum, { dryG }) => sum + dryG, 0),
    liquorL: roundL(row.water_l + row.ammonia_l - drawnL),
    drawnDryG: rounds.reduce((sum, { plant_dry_g }) => sum + (plant_dry_g ?? 0), 0),
    rounds: rounds.map(toRound),
    ...toRecorded(row),
  }
}

import type { Knex } from 'knex'
import { FIBRES } from '../../../catalogue/fibres'
import { PARTS } from '../../../catalogue/parts'
import type { Part } from '../../../catalogue/parts'
import { depthOf } from '../../../core/colour/depth'
import { mordantKeyOf } from '../../../shared/schemas/basket/piece'
import type {
  BathDue,
  JarDue,
  LatestReading,
  LookDue,
  PotDue,
  TodayView,
  WishBack,
} from '../../../shared/views/log/today'
import type { WalkRow, WalkView } from '../../../shared/views/walk/walk'
import type { SetToLookAt } from '../fastness/due-looks'
import { wishKind } from './small-kinds'
import type { SourceVersions } from '../strength/source-versions'
import { ofCollections, sinceLastChange } from '../../database/since-last-change'
import { settingRepository } from '../../repositories/settings'
import { formatMass } from '../../../core/quantity/format-quantity'
import { lotRepository } from '../../repositories/lots'
import { bathRepository } from '../../repositories/mordant-baths'
import { pieceRepository } from '../../repositories/pieces'
import { potRepository } from '../../repositories/pots'
import { sourceRepository } from '../../repositories/sources'
import { swatchRepository } from '../../repositories/swatches'
import { bestReading, hasStrength } from '../../../shared/rules/swatch/best-reading'
import { swatchStrength, isMeasured } from '../../../core/strength/swatch-strength'
import { calibrationFor } from '../strength/calibration'
import { countUnmordanted, lastRead, unreadPots } from '../../repositories/waiting'
import { first, present } from '../../../core/present'
import { USUAL_CALIBRATION } from '../../../core/strength/estimate-factor'

/** How many things of a kind the opening view shows. */
const SHOWN = 6

const readingsOf = ofCollections('swatches', 'pots', 'pieces', 'sources')

/** What needs hands, what can be gathered, what was learnt last. */
export const todayService = (
  db: Knex,
  versions: SourceVersions,
  walk: (on: string) => Promise<WalkView>,
  jarsDue: (on: string) => Promise<JarDue[]>,
  looks: () => Promise<SetToLookAt[]>,
) => {
  const unmordanted = sinceLastChange(
    db,
    (_: null) => countUnmordanted(db),
    ofCollections('pieces', 'pots', 'baths'),
  )
  const latestRead = sinceLastChange(
    db,
    (_: null) => latestReadings(db),
    // an estimated strength is counted as its curve is, which lots behind it can change, too
    async () => [await readingsOf(db, null), await versions.ofAny()],
  )
  async function compute({ today }: { today: string; southern: boolean }): Promise<TodayView> {
    const [unread, wilting, { rows }, latest, jars, sets] = await Promise.all([
      unreadPots(db, SHOWN),
      wiltingLots(db),
      walk(today),
      latestRead(null),
      jarsDue(today),
      looks(),
    ])
    return {
      counts: {
        ready: rows.filter(({ gatherings, readiness }) => gatherings.length && readiness?.ready)
          .length,
        wilting: wilting.length,
        jars: jars.length,
        unmordanted: await unmordanted(null),
        unread: unread.reduce((sum, pot) => sum + pot.swatches, 0),
      },
      unread,
      wilting,
      jarsDue: jars,
      bathsDue: await bathsDue(db, today),
      looksDue: sets.flatMap((set) => lookDue(set, today)),
      potsDue: await potsDue(db, today),
      wishes: await wishesBack(db, today, rows),
      latest,
    }
  }
  const computed = sinceLastChange(db, compute)
  return {
    /** A setting is no change of the log, so the walk is asked by its own question. */
    view: async (today: string): Promise<TodayView> =>
      computed({
        today,
        southern: (await settingRepository(db).read('hemisphere')) === 'southern',
      }),
  }
}

/**
 * Wishes whose time or stock has come: their day is reached, or their source can be gathered now or
 * lies in stock.
 */
async function wishesBack(db: Knex, today: string, rows: readonly WalkRow[]): Promise<WishBack[]> {
  const byId = new Map(rows.map((row) => [row.source.id, row]))
  const { items } = await wishKind.page(db, { open: true, aside: false, limit: 100 })
  return items.flatMap((wish): WishBack[] => {
    const row = wish.sourceId ? byId.get(wish.sourceId) : undefined
    if (wish.dueOn) return wish.dueOn <= today ? [{ wish, why: 'its day has come' }] : []
    if (row && row.leftG > 0) return [{ wish, why: `${formatMass(row.leftG)} in stock` }]
    if (row?.readiness?.ready) return [{ wish, why: 'ready to gather' }]
    return wish.sourceId || wish.jarId ? [] : [{ wish, why: 'no day set' }]
  })
}

async function wiltingLots(db: Knex): Promise<TodayView['wilting']> {
  const { items } = await lotRepository(db).page({
    state: 'fresh',
    inStock: true,
    aside: false,
    limit: SHOWN,
  })
  return Promise.all(
    items.map(async (lot) => {
      const source = present(await sourceRepository(db).find(lot.sourceId))
      return { ...lot, sourceName: `${source.commonName} ${PARTS[source.part].label}` }
    }),
  )
}

/** Strips that hang together want one look. */
function lookDue({ key, tests, lookOn, hexes }: SetToLookAt, today: string): LookDue[] {
  if (lookOn > today) return []
  const { kind, place } = first(tests)
  return [{ key, kind, place, lookOn, tests: tests.length, hexes }]
}

async function potsDue(db: Knex, today: string): Promise<PotDue[]> {
  return (await potRepository(db).open()).flatMap(({ id, code, stage, dyedOn, lots, pieces }) =>
    stage === 'planned' && dyedOn <= today
      ? [{ id, code, dyedOn, pieces: pieces.length, lotCodes: lots.map(({ lotCode }) => lotCode) }]
      : [],
  )
}

async function bathsDue(db: Knex, today: string): Promise<BathDue[]> {
  return (await bathRepository(db).open()).flatMap(
    ({ id, code, scheme, pieces, plannedFor, startedAt }) =>
      startedAt === null && plannedFor !== null && plannedFor <= today
        ? [{ id, code, scheme, pieces: pieces.length, plannedFor }]
        : [],
  )
}

/** Readings looked through for the latest: a swatch may have been read several times in a row. */
const LOOKED_THROUGH = 60

async function latestReadings(db: Knex): Promise<LatestReading[]> {
  const ids = await lastRead(db, LOOKED_THROUGH)
  return Promise.all([...new Set(ids)].slice(0, SHOWN).map((id) => latestReading(db, id)))
}

async function latestReading(db: Knex, swatchId: string): Promise<LatestReading> {
  const swatch = present(await swatchRepository(db).find(swatchId))
  const pot = present(await potRepository(db).find(swatch.potId))
  const piece = present(await pieceRepository(db).find(swatch.pieceId))
  const { lots } = await potRepository(db).firstBath(pot)
  const sourceIds = [...new Set(lots.map(({ sourceId }) => sourceId))]
  const sources = await Promise.all(sourceIds.map((id) => sourceRepository(db).find(id)))
  const reading = present(bestReading(swatch.readings, { afterLight: true }))
  // a measured strength needs no factor, and most are: its curve is not asked
  const calibration = isMeasured(reading) ? USUAL_CALIBRATION : await calibrationFor(db, pot, piece)
  const strength = hasStrength(reading, piece.bare)
    ? swatchStrength({ dyed: reading, bare: present(piece.bare) }, calibration)
    : null
  return {
    swatchId,
    code: swatch.code,
    hex: reading.hex,
    bareHex: piece.bare?.hex ?? null,
    sourceId: sourceIds.length === 1 ? first(sourceIds) : null,
    sourceName: sources
      .map((source) => `${present(source).commonName} ${PARTS[present(source).part as Part].label}`)
      .join(' and '),
    mordant: mordantKeyOf(piece, pot.dyedOn),
    fibre: FIBRES[piece.fibre].label,
    ratioDry: pot.ratioDry,
    ratioErrorSd: pot.ratioErrorSd,
    strength,
    depth: strength === null ? null : depthOf(strength),
    basis: reading.basis,
    readAt: reading.readAt,
  }
}

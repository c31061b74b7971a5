import type { Knex } from 'knex'
import { JAR_WAYS } from '../../../catalogue/jar-ways'
import { PARTS } from '../../../catalogue/parts'
import { jarOutlook, roundsDue, type RoundDone } from '../../../core/jar/rounds'
import type { JarDue } from '../../../shared/views/log/today'
import type { Jar, JarView } from '../../../shared/schemas/loft/jar'
import { jarRepository } from '../../repositories/jars'
import { sourceRepository } from '../../repositories/sources'
import { notFound } from '../log/failures'
import { first, lookUp } from '../../../core/present'

const MOST = 200
const DAY_MS = 86_400_000

/** Jars with what they want now. */
export const jarViews = (db: Knex) => ({
  async standing(now: number): Promise<JarView[]> {
    const { items } = await jarRepository(db).page({ standing: true, aside: false, limit: MOST })
    const views = await dressed(db, items, now)
    return views.sort((a, b) => urgency(a) - urgency(b))
  },

  async ended(now: number): Promise<JarView[]> {
    const { items } = await jarRepository(db).page({ standing: false, aside: false, limit: 50 })
    return dressed(db, items, now)
  },

  /** Jars that want something by the end of a local day. */
  async due(on: string): Promise<JarDue[]> {
    // a local day may end up to 12 hours after the day of the same name in UTC
    const end = Date.parse(`${on}T23:59:59Z`)
    const views = await this.standing(end)
    return views.flatMap((jar): JarDue[] => {
      const due = jar.due.filter(({ dueAt }) => dueAt <= end)
      if (due.length === 0 && !jar.mould) return []
      return [
        {
          id: jar.id,
          code: jar.code,
          sourceName: jar.sourceName,
          vessel: jar.vessel,
          what: jar.mould ? 'mould: discard' : due.map(({ kind }) => kind).join(', '),
          overdueDays: Math.max(0, ...due.map(({ overdueDays }) => overdueDays)),
          mould: jar.mould,
          hex: jar.rounds.filter(({ hex }) => hex).at(-1)?.hex ?? null,
        },
      ]
    })
  },

  async one(id: string, now: number): Promise<JarView> {
    const jar = await jarRepository(db).find(id)
    if (!jar) throw notFound('jar', id)
    return first(await dressed(db, [jar], now))
  },
})

/** Mould first, then what is due longest. */
const urgency = ({ mould, due }: JarView) => (mould ? -Infinity : (due[0]?.dueAt ?? Infinity))

async function dressed(db: Knex, jars: Jar[], now: number): Promise<JarView[]> {
  const sources = new Map(
    (await sourceRepository(db).findMany(jars.map(({ sourceId }) => sourceId))).map((source) => [
      source.id,
      source,
    ]),
  )
  return jars.map((jar) => {
    const source = lookUp(sources, jar.sourceId)
    return {
      ...jar,
      ...wants(jar, now),
      sourceName: `${source.commonName} ${PARTS[source.part].label}`,
    }
  })
}

function wants(jar: Jar, now: number): Pick<JarView, 'due' | 'outlook' | 'mould'> {
  const startedAt = Date.parse(jar.startedAt)
  const { usual, usualC } = JAR_WAYS[jar.way]
  const rule = { shake: jar.shakeDays, air: jar.airDays, look: jar.lookDays }
  const done = jar.rounds.flatMap(({ kind, at }): RoundDone[] =>
    kind === 'draw' || kind === 'strain' ? [] : [{ kind, at: Date.parse(at) }],
  )
  const warmth = jar.rounds.flatMap(({ at, tempC }) =>
    tempC === null ? [] : [{ at: Date.parse(at), tempC }],
  )
  const writtenAt = Date.parse(jar.createdAt)
  const knownSince = writtenAt - startedAt > DAY_MS ? writtenAt : startedAt
  const until = jar.endedAt ? Date.parse(jar.endedAt) : now
  return {
    due: jar.endedAt ? [] : roundsDue(rule, knownSince, done, now),
    outlook: jarOutlook(usual, usualC, [{ at: startedAt, tempC: jar.tempC }, ...warmth], until),
    mould: jar.rounds.filter(({ kind }) => kind === 'look').at(-1)?.mould ?? false,
  }
}

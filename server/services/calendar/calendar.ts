import type { Knex } from 'knex'
import { lookUp } from '../../../core/present'
import type { JarView } from '../../../shared/schemas/loft/jar'
import type { Recorded } from '../../../shared/schemas/log/common'
import type { CalendarEntry } from '../../../shared/views/log/calendar-entry'
import type { ChainView } from '../../../shared/views/year/chain'
import type { OnTheHob } from '../../../shared/views/pot/hob'
import type { WalkView } from '../../../shared/views/walk/walk'
import type { SetToLookAt } from '../fastness/due-looks'
import { bathRepository } from '../../repositories/mordant-baths'
import { potRepository } from '../../repositories/pots'
import { sourceNames } from '../pot/hob'
import type { SourceVersions } from '../strength/source-versions'
import { wishKind } from '../log/small-kinds'
import {
  ofJar,
  ofPlannedBath,
  ofPlannedPot,
  ofRunning,
  ofSetToLookAt,
  ofWindow,
  ofWish,
} from './entries'
import { CHAINS_KEPT_MS } from '../year/year'
import { ofPlan } from './plan-entries'
import { writeCalendar } from './write-calendar'

interface Views {
  walk: (on: string) => Promise<WalkView>
  hob: (now: number) => Promise<OnTheHob[]>
  jars: (now: number) => Promise<JarView[]>
  plans: () => Promise<{ items: ChainView[] }>
  looks: () => Promise<SetToLookAt[]>
  /** A find moves a season, and a season's event is then a later one. */
  versions: Pick<SourceVersions, 'ofAny'>
}

const MOST_WISHES = 200

export interface CalendarAsk {
  /** Local date. */
  on: string
  /** Names of patches go with it; left out unless asked for. */
  withPlaces: boolean
}

/** All of the log that has a time, for any calendar program. */
export const calendarService = (db: Knex, views: Views, clock: () => Date) => {
  async function entries({ on, withPlaces }: CalendarAsk): Promise<CalendarEntry[]> {
    const now = clock()
    const [pots, baths, jars, hob, walk, wishes, plans, looks, sequence] = await Promise.all([
      potRepository(db).open(),
      bathRepository(db).open(),
      views.jars(now.getTime()),
      views.hob(now.getTime()),
      views.walk(on),
      wishKind.page(db, { open: true, aside: false, limit: MOST_WISHES }),
      views.plans(),
      views.looks(),
      views.versions.ofAny(),
    ])
    const planned = pots.filter(({ stage }) => stage === 'planned')
    const names = await sourceNames(db, planned)
    const records = new Map<string, Recorded>([...pots, ...baths].map((each) => [each.id, each]))
    return [
      ...planned.flatMap((pot) => ofPlannedPot(pot, names)),
      ...baths.flatMap(ofPlannedBath),
      // jars come with all their rounds, not only with those of the day
      ...hob
        .filter(({ kind }) => kind !== 'jar')
        .flatMap((running) => ofRunning(running, lookUp(records, running.id))),
      ...jars.flatMap(ofJar),
      ...wishes.items.flatMap(ofWish),
      ...looks.flatMap(ofSetToLookAt),
      ...plans.items.flatMap((chain) =>
        ofPlan(chain, {
          sequence: sequence + Math.floor(now.getTime() / CHAINS_KEPT_MS),
          withPlaces,
        }),
      ),
      ...walk.rows.flatMap((row) =>
        ofWindow(row, { today: on, now: now.toISOString(), sequence, withPlaces }),
      ),
    ]
  }
  return {
    entries,
    /** As iCalendar, RFC 5545. */
    file: async (ask: CalendarAsk): Promise<string> => writeCalendar(await entries(ask)),
  }
}

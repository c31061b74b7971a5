import { group } from 'd3-array'
import type { Knex } from 'knex'
import { colourBefore } from '../../../shared/rules/fastness/strip-of-test'
import type {
  FastnessTest,
  FastnessTestQuery,
} from '../../../shared/schemas/fastness/fastness-test'
import { swatchRepository } from '../../repositories/swatches'
import { everyPage } from '../log/every-page'
import { fastnessTestKind } from './fastness-tests'

/** Tests that hang together and are to be looked at on a day. */
export interface SetToLookAt {
  key: string
  /** All that still hang of it, as they were laid out. */
  tests: FastnessTest[]
  /** The soonest day that was set for one of them. */
  lookOn: string
  /** As they were before, where that was read. */
  hexes: string[]
}

/** Sets that are to be looked at some day; nothing is reckoned for it. */
export async function setsToLookAt(db: Knex): Promise<SetToLookAt[]> {
  const open = await everyPage((query: FastnessTestQuery) => fastnessTestKind.page(db, query), {
    open: true,
    aside: false,
  })
  const ids = open.flatMap(({ swatchId }) => swatchId ?? [])
  const swatches = await swatchRepository(db).findMany([...new Set(ids)])
  const standing = new Map(
    swatches.filter(({ setAsideAt }) => setAsideAt === null).map((each) => [each.id, each]),
  )
  const tests = open.filter(({ swatchId }) => swatchId === null || standing.has(swatchId))
  return [...group(tests, ({ setKey, id }) => setKey ?? id)].flatMap(([key, some]) => {
    const [lookOn] = some.flatMap((test) => test.lookOn ?? []).sort()
    if (!lookOn) return []
    const hexes = some.flatMap(
      (test) => colourBefore(test, standing.get(test.swatchId ?? '')?.readings ?? [])?.hex ?? [],
    )
    return [{ key, tests: some.toSorted((a, b) => (a.id < b.id ? -1 : 1)), lookOn, hexes }]
  })
}

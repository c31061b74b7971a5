import type { Knex } from 'knex'
import type { EvidenceQuery, SpoiltQuery } from '../../../shared/schemas/evidence/evidence'
import type { EvidenceView, SpoiltView } from '../../../shared/views/evidence/evidence'
import { sinceLastChange } from '../../database/since-last-change'
import type { RunTask } from '../../workers/task-pool'
import type { EvidenceOut } from './evidence-out'
import { logSwatches } from './log-swatches'

/** Sources whose evidence is kept beside that of the whole log. */
const KEPT_VIEWS = 8

/** What made the difference: everything that was dyed, held against each other. */
export const evidenceService = (db: Knex, run: RunTask) => {
  async function evidenceOf({ sourceId }: EvidenceQuery): Promise<EvidenceOut> {
    const { items, faint, sourceNames } = await logSwatches(db, sourceId)
    const evidence = await run(
      'logEvidence',
      items.map(({ swatch }) => swatch),
    )
    const shown = new Set([
      ...evidence.effects.flatMap((effect) => effect.shown.flatMap(({ from, to }) => [from, to])),
      ...evidence.almost.flatMap(({ bathLike, pieceLike }) => [bathLike, pieceLike]),
    ])
    const looks = items.map(({ look }) => look).filter(({ id }) => shown.has(id))
    return { view: { ...evidence, faint, looks, sourceNames }, swatches: items }
  }

  return {
    /** Effects of all that was changed, and how recipes made again differ; kept while the log is as it was. */
    view: sinceLastChange(
      db,
      async (query: EvidenceQuery): Promise<EvidenceView> => (await evidenceOf(query)).view,
      undefined,
      KEPT_VIEWS,
    ),

    /** The same of the whole log, with its swatches: for files. */
    whole: () => evidenceOf({}),

    /** Why pairs of a factor prove nothing. */
    spoilt: sinceLastChange(
      db,
      async ({ sourceId, factor }: SpoiltQuery): Promise<SpoiltView> => {
        const { items } = await logSwatches(db, sourceId)
        return {
          items: await run('spoilt', { swatches: items.map(({ swatch }) => swatch), factor }),
        }
      },
      undefined,
      KEPT_VIEWS,
    ),
  }
}

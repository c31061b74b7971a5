import { newId } from '../../../shared/ids'
import type { NewTestSet, TestSetChange } from '../../../shared/schemas/fastness/fastness-moves'
import type {
  FastnessTest,
  FastnessTestChange,
  FastnessTestQuery,
  NewFastnessTest,
} from '../../../shared/schemas/fastness/fastness-test'
import type { Database } from '../../database/open'
import { atPointer } from '../log/failures'
import type { Clock, Records } from '../log/records'

type TestRecords = Records<FastnessTest, NewFastnessTest, FastnessTestChange, FastnessTestQuery>

/** Many strips in one go: set out, looked at or ended as one change, undone as one. */
export const testSets = (database: Database, tests: TestRecords, clock: Clock) => {
  const together = (
    each: (batch: Parameters<TestRecords['createIn']>[0]) => Promise<FastnessTest[]>,
  ): Promise<{ items: FastnessTest[]; changeSetId: string | null }> =>
    database.write.transaction(async (trx) => {
      const batch = { trx, at: clock().toISOString(), changeSetId: newId() }
      const items = await each(batch)
      return { items, changeSetId: items.length > 0 ? batch.changeSetId : null }
    })

  return {
    set: ({ tests: wanted }: NewTestSet) =>
      together(async (batch) => {
        const items: FastnessTest[] = []
        for (const [i, test] of wanted.entries()) {
          // sent twice, it is set out once
          const made = await atPointer(`/tests/${i}`, () => tests.createIn(batch, test))
          if (made) items.push(made)
        }
        return items
      }),

    change: ({ changes }: TestSetChange) =>
      together(async (batch) => {
        const items: FastnessTest[] = []
        for (const [i, { id, change }] of changes.entries()) {
          items.push(
            await atPointer(`/changes/${i}/change`, () => tests.changeIn(batch, id, change)),
          )
        }
        return items
      }),
  }
}

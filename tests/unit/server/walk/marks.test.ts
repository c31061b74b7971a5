import { afterEach, beforeEach, expect, test } from '@jest/globals'
import {
  afterWords,
  isSeenThisYear,
  seenWords,
  withSeen,
} from '../../../../app/features/year/marks'
import { newId } from '../../../../shared/ids'
import { openTestLog, refusal, TANSY, type TestLog } from '../../../fixtures/log'

let here: TestLog
beforeEach(async () => {
  here = await openTestLog()
  here.at('2026-06-01T08:00:00Z')
})
afterEach(() => here.database.close())

const tansyNow = async () =>
  (await here.log.walk.view('2026-06-01')).rows.find(({ source }) => source.id === TANSY)!

test('a season hangs on a mark of the dyer’s own once it was seen, and goes back when it is set aside', async () => {
  const before = await tansyNow()
  expect(before.window!.marker).toBeNull()
  const mark = {
    id: newId(),
    words: 'the elder flowers',
    seenOn: [] as string[],
    windows: [{ sourceId: TANSY, fromDays: 0, toDays: 20 }],
  }
  const { item } = await here.log.markers.create(mark)
  // never seen: nothing is known by it
  expect((await tansyNow()).window).toEqual(before.window)
  const { changeSetId } = await here.log.markers.change(item.id, 1, { seenOn: ['2026-05-28'] })
  const now = await tansyNow()
  expect(now.window).toMatchObject({
    fromDay: 148,
    toDay: 168,
    marker: { words: 'the elder flowers', isSeen: true },
  })
  expect(now.readiness).toEqual({ ready: true, closesInDays: 16 })
  await here.log.changes.undo(changeSetId!)
  expect((await tansyNow()).window).toEqual(before.window)
  await here.log.markers.setAside(item.id, 3)
  expect((await tansyNow()).window).toEqual(before.window)
})

test('is refused by name: two days of a year, a source twice, one that is not there', async () => {
  const mark = { id: newId(), words: 'the elder flowers', seenOn: [], windows: [] }
  const window = { sourceId: newId(), fromDays: 0, toDays: 20 }
  await expect(here.log.markers.create({ ...mark, windows: [window] })).rejects.toMatchObject(
    refusal(422, 'There is no source'),
  )
})

test('in words', () => {
  expect(withSeen(['2025-04-20', '2026-04-09'], '2026-04-03')).toEqual(['2025-04-20', '2026-04-03'])
  expect(withSeen([], '2026-04-03')).toEqual(['2026-04-03'])
  expect(isSeenThisYear(['2025-04-20'], '2026-06-01')).toBe(false)
  expect(isSeenThisYear(['2026-04-20'], '2026-06-01')).toBe(true)
  expect(seenWords([], '2026-06-01')).toContain('not seen yet')
  expect(seenWords(['2025-04-20'], '2026-06-01')).toBe('not yet this year; in 1 earlier year')
  expect(seenWords(['2025-04-20', '2026-04-03'], '2026-06-01')).toMatch(
    /^seen .* this year, and in 1 earlier year$/,
  )
  expect(afterWords({ sourceId: 's', fromDays: -3, toDays: 0 })).toBe(
    'from 3 days before to that day',
  )
})

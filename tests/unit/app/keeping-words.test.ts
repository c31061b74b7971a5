import { describe, expect, test } from '@jest/globals'
import dayjs from 'dayjs'
import {
  bytesText,
  contentsText,
  countsText,
  reasonText,
  safetyOf,
  safetyWords,
  thingsText,
  unsavedText,
} from '../../../app/features/keeping/words'
import type { BackupView, KeepingView } from '../../../shared/views/keeping/keeping'

const backup: BackupView = {
  key: 'backups/2026-11-30T08-00-00-000Z',
  place: 'data',
  file: '/data/backups/log-2026-11-30T08-00-00-000Z.sqlite',
  madeAt: '2026-11-30T08:00:00.000Z',
  reason: 'day',
  before: '',
  bytes: 5_000_000,
  pots: 3,
  swatches: 9,
  photos: 1,
  missingPhotos: 0,
}
const view: KeepingView = {
  backups: [backup],
  folder: { data: '/data/backups', named: null, isNamedThere: false },
  totalBytes: 5_000_000,
  unsaved: null,
  failure: null,
  isRunning: false,
  isAwaited: false,
  takeBack: null,
}
const hoursAgo = (hours: number) => dayjs().subtract(hours, 'hour').toISOString()

describe('how safe a log is', () => {
  test('good where all is in a backup, or was written just now', () => {
    expect(safetyOf(view)).toBe('good')
    expect(safetyOf({ ...view, unsaved: { changes: 4, since: hoursAgo(20) } })).toBe('good')
    expect(safetyWords(view)).toBe('')
  })
  test('overdue where changes of two days are in none', () => {
    const late = { ...view, unsaved: { changes: 4, since: hoursAgo(49) } }
    expect(safetyOf(late)).toBe('overdue')
    // it is made by itself in a moment
    expect(safetyOf({ ...late, isAwaited: true })).toBe('good')
    expect(safetyWords(late)).toMatch(/^4 changes since .* are in no backup yet\.$/)
  })
  test('failed counts before all else, and says why', () => {
    const failed = {
      ...view,
      unsaved: { changes: 4, since: hoursAgo(49) },
      failure: { at: hoursAgo(1), why: 'The folder /media/stick is not there.' },
    }
    expect(safetyOf(failed)).toBe('failed')
    expect(safetyWords(failed)).toContain('The folder /media/stick is not there.')
  })
  test('none where there is no backup and nothing old', () => {
    expect(safetyOf({ ...view, backups: [] })).toBe('none')
    expect(safetyWords({ ...view, backups: [] })).toBe('')
  })
})

test.each([
  [0, '0 B'],
  [999, '999 B'],
  [1000, '1 KB'],
  [5_034_000, '5.03 MB'],
  [50_340_000, '50.3 MB'],
  [503_400_000, '503 MB'],
  [2_000_000_000_000, '2 TB'],
])('%d bytes are %s', (bytes, words) => expect(bytesText(bytes)).toBe(words))

test('things are counted by their own names', () => {
  expect(thingsText('swatches', 1)).toBe('1 swatch')
  expect(thingsText('allowances', 2)).toBe('2 rules of places')
  const of = (collection: string, onlyHere: number) => ({
    collection,
    onlyHere,
    onlyThere: 0,
    differ: 0,
    same: 0,
    examples: [],
  })
  const counts = (all: ReturnType<typeof of>[]) => countsText(all, ({ onlyHere }) => onlyHere)
  expect(counts([of('pots', 0)])).toBe('')
  expect(counts([of('pots', 1)])).toBe('1 pot')
  expect(counts([of('pots', 2), of('lots', 0), of('swatches', 3), of('photos', 1)])).toBe(
    '2 pots, 3 swatches and 1 photo',
  )
})

test('a backup claims no photo that was gone when it was made', () => {
  expect(contentsText(backup)).toBe('3 pots, 9 swatches, 1 photo')
  expect(contentsText({ ...backup, missingPhotos: 2 })).toBe(
    '3 pots, 9 swatches, 1 photo, and 2 photos gone before it',
  )
})

test('settings alone are no count of changes', () => {
  expect(unsavedText({ changes: 0, since: hoursAgo(1) })).toContain('Settings')
  expect(unsavedText({ changes: 1, since: hoursAgo(1) })).toMatch(/^1 change since .* is in no/)
})

test('a backup says what it was made before', () => {
  expect(reasonText(backup)).toBe('of the day')
  expect(reasonText({ ...backup, reason: 'swap', before: 'an archive came in' })).toBe(
    'before an archive came in',
  )
  const said = reasonText({
    ...backup,
    reason: 'swap',
    before: 'the backup of 2024-05-03T08:00:00.000Z came back',
  })
  expect(said).toMatch(/^before the backup of .*2024 at .* came back$/)
})

import { expect, test } from '@jest/globals'
import { changedContents, type PotContents } from '../../../../app/features/hob/pot-contents'

const was: PotContents = {
  dyedOn: '2026-08-20',
  lots: [{ lotId: 'a', massG: 20, massBasis: 'weighed' }],
  pieces: [{ pieceId: 'p', dryG: 50, dryBasis: 'weighed', minutes: null }],
  notesBack: [],
}

test('what was left alone is not written again', () => {
  expect(changedContents(structuredClone(was), was)).toEqual({})
})

test('a day alone is written alone', () => {
  expect(changedContents({ ...was, dyedOn: '2026-08-18' }, was)).toEqual({ dyedOn: '2026-08-18' })
})

test('of an amount that nobody knows, none is written', () => {
  const lots = [{ lotId: 'a', massG: 20, massBasis: 'unknown' as const }]
  expect(changedContents({ ...was, lots }, was)).toEqual({
    lots: [{ lotId: 'a', massG: 0, massBasis: 'unknown' }],
  })
})

test('a weight that was emptied stays as it was: it is said to be unknown beside it', () => {
  const pieces = [{ ...was.pieces[0]!, dryG: null, minutes: 40 }]
  expect(changedContents({ ...was, pieces, notesBack: ['n'] }, was)).toEqual({
    pieces: [{ pieceId: 'p', dryBasis: 'weighed', minutes: 40 }],
    notesBack: ['n'],
  })
})

test('a stay that was left alone is not written beside a new weight', () => {
  const pieces = [{ ...was.pieces[0]!, dryG: 60 }]
  expect(changedContents({ ...was, pieces }, was)).toEqual({
    pieces: [{ pieceId: 'p', dryBasis: 'weighed', dryG: 60 }],
  })
})

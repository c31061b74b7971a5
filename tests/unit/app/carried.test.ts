import { expect, test } from '@jest/globals'
import { reactive } from 'vue'
import { useCarried } from '../../../app/features/card/carried'
import { blankCard } from '../../../app/features/card/card-draft'

test('what the card before told is carried until it is touched; what nobody told is not', () => {
  const draft = reactive({ ...blankCard(), plantText: '340 g', place: 'Quarry Lane' })
  draft.pieces[0]!.mordantText = 'alum 12 %'
  const carried = useCarried(draft)
  expect(carried.any()).toBe(false)
  carried.takeAll()
  expect([carried.of('place'), carried.ofPiece(0, 'mordantText')]).toEqual([true, true])
  expect([carried.of('dyedText'), carried.ofPiece(0, 'colour')]).toEqual([false, false])
  draft.place = 'Orchard Bank'
  expect(carried.of('place')).toBe(false)
  carried.forget()
  expect(carried.any()).toBe(false)
})

test('one more skein carries its neighbour’s facts, and takes them off with itself', () => {
  const draft = reactive(blankCard())
  draft.pieces[0]!.mordantText = 'alum'
  const carried = useCarried(draft)
  draft.pieces = [...draft.pieces, { ...draft.pieces[0]! }]
  carried.takePiece()
  expect([carried.ofPiece(0, 'mordantText'), carried.ofPiece(1, 'mordantText')]).toEqual([
    false,
    true,
  ])
  draft.pieces = draft.pieces.slice(0, 1)
  carried.dropPiece(1)
  expect(carried.any()).toBe(false)
})

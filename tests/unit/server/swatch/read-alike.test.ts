import { afterEach, beforeEach, expect, test } from '@jest/globals'
import { sort } from 'd3-array'
import { newId } from '../../../../shared/ids'
import type { Pot } from '../../../../shared/schemas/pot/pot'
import { openTestLog, refusal, TANSY, type TestLog } from '../../../fixtures/log'

let here: TestLog
let pot: Pot
beforeEach(async () => {
  here = await openTestLog()
  const pieces = [await here.piece(), await here.piece(), await here.piece({ fibre: 'silk' })]
  pot = await here.pot(await here.lot({ state: 'dried', netG: 300 }), pieces)
})
afterEach(() => here.database.close())

const READING = { lab: { l: 70, a: 2, b: 50 }, wet: false, washed: true }
/** Those on wool first: they are alike. */
const idsOf = (of: Pot) =>
  sort(of.pieces, ({ pieceCode }) => (pieceCode.startsWith('SLK') ? 1 : 0)).map(
    ({ swatchId }) => swatchId!,
  )
const pointsOf = async () =>
  (await here.log.strength.ofSource(TANSY)).groups.flatMap((g) => g.points)

test('alike pieces of the pot are offered: same fibre, mordant and time', async () => {
  const [first, second] = idsOf(pot)
  const view = await here.log.booth.view(first!)
  expect(view.alike.map(({ id }) => id)).toEqual([second])
})

test('a shared reading stands on each, counts once, and is undone as one', async () => {
  const [first, second] = idsOf(pot)
  const { items, changeSetId } = await here.log.alike.read({
    swatchIds: [first!, second!],
    reading: READING,
  })
  expect(items.map(({ readings }) => readings[0]!.lab)).toEqual([READING.lab, READING.lab])
  expect(items[1]!.readings[0]!.about.readAs).toBe(first)
  expect(new Set((await pointsOf()).map(({ exclusion }) => exclusion))).toEqual(
    new Set([null, 'readAsAnother']),
  )
  // its own reading makes it count by itself
  const own = await here.log.swatches.change(second!, items[1]!.rev, {
    reading: { ...READING, lab: { l: 66, a: 2, b: 52 } },
  })
  expect((await pointsOf()).map(({ exclusion }) => exclusion)).toEqual([null, null])
  await here.log.changes.undo(own.changeSetId!)
  await here.log.changes.undo(changeSetId)
  expect(await pointsOf()).toEqual([])
})

test('where the one that was looked at does not count, the other does', async () => {
  const [first, second] = idsOf(pot)
  const { items } = await here.log.alike.read({ swatchIds: [first!, second!], reading: READING })
  await here.log.swatches.setAside(first!, items[0]!.rev)
  expect((await pointsOf()).map(({ exclusion }) => exclusion)).toEqual([null])
})

test('swatches of two pots share none', async () => {
  const other = await here.pot(await here.lot({ state: 'dried', netG: 300 }), [await here.piece()])
  await expect(
    here.log.alike.read({ swatchIds: [idsOf(pot)[0]!, idsOf(other)[0]!], reading: READING }),
  ).rejects.toMatchObject(refusal(422, 'of another pot'))
  await expect(
    here.log.alike.read({ swatchIds: [idsOf(pot)[0]!, newId()], reading: READING }),
  ).rejects.toMatchObject({ status: 404 })
  expect(await pointsOf()).toEqual([])
})

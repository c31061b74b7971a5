import { afterEach, beforeEach, describe, expect, test } from '@jest/globals'
import { agent, bathOf, openBasketLog, type BasketLog } from '../../../fixtures/basket'

let here: BasketLog
beforeEach(async () => void (here = await openBasketLog()))
afterEach(() => here.database.close())

describe('a mordant bath', () => {
  test('that is over is written down on its day: what it gave is kept, and undone as one', async () => {
    const shelf = await here.alum()
    const pieces = await here.hanks(2, { treatments: [] })
    const endedAt = '2026-05-03T12:00:00+02:00'
    const agents = [agent({ massG: 2, shelfId: shelf.id })]
    const body = { ...bathOf(pieces, { agents, startedAt: endedAt }), endedAt }
    const { items, changeSetId } = await here.log.basketMoves.baths([body])
    expect(items).toMatchObject([{ startedAt: endedAt, endedAt }])
    // pieces that nobody washed are told of, and stop nothing that is over
    expect(items[0]!.overrides.map(({ code }) => code)).toContain('notWashed')
    const { treatments, bathId } = await here.log.pieces.read(pieces[0]!.id)
    expect(treatments).toMatchObject([
      { kind: 'mordant', agent: 'alum', percentWof: 10, doneOn: '2026-05-03', finish: 'dried' },
    ])
    expect(bathId).toBeNull()
    expect(await here.leftOf(shelf.id)).toBe(98)
    // sent again it is the same one
    expect(await here.log.basketMoves.baths([body])).toMatchObject({ changeSetId: null })
    await here.log.changes.undo(changeSetId!)
    expect((await here.log.pieces.read(pieces[0]!.id)).treatments).toEqual([])
    expect(await here.leftOf(shelf.id)).toBe(100)
  })
})

import { afterEach, beforeEach, describe, expect, test } from '@jest/globals'
import { agent, bathOf, openBasketLog, type BasketLog } from '../../../fixtures/basket'
import { refusal } from '../../../fixtures/log'

let here: BasketLog
beforeEach(async () => void (here = await openBasketLog()))
afterEach(() => here.database.close())

describe('the shelf', () => {
  test('says what planned baths still want, in one form', async () => {
    const shelf = await here.alum(50)
    const skeins = await here.hanks(8, { dryG: 100, name: 'skein' })
    await here.log.baths.create(
      bathOf(skeins, { startedAt: null, agents: [agent({ massG: 80, shelfId: shelf.id })] }),
    )
    expect(await here.log.shelfView.view()).toMatchObject({
      items: [{ agent: 'alum', leftG: 50, boughtG: 50 }],
      plans: [{ agent: 'alum', neededG: 80, onShelfG: 50, toBuyG: 30, baths: ['BTH-26-01'] }],
    })
    await expect(here.log.shelf.setAside(shelf.id, 1)).rejects.toMatchObject(
      refusal(409, 'is planned or running with it'),
    )
  })

  test('is added to, counted and taken back', async () => {
    const shelf = await here.alum(50)
    await here.log.shelf.change(shelf.id, 1, { added: { massG: 25, on: '2026-09-01' } })
    const counted = await here.log.shelf.change(shelf.id, 2, {
      counted: { massG: 70, on: '2026-09-02' },
    })
    expect(counted.item).toMatchObject({ leftG: 70, boughtG: 50 })
    await here.log.changes.undo(counted.changeSetId!)
    expect(await here.leftOf(shelf.id)).toBe(75)
  })
})

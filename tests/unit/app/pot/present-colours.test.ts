import { afterEach, beforeEach, expect, test } from '@jest/globals'
import { ref } from 'vue'
import { usePresentColours } from '../../../../app/features/pot/usePresentColours'
import type { Piece } from '../../../../shared/schemas/basket/piece'
import type { SwatchQuery } from '../../../../shared/schemas/swatch/swatch'
import { openTestLog, type TestLog } from '../../../fixtures/log'

let here: TestLog
beforeEach(async () => {
  here = await openTestLog()
})
afterEach(() => here.database.close())

test('what was dyed before is dyed over the colour it has now; others over their bare fibre', async () => {
  const piece = await here.piece()
  const pot = await here.pot(await here.lot({ state: 'dried' }), [piece])
  await here.log.swatches.change(pot.pieces[0]!.swatchId!, 1, {
    reading: { lab: { l: 60, a: 4, b: 40 }, wet: false, washed: true },
  })
  const dyed = await here.log.pieces.read(piece.id)
  const asked: unknown[] = []
  const api = {
    get: async (_: string, query: object) => {
      asked.push(query)
      return here.log.swatches.page({ aside: false, ...query } as SwatchQuery)
    },
  }
  const pieces = ref<Piece[]>([dyed, await here.piece()])
  const colours = usePresentColours(() => pieces.value, api as never)
  await new Promise((next) => setTimeout(next, 50))
  expect(asked).toMatchObject([{ pieceId: piece.id }])
  expect(colours.get(piece.id)?.lab).toEqual({ l: 60, a: 4, b: 40 })
  expect(colours.size).toBe(1)
})

import { afterEach, beforeEach, describe, expect, test } from '@jest/globals'
import { curveOfJob } from '../../../../core/strength/curve-job'
import { curvesService } from '../../../../server/services/strength/curves'
import { newId } from '../../../../shared/ids'
import { openTestLog, refusal, TANSY, type TestLog } from '../../../fixtures/log'

let here: TestLog
beforeEach(async () => void (here = await openTestLog()))
afterEach(() => here.database.close())

/** Two swatches on alum wool and one on bare silk, all of one lot. */
async function dyeThree() {
  const lot = await here.lot({ netG: 500 })
  const wool = [await here.piece(), await here.piece()]
  const silk = await here.piece({ fibre: 'silk', treatments: [] })
  for (const [piece, massG, hex] of [
    [wool[0]!, 50, '#d8c878'],
    [wool[1]!, 200, '#c8a828'],
    [silk, 100, '#e0d8b0'],
  ] as const) {
    const pot = await here.pot(lot, [piece], { massG })
    await here.log.swatches.create({
      id: newId(),
      potId: pot.id,
      pieceId: piece.id,
      note: '',
      reading: { hex, wet: false, washed: true },
    })
  }
}

describe('curves of the log', () => {
  test('one for each kind of fibre and mordant, most swatches first', async () => {
    await dyeThree()
    const curves = await here.log.curves.all()
    expect(
      curves.map(({ fibreClass, mordant, answer }) => [fibreClass, mordant, answer.n]),
    ).toEqual([
      ['wool', 'Al', 2],
      ['silk', 'none', 1],
    ])
    expect(curves[0]).toMatchObject({
      sourceId: TANSY,
      dyedFrom: '2026-08-20',
      answer: { lots: 1, estimated: 2, prior: { kind: 'freshFlower', unmordanted: false } },
    })
    expect(curves[0]!.swatchIds).toHaveLength(curves[0]!.answer.points.length)
    // a source that needs a mordant and has none is expected weaker
    expect(curves[1]!.answer.prior).toMatchObject({ weakened: true, unmordanted: true })
  })

  test('of one source; one that is not there is refused', async () => {
    await dyeThree()
    expect(await here.log.curves.all({ sourceId: TANSY })).toHaveLength(2)
    await expect(here.log.curves.all({ sourceId: newId() })).rejects.toMatchObject(
      refusal(404, 'source'),
    )
  })

  test('whoever reckons gets plain jobs, and the answers come back in their order', async () => {
    await dyeThree()
    let sent = ''
    const service = curvesService(here.database.read, (jobs) => {
      sent = JSON.stringify(jobs)
      return Promise.resolve(jobs.map(curveOfJob))
    })
    const curves = await service.all()
    expect(JSON.parse(sent)).toHaveLength(2)
    expect(curves.map(({ answer }) => answer.n)).toEqual([2, 1])
  })
})

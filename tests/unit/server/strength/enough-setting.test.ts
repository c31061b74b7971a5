import { afterEach, beforeEach, expect, test } from '@jest/globals'
import { strengthAt } from '../../../../core/strength/saturation'
import { dyedSwatch, measuredAt } from '../../../fixtures/dyed'
import { openTestLog, TANSY, type TestLog } from '../../../fixtures/log'

let here: TestLog
beforeEach(async () => void (here = await openTestLog()))
afterEach(() => here.database.close())

test('what is called enough follows its setting at once, on the page and in the atlas', async () => {
  const truth = { model: 'exponential' as const, ceiling: 1.6, scale: 0.3 }
  for (const ratio of [0.1, 0.3, 0.6, 1.2]) {
    await dyedSwatch(here, ratio, measuredAt(strengthAt(truth, ratio)))
  }
  const told = async () => {
    await here.log.atlas.settled()
    const [row] = (await here.log.atlas.view()).rows
    const { enough } = (await here.log.strength.ofSource(TANSY)).groups[0]!.curve!.answer
    expect(row!.enough.mid / enough.mid).toBeCloseTo(1, 3)
    return enough
  }
  const usual = await told()
  expect(usual.gain).toBe(0.2)
  await here.log.settings.change({ enoughPercent: 10 })
  const more = await told()
  expect(more.gain).toBe(0.1)
  expect(more.mid).toBeGreaterThan(usual.mid * 1.2)
  await here.log.settings.change({ enoughPercent: 20 })
  expect(await told()).toEqual(usual)
})

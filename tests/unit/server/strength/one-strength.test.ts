import { afterEach, beforeEach, expect, test } from '@jest/globals'
import { depthOf } from '../../../../core/colour/depth'
import { USUAL_CALIBRATION } from '../../../../core/strength/estimate-factor'
import { swatchStrength } from '../../../../core/strength/swatch-strength'
import { newId } from '../../../../shared/ids'
import { bestReading } from '../../../../shared/rules/swatch/best-reading'
import { dyedSwatch, measuredAt, seenAt } from '../../../fixtures/dyed'
import { DOCK, openTestLog, TANSY, type TestLog } from '../../../fixtures/log'

let here: TestLog
beforeEach(async () => void (here = await openTestLog()))
afterEach(() => here.database.close())

/** What each page says of a swatch: Today, Strength, and the booth as it computes it. */
async function strengthsOf(swatchId: string, sourceId = TANSY) {
  const { latest } = await here.log.today.view('2026-09-09')
  const today = latest.find((each) => each.swatchId === swatchId)!
  const { groups } = await here.log.strength.ofSource(sourceId)
  const point = groups.flatMap(({ points }) => points).find((each) => each.swatchId === swatchId)!
  const { swatch, piece, calibration } = await here.log.booth.view(swatchId)
  const dyed = bestReading(swatch.readings)!
  return {
    strengths: [
      today.strength,
      point.strength,
      swatchStrength({ dyed, bare: piece.bare! }, calibration),
    ],
    depths: [today.depth, point.depth],
  }
}

async function expectOneStrength(swatchId: string, sourceId?: string) {
  const { strengths, depths } = await strengthsOf(swatchId, sourceId)
  for (const strength of strengths) expect(strength).toBeCloseTo(strengths[0]!, 10)
  expect(new Set(depths)).toEqual(new Set([depthOf(strengths[0]!)]))
  return strengths[0]!
}

test('an estimated swatch has one strength and depth on all pages, as its curve has learnt', async () => {
  const both = await dyedSwatch(here, 0.5, seenAt(1))
  await here.log.swatches.change(both.id, both.rev, {
    reading: { id: newId(), ...measuredAt(1.4) },
  })
  const estimated = await dyedSwatch(here, 0.3, seenAt(0.9))
  const strength = await expectOneStrength(estimated.id)
  const { calibration } = await here.log.booth.view(estimated.id)
  expect(calibration.factor).toBeGreaterThan(USUAL_CALIBRATION.factor)
  expect(strength).toBeCloseTo(0.9 * calibration.factor, 0)
  await expectOneStrength(both.id)
})

test('on other conditions the curve has learnt nothing yet, and says so with the usual factor', async () => {
  const both = await dyedSwatch(here, 0.5, seenAt(1))
  await here.log.swatches.change(both.id, both.rev, {
    reading: { id: newId(), ...measuredAt(1.4) },
  })
  const silk = await dyedSwatch(here, 0.3, seenAt(0.9), { piece: { fibre: 'silk' } })
  await expectOneStrength(silk.id)
  expect((await here.log.booth.view(silk.id)).calibration).toEqual({
    factor: USUAL_CALIBRATION.factor,
  })
})

test('a bath that two sources shared belongs to no curve: the usual factor, everywhere', async () => {
  const tansy = await here.lot({ state: 'dried', netG: 100 })
  const dock = await here.lot({ sourceId: DOCK, state: 'dried', netG: 100 })
  const piece = await here.piece({ dryG: 10 })
  const pot = await here.pot(tansy, [piece], {
    lots: [
      { lotId: tansy.id, massG: 3 },
      { lotId: dock.id, massG: 3 },
    ],
  })
  const { swatchId } = pot.pieces[0]!
  await here.log.swatches.change(swatchId!, 1, { reading: { id: newId(), ...seenAt(0.8) } })
  const both = await dyedSwatch(here, 0.5, seenAt(1))
  await here.log.swatches.change(both.id, both.rev, {
    reading: { id: newId(), ...measuredAt(1.4) },
  })
  await expectOneStrength(swatchId!)
  await expectOneStrength(swatchId!, DOCK)
})

test('a later bath names its source by the bath it followed', async () => {
  const tansy = await here.lot({ state: 'dried', netG: 100 })
  const first = await here.pot(tansy, [await here.piece({ dryG: 10 })], { massG: 5 })
  const second = await here.pot(tansy, [await here.piece({ dryG: 10 })], {
    fromPotId: first.id,
    lots: [],
  })
  const { swatchId } = second.pieces[0]!
  await here.log.swatches.change(swatchId!, 1, { reading: { id: newId(), ...seenAt(0.4) } })
  const { latest } = await here.log.today.view('2026-09-09')
  expect(latest[0]).toMatchObject({ sourceId: TANSY, sourceName: expect.stringContaining('tansy') })
  await expectOneStrength(swatchId!)
})

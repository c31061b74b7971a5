import { afterEach, beforeEach, describe, expect, test } from '@jest/globals'
import { newId } from '../../../../shared/ids'
import type { Swatch } from '../../../../shared/schemas/swatch/swatch'
import { dyedSwatch, measuredAt, seenAt } from '../../../fixtures/dyed'
import { openTestLog, TANSY, type TestLog } from '../../../fixtures/log'

let here: TestLog
beforeEach(async () => void (here = await openTestLog()))
afterEach(() => here.database.close())

const read = async (swatch: Swatch, reading: object) => {
  const { rev } = await here.log.swatches.read(swatch.id)
  await here.log.swatches.change(swatch.id, rev, {
    reading: { id: newId(), ...seenAt(1), ...reading },
  })
}

describe('the wall', () => {
  test('every swatch that was read, by what it is', async () => {
    const swatch = await dyedSwatch(here, 0.5, measuredAt(0.8))
    await here.pot(await here.lot(), [await here.piece()])
    const { sources, swatches } = await here.log.wall.view()
    expect(sources).toMatchObject([{ id: TANSY, name: 'tansy flower heads' }])
    expect(swatches).toMatchObject([
      {
        id: swatch.id,
        code: swatch.code,
        sources: [0],
        fibre: 'wool',
        mordant: 'Al',
        ratioDry: 0.5,
        bathNumber: 1,
        verdict: null,
      },
    ])
    const { lab, hex } = swatch.readings[0]!
    expect(swatches[0]!.seen.dry!.hex).toBe(hex)
    expect(swatches[0]!.seen.dry!.l).toBeCloseTo(lab.l, 1)
    expect(swatches[0]!.seen.wet).toBeUndefined()
  })

  test('ratio and mordant are those that the pot and the curve tell', async () => {
    for (const ratio of [0.1, 0.73]) await dyedSwatch(here, ratio, measuredAt(0.8))
    await dyedSwatch(here, 0.2, measuredAt(0.5), {
      piece: { treatments: [], mordantKnown: false },
    })
    const { swatches } = await here.log.wall.view()
    for (const { id, ratioDry } of swatches) {
      const { potId } = await here.log.swatches.read(id)
      expect(ratioDry).toBeCloseTo((await here.log.pots.read(potId)).ratioDry!, 3)
    }
    expect(swatches.map(({ mordant }) => mordant).sort()).toEqual(['Al', 'Al', 'unknown'])
  })

  test('an amount that nobody knows makes no ratio', async () => {
    await dyedSwatch(here, 0.4, measuredAt(0.8), { piece: { dryBasis: 'unknown' } })
    expect((await here.log.wall.view()).swatches[0]!.ratioDry).toBeNull()
  })

  test('wet, dry and after light are three colours, of the light the longest', async () => {
    const swatch = await dyedSwatch(here, 0.5, measuredAt(0.8))
    await read(swatch, { ...seenAt(1.2), wet: true })
    await read(swatch, { ...seenAt(0.6), lightHours: 40 })
    await read(swatch, { ...seenAt(0.3), lightHours: 160 })
    const { seen } = (await here.log.wall.view()).swatches[0]!
    expect(seen.wet!.l).toBeLessThan(seen.dry!.l)
    expect(seen.faded!.hex).toBe(seenAt(0.3).hex)
  })

  test('what is set aside hangs no more', async () => {
    const swatch = await dyedSwatch(here, 0.5, measuredAt(0.8))
    expect((await here.log.wall.view()).swatches).toHaveLength(1)
    const { rev } = await here.log.swatches.read(swatch.id)
    await here.log.swatches.setAside(swatch.id, rev)
    expect((await here.log.wall.view()).swatches).toEqual([])
  })
})

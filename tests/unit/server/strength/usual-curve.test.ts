import { afterEach, beforeEach, describe, expect, test } from '@jest/globals'
import { strengthSentences } from '../../../../core/strength/sentences'
import { askCurve } from '../../../../core/strength/estimate-at'
import { catalogueId } from '../../../../shared/ids'
import { dyedSwatch, measuredAt } from '../../../fixtures/dyed'
import { openTestLog, TANSY, type TestLog } from '../../../fixtures/log'

let here: TestLog
beforeEach(async () => void (here = await openTestLog()))
afterEach(() => here.database.close())

describe('a source that nobody has dyed with', () => {
  test('has one curve of its kind, with no swatch behind it', async () => {
    const { groups, usualDryFraction } = await here.log.strength.ofSource(TANSY)
    expect(groups).toHaveLength(1)
    const [{ curve, ...group }] = groups as [(typeof groups)[0]]
    expect(group).toMatchObject({
      key: 'wool|Al|asItCame|simmer',
      n: 0,
      lots: 0,
      estimated: 0,
      points: [],
    })
    expect(curve!.answer).toMatchObject({ n: 0, unit: null, strengths: [], shifts: [] })
    const { ceiling, enough } = curve!.answer
    // a range that is worth the name: wide, and never a single figure
    expect(ceiling.high / ceiling.low).toBeGreaterThan(3)
    expect(enough.high).toBeGreaterThan(enough.low)
    expect(usualDryFraction).toBeGreaterThan(0)
  })

  test('is told as typical, and no sentence names a ceiling', async () => {
    const [group] = (await here.log.strength.ofSource(TANSY)).groups
    const { points, prior } = group!.curve!.answer
    const asked = askCurve(points, prior)
    const texts = strengthSentences({
      on: 'wool, Al',
      described: asked.described(),
      at: asked.at(0.5),
      weighed: { state: 'fresh', dryFraction: 0.2 },
      lots: 0,
      estimated: 0,
      years: null,
      steps: null,
      isScaleKnown: true,
      turning: null,
      ceilingColour: null,
      donorCurve: null,
    }).map(({ text }) => text)
    expect(texts[0]).toBe('Typical, not yours: no swatch here can be counted yet.')
    expect(texts.join(' ')).not.toMatch(/of what this plant can do|Its ceiling is/)
  })

  test('stands on what it is mostly dyed on: no mordant where it needs none, in its own way', async () => {
    const keyOf = async (source: string) =>
      (await here.log.strength.ofSource(catalogueId(source))).groups[0]!.key
    expect(await keyOf('alnus-glutinosa/bark')).toBe('wool|none|asItCame|coldSteep')
    expect(await keyOf('betula-pendula/leaf')).toBe('wool|Al|asItCame|simmer')
  })

  test('its first swatch takes the place of what was typical', async () => {
    await here.log.strength.ofSource(TANSY)
    await dyedSwatch(here, 0.3, measuredAt(0.8))
    const { groups } = await here.log.strength.ofSource(TANSY)
    expect(groups.map(({ n }) => n)).toEqual([1])
  })

  test('is not in the atlas', async () => {
    await here.log.atlas.settled()
    expect((await here.log.atlas.view()).rows).toEqual([])
  })
})

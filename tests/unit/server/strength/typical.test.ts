import { readFileSync } from 'node:fs'
import { createRequire } from 'node:module'
import { join } from 'node:path'
import { afterEach, beforeEach, describe, expect, test } from '@jest/globals'
import {
  typicalAmount,
  typicalRows,
  monthsText,
} from '../../../../app/features/strength/typical-rows'
import { SOURCES } from '../../../../catalogue/sources'
import { hueFamilyOf } from '../../../../core/colour/colour-name'
import { hueFamiliesIn } from '../../../../core/colour/hue-words'
import { labOfHex } from '../../../../core/colour/screen-colour'
import { DEPTH_STARTS } from '../../../../core/colour/depth'
import { curvePosterior } from '../../../../core/strength/posterior/posterior'
import { priorFor } from '../../../../core/strength/posterior/priors'
import { dyedSwatch, measuredAt } from '../../../fixtures/dyed'
import { openTestLog, TANSY, type TestLog } from '../../../fixtures/log'

let here: TestLog
beforeEach(async () => void (here = await openTestLog()))
afterEach(() => here.database.close())

const ask = {
  family: 'yellow',
  month: 8,
  part: '',
  habitat: '',
  mordant: 'alum',
  fibre: 'wool',
  depth: 'middling',
  fibreG: 100,
} as const

describe('what is typical of every plant', () => {
  test('answers for each source of the catalogue from an empty log', async () => {
    const { rows } = await here.log.typical.view(ask)
    expect(rows).toHaveLength(SOURCES.length)
    for (const row of rows) {
      expect([row.commonName, row.months.length > 0]).toEqual([row.commonName, true])
      expect(row.forDepth.map(({ depth }) => depth)).toEqual(['pale', 'middling', 'full', 'deep'])
      expect(row.swatches).toBe(0)
    }
  })

  test('yellows of August with alum on wool: tansy among them, madder and January’s gorse not', async () => {
    const { rows } = await here.log.typical.view(ask)
    const names = typicalRows(rows, ask).map(({ commonName }) => commonName)
    expect(names).toContain('tansy')
    expect(names).not.toContain('madder')
    expect(names).not.toContain('gorse')
    expect(typicalRows(rows, { ...ask, part: 'leaf' }).every(({ part }) => part === 'leaf')).toBe(
      true,
    )
  })

  test('yellows of August from hedges: bramble’s leaves and ivy may be, tansy of the verges not', async () => {
    const { rows } = await here.log.typical.view(ask)
    const answered = typicalRows(rows, { ...ask, habitat: 'hedge' })
    expect(answered.length).toBeGreaterThan(5)
    expect(answered.length).toBeLessThan(typicalRows(rows, ask).length)
    expect(answered.every(({ habitats }) => habitats.includes('hedge'))).toBe(true)
    expect(answered.map(({ commonName }) => commonName)).not.toContain('tansy')
  })

  test('an amount is what is usually taken; its span is the kind’s own curve’s, outwards', async () => {
    const { rows } = await here.log.typical.view(ask)
    const tansy = rows.find(({ sourceId }) => sourceId === TANSY)!
    const { low, high } = curvePosterior([], priorFor({ kind: 'freshFlower' })).ratioFor(
      DEPTH_STARTS.middling,
      0.5,
      'curve',
    )!
    const told = typicalAmount(tansy, ask)!
    const grams = (text: string) =>
      Number(/[\d.]+/.exec(text)![0]) * (text.includes('kg') ? 1000 : 1)
    const [from, to] = told.span!.split(' to ').map(grams) as [number, number]
    expect(from).toBeLessThanOrEqual((100 * low) / 0.18)
    expect(to).toBeGreaterThanOrEqual((100 * high!) / 0.18)
    expect(told.usual).toBe('300 g')
    // a wide answer: nobody has seen it
    expect(to / from).toBeGreaterThan(6)
  })

  test('where it is not likely to get so deep there is no span, and what is slow or protected comes last', async () => {
    const cotton = { ...ask, mordant: 'none', fibre: 'cotton', depth: 'deep', family: '' } as const
    const { rows } = await here.log.typical.view(cotton)
    const answered = typicalRows(rows, { ...cotton, month: 0 })
    const known = answered.filter(
      ({ hue, stopGroup, group }) => hue && group !== 'lichen' && stopGroup !== 'protected',
    )
    expect(known.some((row) => typicalAmount(row, cotton).span === null)).toBe(true)
    // what may not be taken leads nowhere
    expect(answered.slice(0, 20).every(({ stopGroup }) => stopGroup !== 'protected')).toBe(true)
  })

  test('a source with swatches of one’s own says so', async () => {
    await dyedSwatch(here, 0.4, measuredAt(0.5))
    const { rows } = await here.log.typical.view(ask)
    expect(rows.find(({ sourceId }) => sourceId === TANSY)!.swatches).toBe(1)
  })

  test('seasons are of the log’s own hemisphere, over the year’s end too', async () => {
    const monthsOf = async () =>
      (await here.log.typical.view(ask)).rows.find(({ sourceId }) => sourceId === TANSY)!.months
    expect(await monthsOf()).toEqual([7, 8, 9])
    await here.log.settings.change({ hemisphere: 'southern' })
    expect(await monthsOf()).toEqual([1, 2, 3])
    expect(monthsText([11, 12, 1])).toBe('November to January')
    expect(monthsText([7])).toBe('July')
  })
})

/** Outside list: names that thousands of people gave to screen colours (npm `xkcd-colors`, CC0). */
test('everyday words of colour name the family that their colours are in', () => {
  const require = createRequire(join(process.cwd(), 'package.json'))
  const named = readFileSync(require.resolve('xkcd-colors/assets/xkcd_colors.txt'), 'utf8')
  const plain = named.split('\n').flatMap((line) => {
    const [name = '', hex = ''] = line.split('\t')
    const families = hueFamiliesIn(name)
    return families.length === 1 && /^#[0-9a-f]{6}$/i.test(hex) ? [{ families, hex }] : []
  })
  const right = plain.filter(({ families, hex }) => families.includes(hueFamilyOf(labOfHex(hex))))
  expect(plain.length).toBeGreaterThan(200)
  expect(right.length / plain.length).toBeGreaterThan(0.75)
})

import { afterEach, beforeEach, describe, expect, test } from '@jest/globals'
import { newId } from '../../../../shared/ids'
import { newReadingSchema } from '../../../../shared/schemas/swatch/reading'
import { swatchChangeSchema } from '../../../../shared/schemas/swatch/swatch'
import { validate } from '../../../../shared/validate'
import { deltaE2000 } from '../../../../core/colour/screen-colour'
import { dyedSwatch, measuredAt, seenAt, spectrumAt } from '../../../fixtures/dyed'
import { openTestLog, refusal, TANSY, type TestLog } from '../../../fixtures/log'

let here: TestLog
beforeEach(async () => void (here = await openTestLog()))
afterEach(() => here.database.close())

const change = async (id: string, body: object) => {
  const { rev } = await here.log.swatches.read(id)
  return here.log.swatches.change(id, rev, validate(swatchChangeSchema, body))
}

describe('readings of a swatch', () => {
  test('say how they were come by, and stand in the order of time', async () => {
    const swatch = await dyedSwatch(here, 0.3, { ...seenAt(1), wet: true, washed: false })
    here.at('2026-09-10T10:00:00Z')
    const about = { file: 'hank.jpg', correction: 'rootPolynomial', patches: 24, meanError: 1.4 }
    await change(swatch.id, {
      reading: { ...seenAt(0.9), id: newId(), by: 'photo', errorDe: 1.4, unevenness: 0.6, about },
    })
    here.at('2026-10-10T10:00:00Z')
    const { item } = await change(swatch.id, {
      reading: { ...measuredAt(0.7), id: newId(), lightHours: 120 },
    })
    expect(item.readings.map(({ by, wet, lightHours }) => [by, wet, lightHours])).toEqual([
      ['reader', false, 120],
      ['photo', false, null],
      ['eye', true, null],
    ])
    expect(item.readings[1]).toMatchObject({ errorDe: 1.4, unevenness: 0.6, about })
    const { groups } = await here.log.strength.ofSource(TANSY)
    // what counts is dry, before light
    expect(groups[0]!.points[0]).toMatchObject({ exclusion: null, basis: 'estimated' })
  })

  test('the best counts: measured before photo before eye, of like state', async () => {
    const swatch = await dyedSwatch(here, 0.3, measuredAt(1))
    here.at('2026-09-10T10:00:00Z')
    await change(swatch.id, { reading: { ...seenAt(1.4), id: newId() } })
    const point = (await here.log.strength.ofSource(TANSY)).groups[0]!.points[0]!
    expect(point.basis).toBe('measured')
    expect(point.strength).toBeCloseTo(1, 6)
  })

  test('one that was only read after light stands beside the curve', async () => {
    await dyedSwatch(here, 0.3, { ...measuredAt(1), lightHours: 40 })
    const [group] = (await here.log.strength.ofSource(TANSY)).groups
    expect(group!.points[0]!.exclusion).toBe('onlyReadAfterLight')
    expect(group!.points[0]!.strength).toBeCloseTo(1, 6)
    expect(group).toMatchObject({ n: 0, curve: { answer: { n: 0 } } })
  })

  test.each([
    [
      'hours of light below nothing',
      { lightHours: -1 },
      'lightHours must be a number above 0; got -1',
    ],
    ['a way of reading nobody knows', { by: 'guess' }, 'by must be one of'],
    ['an error below nothing', { errorDe: -3 }, 'errorDe must be a number of 0 or more; got -3'],
  ])('%s is refused', (_, fields, words) => {
    expect(() => validate(newReadingSchema, { hex: '#aa8833', ...fields })).toThrow(words)
  })
})

describe('a swatch in the booth', () => {
  test('is shown with all that it came of, what was hoped, and what it cost', async () => {
    const swatch = await dyedSwatch(here, 0.3, measuredAt(1))
    const view = await here.log.booth.view(swatch.id)
    expect(view).toMatchObject({
      swatch: { code: 'SWA-26-01' },
      pot: { code: 'POT-26-01' },
      hoped: null,
      piece: { fibre: 'wool' },
      bareAlike: null,
      attention: { basis: 'typical', pieces: 1 },
    })
    expect(view.attention.minutes).toBeGreaterThan(10)
    await change(swatch.id, {
      hoped: { l: 70, a: 5, b: 50 },
      verdict: 'change',
      verdictWhy: 'too pale: more plant',
      attentionMin: 75,
    })
    const after = await here.log.booth.view(swatch.id)
    expect(after.hoped).toEqual({ lab: { l: 70, a: 5, b: 50 }, from: 'you' })
    expect(after.attention).toEqual({ minutes: 75, basis: 'told', pieces: 1 })
    expect(after.swatch).toMatchObject({ verdict: 'change', verdictWhy: 'too pale: more plant' })
    await expect(here.log.booth.view(newId())).rejects.toMatchObject({ status: 404 })
  })

  test('a verdict is undone like any change, and readings stay', async () => {
    const swatch = await dyedSwatch(here, 0.3, measuredAt(1))
    const { changeSetId } = await change(swatch.id, { verdict: 'not', verdictWhy: 'dull' })
    await here.log.changes.undo(changeSetId!)
    expect(await here.log.swatches.read(swatch.id)).toMatchObject({
      verdict: null,
      verdictWhy: '',
      hoped: null,
    })
    expect((await here.log.swatches.read(swatch.id)).readings).toHaveLength(1)
  })

  test('the bare colour of a piece alike is offered where it has none', async () => {
    const read = await here.piece({ name: 'fleece 3', dryG: 10 })
    const swatch = await dyedSwatch(here, 0.3, measuredAt(1), {
      piece: { name: 'fleece 3', bare: undefined },
    })
    const { bareAlike } = await here.log.booth.view(swatch.id)
    expect(bareAlike).toMatchObject({ pieceCode: read.code, reading: { lab: read.bare!.lab } })
    const other = await dyedSwatch(here, 0.3, measuredAt(1), {
      piece: { name: 'another fleece', bare: undefined, base: 'grey' },
    })
    expect((await here.log.booth.view(other.id)).bareAlike).toBeNull()
  })

  test('the nearest of the log’s own swatches, by CIEDE2000, without itself', async () => {
    const all = []
    for (const strength of [0.2, 0.5, 1, 2]) {
      all.push(await dyedSwatch(here, strength, measuredAt(strength)))
    }
    const wanted = all[1]!.readings[0]!.lab
    const near = await here.log.booth.near(wanted, all[1]!.id)
    expect(near.map(({ code }) => code)).not.toContain(all[1]!.code)
    const sorted = [...near].sort((a, b) => a.de2000 - b.de2000)
    expect(near).toEqual(sorted)
    expect(near[0]!.de2000).toBeCloseTo(deltaE2000(wanted, near[0]!.lab), 10)
    expect(near[0]!.words).toBe('tansy flower heads on wool, Al')
    expect(await here.log.booth.near({ l: 5, a: 80, b: -80 }, undefined)).toEqual([])
  })
})

describe('the swatch reader', () => {
  test('is chosen under Kit, calibrated, and reads what is expected', async () => {
    const swatch = await dyedSwatch(here, 0.3, measuredAt(1))
    await expect(here.log.reader.state()).rejects.toMatchObject(refusal(409, 'No reader is chosen'))
    await here.log.settings.change({ reader: 'simulated' })
    expect(await here.log.reader.state()).toMatchObject({ isSimulated: true, due: /white tile/ })
    await expect(here.log.reader.read({ swatchId: swatch.id })).rejects.toMatchObject(
      refusal(409, 'white tile'),
    )
    expect((await here.log.reader.calibrate()).due).toBeNull()
    const { reflectance, isSimulated } = await here.log.reader.read({ swatchId: swatch.id })
    expect(isSimulated).toBe(true)
    const truth = spectrumAt(1)
    reflectance.forEach((value, i) => expect(Math.abs(value - truth[i]!)).toBeLessThan(0.03))
    const bare = await here.log.reader.read({ pieceId: swatch.pieceId })
    expect(bare.reflectance[15]!).toBeGreaterThan(reflectance[3]!)
    await expect(here.log.reader.read({ swatchId: newId() })).rejects.toMatchObject({ status: 404 })
    here.at('2026-09-09T12:00:00Z')
    expect((await here.log.reader.state()).due).toMatch(/An hour has passed/)
  })

  test('an unread swatch reads as its curve expects, the same for the same seed', async () => {
    for (const ratio of [0.1, 0.3, 0.8]) {
      await dyedSwatch(here, ratio, measuredAt(1.5 * (1 - Math.exp(-ratio / 0.3))))
    }
    const lot = await here.lot({ state: 'dried' })
    const pot = await here.pot(lot, [await here.piece({ dryG: 10 })], { massG: 3 })
    const swatchId = pot.pieces[0]!.swatchId!
    await here.log.settings.change({ reader: 'simulated' })
    await here.log.reader.calibrate()
    const [one, two] = [
      await here.log.reader.read({ swatchId }),
      await here.log.reader.read({ swatchId }),
    ]
    expect(one).toEqual(two)
    expect(one.reflectance[3]!).toBeLessThan(0.4)
  })
})

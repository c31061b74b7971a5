import { afterEach, beforeEach, describe, expect, test } from '@jest/globals'
import { XMLValidator } from 'fast-xml-parser'
import Papa from 'papaparse'
import { cgatsSpectra } from '../../../../core/formats/spectra/cgats-spectra'
import { newId } from '../../../../shared/ids'
import { dyedSwatch, measuredAt, seenAt, spectrumAt } from '../../../fixtures/dyed'
import { openTestLog, refusal, type TestLog } from '../../../fixtures/log'
import { wholeOf } from '../../../fixtures/whole-of'

let here: TestLog
beforeEach(async () => {
  here = await openTestLog()
  await dyedSwatch(here, 0.2, measuredAt(0.7))
  await dyedSwatch(here, 0.4, seenAt(1.1))
})
afterEach(() => here.database.close())

const bytes = (text: string) => new TextEncoder().encode(text)
const quiet = () => undefined
const preview = (text: string) => here.log.exchange.readings.preview(bytes(text), quiet)
const apply = async (text: string) =>
  here.log.exchange.readings.apply(bytes(text), (await preview(text)).hash, quiet)
const readingsOf = async (code: string) => {
  const [swatch] = (await here.log.swatches.page({ code, limit: 1, aside: false })).items
  return swatch!.readings
}

describe('what goes out', () => {
  test('a row each reading, with what its swatch came of', async () => {
    const { data } = Papa.parse<Record<string, string>>(
      (await wholeOf(here.log.exchange.write('swatches.csv'))).trim(),
      { header: true },
    )
    expect(data).toHaveLength(2)
    expect(data[1]).toMatchObject({
      swatch: 'SWA-26-01',
      source: 'Tanacetum vulgare',
      part: 'flower heads',
      fibre: 'wool',
      mordant: 'Al',
      ratioDry: '0.2',
      way: 'simmer',
      by: 'reader',
      basis: 'measured',
      wet: 'no',
      washed: 'yes',
    })
  })

  test('spectra as CGATS by their tags, only those that were measured', async () => {
    const { spectra } = cgatsSpectra(await wholeOf(here.log.exchange.write('spectra.cgats.txt')))
    expect(spectra.map(({ id, name }) => [id, name])).toEqual([
      ['SWA-26-01', 'tansy flower heads on wool, Al'],
    ])
    spectra[0]!.reflectance.forEach((value, i) => expect(value).toBeCloseTo(spectrumAt(0.7)[i]!, 4))
  })

  test('curves with their intervals, and palettes', async () => {
    const csv = await wholeOf(here.log.exchange.write('curves.csv'))
    const [row] = Papa.parse<Record<string, string>>(csv.trim(), { header: true }).data
    expect(row).toMatchObject({ source: 'Tanacetum vulgare', fibre: 'wool', swatches: '2' })
    expect(Number(row!.enoughDryLow)).toBeLessThan(Number(row!.enoughDry))
    const json = JSON.parse(await wholeOf(here.log.exchange.write('curves.json'))) as {
      curves: object[]
    }
    expect(json.curves).toHaveLength(1)
    const gpl = await wholeOf(here.log.exchange.write('palette.gpl'))
    expect(gpl.split('\n').filter((line) => /SWA-26-0\d/.test(line))).toHaveLength(2)
    expect(XMLValidator.validate(await wholeOf(here.log.exchange.write('palette.svg')))).toBe(true)
  })
})

describe('what comes in', () => {
  test.each(['swatches.csv', 'swatches.json', 'spectra.cgats.txt'] as const)(
    '%s that went out is the same again',
    async (name) => {
      const { counts } = await preview(await wholeOf(here.log.exchange.write(name)))
      expect(counts).toMatchObject({ new: 0, changed: 0, leftOut: 0, refused: 0 })
      expect(counts.same).toBeGreaterThan(0)
    },
  )

  test('new readings are looked at first, then added as one change and undone as one', async () => {
    const file = [
      'swatch;hex;by;washed;lightHours;errorDe',
      'swa-26-01;#c0a040;photo;yes;;1,5',
      'SWA-26-02;#b09030;;no;40;',
    ].join('\n')
    const plan = await preview(file)
    expect(plan.rows.map(({ line, outcome, what }) => [line, outcome, what])).toEqual([
      [2, 'new', 'SWA-26-01 #c0a040 photo'],
      [3, 'new', 'SWA-26-02 #b09030'],
    ])
    expect(await readingsOf('SWA-26-01')).toHaveLength(1)
    const { changeSetId, rows } = await apply(file)
    expect(rows).toBe(2)
    const added = (await readingsOf('SWA-26-01')).find(({ by }) => by === 'photo')!
    expect(added).toMatchObject({ hex: '#c0a040', errorDe: 1.5, washed: true, lightHours: null })
    expect((await readingsOf('SWA-26-02')).map(({ lightHours }) => lightHours)).toContain(40)
    await here.log.changes.undo(changeSetId!)
    expect(await readingsOf('SWA-26-01')).toHaveLength(1)
  })

  test('a spectrum by its tag is a measured reading', async () => {
    const fields = Array.from({ length: 31 }, (_, i) => `SPECTRAL_NM${400 + 10 * i}`)
    const file = [
      'CGATS.17',
      'BEGIN_DATA_FORMAT',
      `SAMPLE_ID SAMPLE_NAME ${fields.join(' ')}`,
      'END_DATA_FORMAT',
      'BEGIN_DATA',
      `SWA-26-02 "again" ${spectrumAt(1.2)
        .map((value) => value.toFixed(4))
        .join(' ')}`,
      'END_DATA',
    ].join('\n')
    await apply(file)
    const [reading] = await readingsOf('SWA-26-02')
    // whether it was washed, a file of spectra does not say
    const told = { basis: 'measured', by: 'file', about: { file: 'again' }, washed: null }
    expect(reading).toMatchObject(told)
  })

  test.each([
    ['SWA-99-01,#aabbcc,', 'there is no swatch with the tag SWA-99-01'],
    [',#aabbcc,', 'swatch must name a tag'],
    ['SWA-26-01,#zzz,', 'must be a colour such as'],
    ['SWA-26-01,#aabbcc,maybe', 'wet must be yes or no; got "maybe"'],
    ['SWA-26-01,,', 'hex'],
  ])('the row %p is refused with its reason, and nothing is done', async (row, why) => {
    const file = `swatch,hex,wet\nSWA-26-02,#c0a040,no\n${row}\n`
    const { rows, hash } = await preview(file)
    expect(rows[1]).toMatchObject({ line: 3, outcome: 'refused' })
    expect(rows[1]!.why).toContain(why)
    await expect(here.log.exchange.readings.apply(bytes(file), hash, quiet)).rejects.toMatchObject({
      status: 422,
    })
    expect(await readingsOf('SWA-26-02')).toHaveLength(1)
  })

  test('the same reading twice in one file, or a file changed since, is refused', async () => {
    const twice = 'swatch,hex\nSWA-26-01,#c0a040\nSWA-26-01,#c0a040\n'
    expect((await preview(twice)).rows[1]!.why).toMatch(/stands in the file already/)
    const file = 'swatch,hex\nSWA-26-01,#c0a040\n'
    const { hash } = await preview(file)
    await expect(
      here.log.exchange.readings.apply(bytes(`${file}SWA-26-02,#c0a040\n`), hash, quiet),
    ).rejects.toMatchObject(refusal(409, 'look again'))
  })

  test.each([
    ['{"kind":"other"}', 'holds no swatches that went out from here'],
    ['{"kind": ', 'no sound JSON'],
    ['colour\n#aabbcc\n', 'the columns swatch are missing'],
    [
      'CGATS.17\nBEGIN_DATA_FORMAT\nLAB_L\nEND_DATA_FORMAT\nBEGIN_DATA\n1\nEND_DATA',
      'no spectral fields',
    ],
  ])('a file that is none says so: %p', async (file, why) => {
    await expect(preview(file)).rejects.toThrow(why)
  })

  test('a tag that was set aside takes none', async () => {
    const [swatch] = (await here.log.swatches.page({ code: 'SWA-26-01', limit: 1, aside: false }))
      .items
    await here.log.swatches.setAside(swatch!.id, swatch!.rev)
    expect((await preview('swatch,hex\nSWA-26-01,#c0a040\n')).rows[0]!.why).toMatch(/set aside/)
    expect(newId()).not.toBe(swatch!.id)
  })
})

import { readFileSync } from 'node:fs'
import { afterEach, beforeEach, expect, test } from '@jest/globals'
import Papa from 'papaparse'
import { LOTS } from '../../../../demo/scenario'
import { catalogueId } from '../../../../shared/ids'
import type { TableImport } from '../../../../shared/schemas/exchange/table-import'
import { openTestLog, type TestLog } from '../../../fixtures/log'
import { mapped, ROUGH_CSV } from '../../../fixtures/spreadsheets'
import { wholeOf } from '../../../fixtures/whole-of'

/** What was dyed as a spreadsheet: out of one log, and into an empty one. */
let here: TestLog
let empty: TestLog
beforeEach(async () => {
  here = await openTestLog()
  empty = await openTestLog()
})
afterEach(async () => {
  await here.database.close()
  await empty.database.close()
})

async function bringIn({ log }: TestLog, table: TableImport) {
  const body = new TextEncoder().encode(JSON.stringify(table))
  const { hash, rows, unknown } = await log.exchange.table.preview(body)
  expect(rows.filter(({ outcome }) => outcome === 'refused')).toEqual([])
  expect(unknown).toEqual([])
  await log.exchange.table.apply(body, hash)
}

test('the demo log that can be taken home as an example comes in whole', async () => {
  const example = readFileSync('public/examples/dye-log-example.csv')
  const table = mapped(example)
  await bringIn(here, table)
  const found = (await here.log.pots.page({ limit: 200, aside: false })).items
  expect(found.flatMap(({ pieces }) => pieces)).toHaveLength(table.rows.length)
  const sources = (await here.log.strength.sources()).map(({ sourceId }) => sourceId)
  const invented = new Set(LOTS.map(({ source }) => catalogueId(source)))
  expect(sources.filter((id) => !invented.has(id))).toEqual([])
  const template = readFileSync('public/examples/dye-log-template.csv', 'utf8').trim()
  expect(example.toString().split('\r\n')[0]).toBe(template)
})

test('what was dyed goes out as a spreadsheet, and comes into an empty log the same', async () => {
  await bringIn(here, mapped(new TextEncoder().encode(ROUGH_CSV)))
  const out = await wholeOf(here.log.exchange.write('dye-log.csv'))
  await bringIn(empty, mapped(new TextEncoder().encode(out)))
  // tags are each log's own, and those of the table go into its notes
  const facts = (text: string) =>
    Papa.parse<Record<string, string>>(text.trim(), { header: true })
      .data.map(({ pot: _, notes: __, ...row }) => row)
      .sort((a, b) => a.colour!.localeCompare(b.colour!))
  expect(facts(await wholeOf(empty.log.exchange.write('dye-log.csv')))).toEqual(facts(out))
})

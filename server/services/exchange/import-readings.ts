import type { Knex } from 'knex'
import { formatNumber } from '../../../core/quantity/format-quantity'
import type { PlannedRow } from '../../../shared/views/exchange/import-plan'
import { newReadingSchema, type NewReading } from '../../../shared/schemas/swatch/reading'
import type {
  NewSwatch,
  Swatch,
  SwatchChange,
  SwatchQuery,
} from '../../../shared/schemas/swatch/swatch'
import { validate } from '../../../shared/validate'
import type { Database } from '../../database/open'
import { giveWay } from '../../database/give-way'
import { swatchRepository } from '../../repositories/swatches'
import { takeReading } from '../swatch/readings'
import type { Clock, Records } from '../log/records'
import { messageOf, present } from '../../../core/present'
import { importer } from './importer'
import type { FileReading } from './readings-file'
import type { RunTask } from '../../workers/task-pool'

type SwatchRecords = Records<Swatch, NewSwatch, SwatchChange, SwatchQuery>

interface PlannedReading extends PlannedRow {
  swatchId: string | null
  reading: NewReading | null
}

const AT_ONCE = 200

/** Readings from a table, from what went out as JSON, or as CGATS: looked at first, then done. */
export const importReadings = (
  database: Database,
  swatches: SwatchRecords,
  clock: Clock,
  run: RunTask,
) =>
  importer<FileReading[], PlannedReading>(database, clock, {
    read: (bytes) => run('readReadings', bytes),
    plan: planReadings,
    begin:
      (batch) =>
      async ({ swatchId, reading }) => {
        await swatches.changeIn(batch, present(swatchId), { reading: present(reading) })
      },
  })

async function planReadings(
  db: Knex,
  found: readonly FileReading[],
  progress: (done: number, of: number) => void,
): Promise<PlannedReading[]> {
  const known = await swatchesOf(db, [...new Set(found.map(({ code }) => code))])
  const seen = new Set<string>()
  const planned: PlannedReading[] = []
  for (const [i, each] of found.entries()) {
    planned.push(planOne(each, known.get(each.code) ?? null, seen))
    if ((i + 1) % AT_ONCE > 0) continue
    progress(i + 1, found.length)
    await giveWay()
  }
  return planned
}

async function swatchesOf(db: Knex, codes: readonly string[]): Promise<Map<string, Swatch>> {
  const found = new Map<string, Swatch>()
  for (let i = 0; i < codes.length; i += AT_ONCE) {
    const swatches = await swatchRepository(db).withCodes(codes.slice(i, i + AT_ONCE))
    for (const swatch of swatches) found.set(swatch.code, swatch)
  }
  return found
}

function planOne(
  { line, code, reading, wrong }: FileReading,
  swatch: Swatch | null,
  seen: Set<string>,
): PlannedReading {
  const what = [code, reading.hex ?? (reading.lab && labText(reading.lab)), reading.by]
    .filter(Boolean)
    .join(' ')
  const blank = { line, what, swatchId: swatch?.id ?? null, reading: null }
  const refused = (why: string): PlannedReading => ({ ...blank, outcome: 'refused', why })
  if (wrong) return refused(wrong)
  if (!code) return refused('swatch must name a tag, such as SWA-26-01')
  if (!swatch) return refused(`there is no swatch with the tag ${code}`)
  if (swatch.setAsideAt) return refused(`${code} is set aside: bring it back first`)
  try {
    const checked = validate(newReadingSchema, reading)
    const taken = takeReading(checked, '', '')
    const key = [code, checked.id, taken.hex, taken.wet, taken.washed, taken.lightHours].join(' ')
    if (seen.has(key)) return refused('the same reading stands in the file already')
    seen.add(key)
    const isThere = swatch.readings.some(
      ({ id, hex, wet, washed, lightHours, basis }) =>
        id === checked.id ||
        (hex === taken.hex &&
          wet === taken.wet &&
          // a file of spectra cannot say it: then it is no other reading for that
          (taken.washed === null || washed === taken.washed) &&
          lightHours === taken.lightHours &&
          basis === taken.basis),
    )
    if (isThere) return { ...blank, outcome: 'same', why: '' }
    return { ...blank, reading: checked, outcome: 'new', why: `a reading of ${code} is added` }
  } catch (error) {
    return refused(messageOf(error))
  }
}

const labText = ({ l, a, b }: { l: number; a: number; b: number }) =>
  [l, a, b].map((value) => formatNumber(value)).join(' ')

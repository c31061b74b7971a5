import { NEEDED_READING_COLUMNS } from './readings-file'
import type { Knex } from 'knex'
import { FIBRES } from '../../../catalogue/fibres'
import { PARTS } from '../../../catalogue/parts'
import { wayFacts } from '../../../catalogue/ways'
import { hexOfLab } from '../../../core/colour/screen-colour'
import { writeGimpPalette, writeSvgSheet, type PaletteColour } from '../../../core/formats/palette'
import { writeCgats, type NamedSpectrum } from '../../../core/formats/spectra/write-cgats'
import { writeHeader, writeRows, writeTable } from '../../../core/formats/table'
import type { AtlasRow, AtlasView } from '../../../shared/views/strength/atlas'
import { mordantKeyOf } from '../../../shared/schemas/basket/piece'
import { swatchName } from '../../../shared/words/swatch/swatch-name'
import { readSwatches, type SwatchFacts } from './swatch-facts'
import { LOG_FILE_KIND } from '../../../shared/schemas/exchange/log-pots'
import { settingRepository } from '../../repositories/settings'
import { sourceRepository } from '../../repositories/sources'
import { fileSource, readPots } from './pots-out'
import { bestReading } from '../../../shared/rules/swatch/best-reading'
import { first, present } from '../../../core/present'

/** What a reading holds. */
const READING_COLUMNS = [
  'reading',
  'readAt',
  'by',
  'wet',
  'washed',
  'lightHours',
  'hex',
  'L',
  'a',
  'b',
  'basis',
  'errorDe',
  'unevenness',
] as const
const SWATCH_COLUMNS = [
  ...NEEDED_READING_COLUMNS,
  'source',
  'part',
  'lots',
  'pot',
  'dyedOn',
  'dyedWithinDays',
  'way',
  'bath',
  'fibre',
  'mordant',
  'ratioDry',
  'ratioAsWeighed',
  'state',
  'tempC',
  'minutes',
  'finalPh',
  'verdict',
  'verdictWhy',
  'hoped',
  ...READING_COLUMNS,
] as const

const round = (value: number | null, digits = 4) =>
  value === null ? null : Number(value.toFixed(digits))

function ofSwatch({ swatch, pot, piece, sources }: SwatchFacts) {
  const states = new Set(pot.lots.map(({ state }) => state))
  return {
    swatch: swatch.code,
    source: sources.map(({ scientificName }) => scientificName).join('; '),
    part: sources.map(({ part }) => PARTS[part].label).join('; '),
    lots: pot.lots.map(({ lotCode }) => lotCode).join('; '),
    pot: pot.code,
    dyedOn: pot.dyedOn,
    dyedWithinDays: pot.dyedWithinDays,
    way: pot.wayName || wayFacts(pot.way).label,
    bath: pot.bathNumber,
    fibre: FIBRES[piece.fibre].label,
    mordant: mordantKeyOf(piece, pot.dyedOn),
    ratioDry: round(pot.ratioDry),
    ratioAsWeighed: round(pot.ratioAsWeighed),
    state: states.size === 1 ? first(pot.lots).state : states.size > 1 ? 'mixed' : '',
    tempC: pot.tempC,
    minutes: pot.minutes,
    finalPh: pot.finalPh,
    verdict: swatch.verdict ?? '',
    verdictWhy: swatch.verdictWhy,
    hoped: swatch.hoped ? hexOfLab(swatch.hoped) : '',
  }
}

/** Readings, one row each, with what their swatches came of. */
export async function* swatchesCsv(db: Knex): AsyncGenerator<string> {
  yield writeHeader(SWATCH_COLUMNS)
  for await (const facts of readSwatches(db)) {
    const common = ofSwatch(facts)
    yield writeRows(
      SWATCH_COLUMNS,
      facts.swatch.readings.map((reading) => ({
        ...common,
        reading: reading.id,
        readAt: reading.readAt,
        by: reading.by,
        wet: yes(reading.wet),
        washed: yes(reading.washed),
        lightHours: reading.lightHours,
        hex: reading.hex,
        L: round(reading.lab.l),
        a: round(reading.lab.a),
        b: round(reading.lab.b),
        basis: reading.basis,
        errorDe: round(reading.errorDe, 2),
        unevenness: round(reading.unevenness, 2),
      })),
    )
  }
}

/** An empty cell where it is not known. */
const yes = (value: boolean | null) => (value === null ? '' : value ? 'yes' : 'no')

/**
 * The same as JSON, with spectra where they were measured; then the pots they came of and the sources,
 * whole enough for another log.
 */
export async function* swatchesJson(db: Knex): AsyncGenerator<string> {
  yield `{"kind":"${LOG_FILE_KIND}","log":"${present(await settingRepository(db).read('logId'))}","swatches":[`
  yield* asItems(readSwatches(db), (facts) => ({
    ...ofSwatch(facts),
    readings: facts.swatch.readings,
  }))
  yield '\n],"pots":['
  const sourceIds = new Set<string>()
  yield* asItems(readPots(db), (pot) => {
    pot.lots.forEach(({ sourceId }) => sourceIds.add(sourceId))
    return pot
  })
  yield '\n],"sources":['
  yield (await sourceRepository(db).findMany([...sourceIds]))
    .map((source) => `\n${JSON.stringify(fileSource(source))}`)
    .join(',')
  yield '\n]}\n'
}

async function* asItems<T>(from: AsyncIterable<T>, tell: (item: T) => unknown) {
  let before = ''
  for await (const item of from) {
    yield `${before}\n${JSON.stringify(tell(item))}`
    before = ','
  }
}

/** Measured spectra, the best of each swatch. */
export async function spectraCgats(db: Knex): Promise<string> {
  const spectra: NamedSpectrum[] = []
  for await (const { swatch, sources, piece, pot } of readSwatches(db)) {
    const { reflectance } = present(bestReading(swatch.readings, { afterLight: true }))
    if (!reflectance) continue
    spectra.push({ id: swatch.code, name: swatchName(sources, piece, pot.dyedOn), reflectance })
  }
  return writeCgats(spectra, new Date().toISOString().slice(0, 10))
}

/** More colours than these are no palette. */
const MOST_COLOURS = 1000

async function palette(db: Knex): Promise<PaletteColour[]> {
  const colours: PaletteColour[] = []
  for await (const { swatch, sources, piece, pot } of readSwatches(db)) {
    const name = `${swatch.code}, ${swatchName(sources, piece, pot.dyedOn)}`
    colours.push({ name, hex: present(bestReading(swatch.readings, { afterLight: true })).hex })
    if (colours.length === MOST_COLOURS) break
  }
  return colours
}
const PALETTE_TITLE = 'Juniper Haze swatches'
export const paletteGpl = async (db: Knex) => writeGimpPalette(PALETTE_TITLE, await palette(db))
export const paletteSvg = async (db: Knex) => writeSvgSheet(PALETTE_TITLE, await palette(db))

const CURVE_COLUMNS = [
  'source',
  'part',
  'fibre',
  'mordant',
  'phBand',
  'way',
  'stuff',
  'swatches',
  'lots',
  'estimated',
  'leansOn',
  'takes',
  'ceilingReached',
  'ceiling',
  'ceilingLow',
  'ceilingHigh',
  'enoughDry',
  'enoughDryLow',
  'enoughDryHigh',
  'enoughBeyondTried',
  'perGram',
  'perGramLow',
  'perGramHigh',
  'hex',
  'paleDry',
  'middlingDry',
  'fullDry',
  'deepDry',
  'from',
  'to',
] as const

/** Curves, one row each: what the swatches say, with 90 % intervals. */
export function curvesCsv({ rows, sources }: AtlasView): string {
  const byId = new Map(sources.map((source) => [source.sourceId, source]))
  const figure = (value: number | null) => (value === null ? null : Number(value.toPrecision(4)))
  const dry = (row: AtlasRow, depth: string) =>
    figure(row.forDepth.find((each) => each.depth === depth)?.p50 ?? null)
  return writeTable(
    CURVE_COLUMNS,
    rows.map((row) => {
      const source = byId.get(row.sourceId)
      // on a guessed scale it has no number
      const ceiling = row.isScaleKnown ? row.ceiling : null
      return {
        source: source?.scientificName ?? '',
        part: source ? PARTS[source.part].label : '',
        fibre: row.fibreClass,
        mordant: row.mordant,
        phBand: row.phBand,
        way: wayFacts(row.way).label,
        stuff: row.stuff,
        swatches: row.n,
        lots: row.lots,
        estimated: row.estimated,
        leansOn: row.donorSwatches,
        takes: figure(row.uptakeProbability),
        ceilingReached: yes(row.ceilingReached),
        ceiling: ceiling && figure(ceiling.mid),
        ceilingLow: ceiling && figure(ceiling.low),
        ceilingHigh: ceiling && figure(ceiling.high),
        enoughDry: figure(row.enough.mid),
        enoughDryLow: figure(row.enough.low),
        enoughDryHigh: figure(row.enough.high),
        enoughBeyondTried: yes(row.enough.beyondTried),
        perGram: figure(row.perGram.mid),
        perGramLow: figure(row.perGram.low),
        perGramHigh: figure(row.perGram.high),
        hex: row.hex ?? '',
        paleDry: dry(row, 'pale'),
        middlingDry: dry(row, 'middling'),
        fullDry: dry(row, 'full'),
        deepDry: dry(row, 'deep'),
        from: row.dyedFrom,
        to: row.dyedTo,
      }
    }),
  )
}

export const curvesJson = ({ rows, sources }: AtlasView): string =>
  JSON.stringify({ kind: 'juniper-haze/curves', sources, curves: rows }, null, 1)

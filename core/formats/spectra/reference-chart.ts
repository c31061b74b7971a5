import { adaptXyz } from '../../colour/adaptation'
import { toBands } from '../../colour/resample'
import { labOfReflectance, labOfXyz, xyzOfLab, type Lab, type Xyz } from '../../colour/tristimulus'
import { DAYLIGHT, ILLUMINANTS, weighting, type Illuminant } from '../../colour/weighting'
import { InputError } from '../../input-error'
import { FileProblem } from '../table'
import { readCgats, type CgatsTable, type Word } from './cgats'
import { bandsOfFields, rowName } from './cgats-spectra'
import { numberIn } from './file-spectrum'
import { first } from '../../present'

interface ChartPatch {
  name: string
  /** D65, 2 degree. */
  lab: Lab
}

/** What a chart's patches are known to be, in the order of the file. */
export interface ReferenceChart {
  patches: ChartPatch[]
  /** What they were told from: spectra are best, since they hold for any light. */
  from: 'spectra' | 'lab' | 'xyz'
  /** Light that XYZ or CIELAB values of the file are for; they are adapted to daylight. */
  illuminant: Illuminant
  /** Columns the chart likely has, and rows: by the names of its patches, else by their number. */
  columns: number
  rows: number
}

/** Values of a file that says no light are for D50, as printing standards have it. */
const USUAL_LIGHT: Illuminant = 'D50'
const LEAST_PATCHES = 6
const MOST_PATCHES = 400

/**
 * Reads a CGATS file of a colour chart: spectra, or XYZ or CIELAB values of each patch.
 *
 * @throws FileProblem naming the line that is wrong, and why
 */
export function readReferenceChart(text: string): ReferenceChart {
  const table = first(readCgats(text))
  const { rows, fields } = table
  if (rows.length < LEAST_PATCHES || rows.length > MOST_PATCHES) {
    throw new FileProblem(
      rows.at(-1)?.[0]?.line ?? 1,
      `a chart has ${LEAST_PATCHES} to ${MOST_PATCHES} patches; got ${rows.length}.`,
    )
  }
  const illuminant = lightOf(table)
  const reader = readerOf(table, illuminant)
  const patches = rows.map((row) => ({ name: rowName(fields, row), lab: reader.read(row) }))
  return { patches, from: reader.from, illuminant, ...layoutOf(table) }
}

interface Reader {
  from: ReferenceChart['from']
  read(row: readonly Word[]): Lab
}

function readerOf({ fields, rows }: CgatsTable, illuminant: Illuminant): Reader {
  const bands = bandsOfFields(fields)
  const at = (names: readonly string[]) =>
    names.map((name) => fields.findIndex((field) => field.toUpperCase() === name))
  const numbers = (row: readonly Word[], places: readonly number[]) =>
    places.map((place) => numberIn(row[place]!.text, row[place]!.line, fields[place]!))
  if (bands.length >= 4) {
    const places = bands.map((band) => band.at)
    const isPercent = rows.some((row) => numbers(row, places).some((value) => value > 1.6))
    return {
      from: 'spectra',
      read: (row) => ofSpectrum(row, bands, numbers(row, places), isPercent),
    }
  }
  const lab = at(['LAB_L', 'LAB_A', 'LAB_B'])
  const xyz = at(['XYZ_X', 'XYZ_Y', 'XYZ_Z'])
  const light = weighting({ illuminant, observer: 2 })
  const daylight = weighting(DAYLIGHT)
  const adapted = (value: Xyz): Lab =>
    labOfXyz(adaptXyz(value, light.white, daylight.white), daylight)
  if (!lab.includes(-1)) {
    return {
      from: 'lab',
      read(row) {
        const [l, a, b] = numbers(row, lab) as [number, number, number]
        if (l >= 0 && l <= 100.5) return adapted(xyzOfLab({ l, a, b }, light))
        throw new FileProblem(row[first(lab)]!.line, `LAB_L must be from 0 to 100; got ${l}.`)
      },
    }
  }
  if (!xyz.includes(-1)) {
    return {
      from: 'xyz',
      read(row) {
        const [x, y, z] = numbers(row, xyz) as [number, number, number]
        if (y >= 0 && y <= 101) return adapted({ x: x / 100, y: y / 100, z: z / 100 })
        throw new FileProblem(row[xyz[1]!]!.line, `XYZ_Y must be from 0 to 100; got ${y}.`)
      },
    }
  }
  throw new FileProblem(
    first(first(rows)).line,
    'the patches have neither spectra, nor LAB_L LAB_A LAB_B, nor XYZ_X XYZ_Y XYZ_Z.',
  )
}

function ofSpectrum(
  row: readonly Word[],
  bands: readonly { nm: number }[],
  values: readonly number[],
  isPercent: boolean,
): Lab {
  const factors = isPercent ? values.map((value) => value / 100) : values
  try {
    return labOfReflectance(toBands({ wavelengthsNm: bands.map(({ nm }) => nm), factors }))
  } catch (error) {
    if (error instanceof InputError) throw new FileProblem(first(row).line, `${error.message}.`)
    throw error
  }
}

function lightOf({ keywords }: CgatsTable): Illuminant {
  const said = [keywords.get('WEIGHTING_FUNCTION'), keywords.get('ILLUMINANT')].join(' ')
  // longest first: D50 must not be met by a lamp called A
  return (
    ILLUMINANTS.find((name) => name.length > 1 && said.toUpperCase().includes(name)) ?? USUAL_LIGHT
  )
}

/** `A1` ... `F4` tell a chart's shape; otherwise the widest that is at most half as wide again as high. */
function layoutOf({ fields, rows }: CgatsTable): { columns: number; rows: number } {
  const names = rows.map((row) => rowName(fields, row))
  const placed = names.map((name) => /^([A-Z]{1,2})0*(\d{1,2})$/.exec(name))
  if (placed.every((match) => match !== null)) {
    const letters = new Set(placed.map((match) => match[1])).size
    const numbers = new Set(placed.map((match) => match[2])).size
    if (letters * numbers === rows.length) {
      // patches follow each other along what changes from the first to the second
      const alongNumbers = first(placed)[1] === placed[1]![1]
      return alongNumbers
        ? { columns: numbers, rows: letters }
        : { columns: letters, rows: numbers }
    }
  }
  const count = rows.length
  let high = Math.floor(Math.sqrt(count))
  while (count % high !== 0) high--
  return { columns: count / high, rows: high }
}

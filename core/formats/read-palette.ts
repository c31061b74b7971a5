import { labOfHex } from '../colour/screen-colour'
import { InputError } from '../input-error'
import { FileProblem } from './table'
import type { PaletteColour } from './palette'

/** More are no palette. */
const MOST_COLOURS = 400
const GIMP_HEAD = /^GIMP Palette/
const GIMP_LINE = /^\s*(\d{1,3})\s+(\d{1,3})\s+(\d{1,3})(?:\s+(.*))?$/
const HEX = /#?\b([0-9a-f]{6})\b/i

/**
 * Colours of a palette: a GIMP palette (`.gpl`), or a list with a hexadecimal colour in each line
 * (CSV or plain text), of which the rest of the line is its name.
 *
 * Source: GIMP's palette file format, as its documentation has it (from memory).
 *
 * @throws FileProblem naming the line, or a file without any colour
 */
export function readPalette(text: string): PaletteColour[] {
  const lines = text.replace(/^\uFEFF/, '').split(/\r?\n/)
  const colours = GIMP_HEAD.test(lines[0] ?? '') ? readGimp(lines) : readList(lines)
  if (colours.length === 0) {
    throw new FileProblem(
      1,
      'No colour was found: a GIMP palette, or lines with a colour such as #8a5a30.',
    )
  }
  if (colours.length > MOST_COLOURS) {
    throw new FileProblem(MOST_COLOURS + 1, `A palette may hold ${MOST_COLOURS} colours at most.`)
  }
  return colours
}

function readGimp(lines: readonly string[]): PaletteColour[] {
  return lines.flatMap((line, i) => {
    if (i === 0 || /^\s*(#|$)|^(Name|Columns):/.test(line)) return []
    const found = GIMP_LINE.exec(line)
    const channels = found?.slice(1, 4).map(Number) ?? []
    if (!found || channels.some((value) => value > 255)) {
      throw new FileProblem(
        i + 1,
        `A line of a GIMP palette is three numbers from 0 to 255 and a name; got "${line.trim().slice(0, 40)}".`,
      )
    }
    const hex = `#${channels.map((value) => value.toString(16).padStart(2, '0')).join('')}`
    return [{ name: found[4]?.trim() ?? '', hex }]
  })
}

function readList(lines: readonly string[]): PaletteColour[] {
  return lines.flatMap((line) => {
    const found = HEX.exec(line)
    if (!found) return []
    const hex = `#${found[1]!.toLowerCase()}`
    try {
      labOfHex(hex)
    } catch (error) {
      if (error instanceof InputError) return []
      throw error
    }
    const name = line
      .replace(found[0], '')
      .replace(/[",;\s]+/g, ' ')
      .trim()
    return [{ name, hex }]
  })
}

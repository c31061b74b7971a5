import { present } from '../present'
/** A colour that goes out: what it is called, and its screen colour. */
export interface PaletteColour {
  name: string
  /** `#c8a400` */
  hex: string
}

const oneLine = (text: string) => text.replace(/\s+/g, ' ').trim()
const channels = (hex: string) => [1, 3, 5].map((at) => parseInt(hex.slice(at, at + 2), 16))

/**
 * A GIMP palette (`.gpl`): red, green and blue from 0 to 255, and a name each.
 *
 * Source: GIMP's palette file format, as its documentation has it (from memory).
 */
export function writeGimpPalette(title: string, colours: readonly PaletteColour[]): string {
  const lines = colours.map(({ name, hex }) => {
    const numbers = channels(hex).map((value) => String(value).padStart(3))
    return `${numbers.join(' ')}\t${oneLine(name)}`
  })
  return ['GIMP Palette', `Name: ${oneLine(title)}`, 'Columns: 4', '#', ...lines, ''].join('\n')
}

const MARKUP: Record<string, string> = { '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;' }
const escaped = (text: string) => oneLine(text).replace(/[&<>"]/g, (sign) => MARKUP[sign]!)

const COLUMNS = 4
const CELL = { width: 180, height: 96, gap: 12, patch: 56 }

/** A sheet of colours with their names below, as an SVG picture that needs nothing else. */
export function writeSvgSheet(title: string, colours: readonly PaletteColour[]): string {
  const rows = Math.ceil(colours.length / COLUMNS)
  const width = COLUMNS * (CELL.width + CELL.gap) + CELL.gap
  const height = 44 + rows * (CELL.height + CELL.gap)
  const cells = colours.map(({ name, hex }, i) => {
    const x = CELL.gap + (i % COLUMNS) * (CELL.width + CELL.gap)
    const y = 44 + Math.floor(i / COLUMNS) * (CELL.height + CELL.gap)
    const [first, ...others] = name.split(', ')
    return [
      `<rect x="${x}" y="${y}" width="${CELL.width}" height="${CELL.patch}" fill="${hex}"/>`,
      `<text x="${x}" y="${y + CELL.patch + 16}" font-weight="600">${escaped(present(first))}</text>`,
      `<text x="${x}" y="${y + CELL.patch + 32}">${escaped(others.join(', '))}</text>`,
    ].join('')
  })
  return [
    `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ${width} ${height}" width="${width}" height="${height}" font-family="sans-serif" font-size="12">`,
    `<rect width="100%" height="100%" fill="#ffffff"/>`,
    `<text x="${CELL.gap}" y="28" font-size="18" font-weight="600">${escaped(title)}</text>`,
    ...cells,
    '</svg>',
    '',
  ].join('\n')
}

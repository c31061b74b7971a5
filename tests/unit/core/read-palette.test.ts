import { describe, expect, test } from '@jest/globals'
import { writeGimpPalette } from '../../../core/formats/palette'
import { readPalette } from '../../../core/formats/read-palette'

const COLOURS = [
  { name: 'dock root, deep', hex: '#8a5a30' },
  { name: 'tansy', hex: '#c8a400' },
]

describe('a palette', () => {
  test('that was written here is read as it was', () => {
    expect(readPalette(writeGimpPalette('Mine', COLOURS))).toEqual(COLOURS)
  })

  // the head, comments and columns as GIMP's documentation has them (from memory)
  test('of GIMP with comments, without names, with Windows line ends', () => {
    const text =
      'GIMP Palette\r\nName: x\r\nColumns: 3\r\n# said\r\n\r\n  0  10 255\r\n138 90 48 Dock\r\n'
    expect(readPalette(text)).toEqual([
      { name: '', hex: '#000aff' },
      { name: 'Dock', hex: '#8a5a30' },
    ])
  })

  test.each([
    ['name,colour\nleaf,#7D8A45\nstone;#a0a0a0\n', ['leaf', 'stone']],
    ['\uFEFF#7d8a45\n#a0a0a0', ['', '']],
    ['"leaf, wet",7d8a45\n\nnothing here\nstone\ta0a0a0', ['leaf wet', 'stone']],
  ])('as a list: %j', (text, names) => {
    expect(readPalette(text)).toEqual([
      { name: names[0], hex: '#7d8a45' },
      { name: names[1], hex: '#a0a0a0' },
    ])
  })

  test.each([
    ['', 'No colour was found'],
    ['name,colour\nleaf,green', 'No colour was found'],
    ['GIMP Palette\n300 0 0 x', 'three numbers from 0 to 255'],
    ['GIMP Palette\nred', 'three numbers from 0 to 255'],
    ['#a0a0a0\n'.repeat(401), '400 colours at most'],
  ])('%j is refused', (text, message) => {
    expect(() => readPalette(text)).toThrow(message)
  })
})

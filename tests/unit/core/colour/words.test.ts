import { describe, expect, test } from '@jest/globals'
import { readFileSync } from 'node:fs'
import fc from 'fast-check'
import {
  colourName,
  hueFamilyOf,
  HUE_FAMILIES,
  type HueFamily,
} from '../../../../core/colour/colour-name'
import { colourDifference } from '../../../../core/colour/difference-words'
import { labOfHex } from '../../../../core/colour/screen-colour'

/** Words of a hue, as everyday names of colours hold them. */
const HUES: [RegExp, HueFamily][] = [
  [/yellow|mustard|gold/, 'yellow'],
  [/orang/, 'orange'],
  [/brown|chocolate|\btan\b/, 'brown'],
  [/\bred|crimson/, 'red'],
  [/pink/, 'pink'],
  [/purp|violet|lavender|lilac|mauve|plum/, 'purple'],
  [/\bblu(e|ish|ey)|navy/, 'blue'],
  [/green/, 'green'],
  [/oliv/, 'olive'],
  [/gr[ea]y/, 'grey'],
]

const name = (hex: string) => colourName(labOfHex(hex))

describe('the name of a colour', () => {
  // names of CSS Color 4 whose own words say the hue
  test.each([
    ['gold', '#ffd700', 'yellow'],
    ['olive', '#808000', 'olive'],
    ['darkolivegreen', '#556b2f', 'olive'],
    ['saddlebrown', '#8b4513', 'brown'],
    ['sienna', '#a0522d', 'brown'],
    ['tan', '#d2b48c', 'brown'],
    ['darkorange', '#ff8c00', 'orange'],
    ['crimson', '#dc143c', 'red'],
    ['firebrick', '#b22222', 'red'],
    ['pink', '#ffc0cb', 'pink'],
    ['hotpink', '#ff69b4', 'pink'],
    ['rebeccapurple', '#663399', 'purple'],
    ['orchid', '#da70d6', 'purple'],
    ['navy', '#000080', 'blue'],
    ['steelblue', '#4682b4', 'blue'],
    ['seagreen', '#2e8b57', 'green'],
    ['forestgreen', '#228b22', 'green'],
    ['slategray', '#708090', 'grey'],
    ['goldenrod', '#daa520', 'yellow'],
    ['darkgoldenrod', '#b8860b', 'brown'],
    ['maroon', '#800000', 'red'],
    ['dimgray', '#696969', 'grey'],
    ['whitesmoke', '#f5f5f5', 'grey'],
  ])('%s is %s', (css, hex, family) => {
    expect([css, hueFamilyOf(labOfHex(hex))]).toEqual([css, family])
  })

  // the colours that the people of an open survey of 2010 named, with the names they gave (CC0, in
  // the package xkcd-colors): those whose name says a hue, or two; a dull green is an olive, too
  test('says a hue of its everyday name in 94 of 100', () => {
    const wanted = (said: string) =>
      HUES.filter(([word]) => word.test(said)).map(([, family]) => family)
    const named = readFileSync(require.resolve('xkcd-colors/assets/xkcd_colors.txt'), 'utf8')
      .split('\n')
      .filter((line) => /\t#/.test(line))
      .map((line) => line.split('\t') as [string, string])
      .filter(([said]) => wanted(said).length > 0)
    expect(named.length).toBeGreaterThan(600)
    const right = named.filter(([said, hex]) => {
      const family = hueFamilyOf(labOfHex(hex))
      const isDullGreen = family === 'olive' && /green|yellow/.test(said)
      return isDullGreen || wanted(said).includes(family)
    })
    expect(right.length / named.length).toBeGreaterThan(0.94)
  })

  test('a brown says what it leans to, and a golden one is no orange', () => {
    expect(name('#b27a01')).toBe('clear golden brown')
    expect(name('#673a3f')).toBe('dark soft purplish brown')
    expect(name('#7f2b0a')).toBe('dark reddish brown')
    expect(name('#8b4513')).toMatch(/brown$/)
  })

  test('depth and clarity are said where they are far from the middle', () => {
    expect(name('#d9cb87')).toBe('pale yellow')
    expect(name('#644f75')).toBe('dark soft purple')
    expect(name('#ffd700')).toBe('pale clear yellow')
    expect(name('#f4efe6')).toBe('warm white')
    expect(name('#777777')).toBe('grey')
    expect(name('#0a0a0a')).toBe('black')
  })

  test('every colour has a name and a family', () => {
    const lab = fc.record({
      l: fc.double({ min: 0, max: 100, noNaN: true }),
      a: fc.double({ min: -128, max: 128, noNaN: true }),
      b: fc.double({ min: -128, max: 128, noNaN: true }),
    })
    fc.assert(
      fc.property(lab, (colour) => {
        expect(HUE_FAMILIES).toContain(hueFamilyOf(colour))
        expect(colourName(colour)).toMatch(/^[a-z]+( [a-z]+){0,4}$/)
      }),
    )
  })
})

describe('the difference of two colours in words', () => {
  const ochre = { l: 60, a: 10, b: 40 }
  const words = (first: object, second: object = {}) =>
    colourDifference(
      { lab: { ...ochre, ...first }, unevenness: null },
      { lab: { ...ochre, ...second }, unevenness: null },
    ).words

  test.each([
    [{ l: 45 }, ['much darker']],
    [{ l: 66 }, ['lighter']],
    [{ l: 57 }, ['a little darker']],
    [{ a: 7, b: 28 }, ['much duller']],
    [{ a: 12, b: 48 }, ['clearer']],
    [{ a: 22, b: 35 }, ['much redder']],
    [{ a: -2, b: 41 }, ['much greener']],
  ])('%j', (first, expected) => {
    expect(words(first)).toEqual(expected)
  })

  test('greys lean; blues turn the other way round', () => {
    const grey = { a: 0, b: 0 }
    expect(words({ ...grey, b: 5 }, grey)).toEqual(['yellower'])
    expect(words({ ...grey, b: -5 }, grey)).toEqual(['bluer'])
    expect(words({ a: 10, b: -35 }, { a: -5, b: -36 })).toEqual(['much redder'])
  })

  test('the greatest part comes first, a small one goes without a word', () => {
    expect(words({ l: 50, a: 16 })).toEqual(['darker', 'redder'])
    expect(words({ l: 50, a: 11 })).toEqual(['darker'])
  })

  test('alike colours have no words but for their levelness', () => {
    const same = colourDifference({ lab: ochre, unevenness: 0.4 }, { lab: ochre, unevenness: 1.6 })
    expect(same).toEqual({ de2000: 0, words: ['more even'], verdict: 'the same to the eye' })
    expect(colourDifference({ lab: ochre, unevenness: 0.4 }, { lab: ochre }).words).toEqual([])
  })

  test('the other way about is the opposite', () => {
    const opposite: Record<string, string> = {
      darker: 'lighter',
      lighter: 'darker',
      duller: 'clearer',
      clearer: 'duller',
      redder: 'greener',
      greener: 'redder',
      yellower: 'bluer',
      bluer: 'yellower',
    }
    const lab = fc.record({
      l: fc.double({ min: 20, max: 90, noNaN: true }),
      a: fc.double({ min: -60, max: 60, noNaN: true }),
      b: fc.double({ min: -60, max: 60, noNaN: true }),
    })
    fc.assert(
      fc.property(lab, lab, (one, two) => {
        const there = colourDifference({ lab: one }, { lab: two }).words
        const back = colourDifference({ lab: two }, { lab: one }).words
        expect(back).toEqual(there.map((text) => text.replace(/\w+$/, (word) => opposite[word]!)))
      }),
    )
  })
})

import { describe, expect, test } from '@jest/globals'
import { parseAddition } from '../../../../core/quantity/parse-addition'

const vinegar = { gPerMl: 1, waterL: 2, fibreG: 100 }
const powder = { gPerMl: 0.8, waterL: 2, fibreG: 100 }

describe('an addition told in parts, per cent or handfuls', () => {
  test.each([
    ['1 in 3', 1000],
    ['1 part in 3', 1000],
    ['one in three', 1000],
    ['1 to 2', 1000],
    ['1 : 2', 1000],
    ['1:4', 500],
    ['2 parts to 4', 1000],
    ['1 in 5', 500],
  ])('%s of vinegar in 2 L of bath is %d g, about', (text, massG) => {
    expect(parseAddition(text, vinegar)).toEqual({ massG, isAbout: true })
  })

  test.each([
    ['5 %', 5],
    ['12%', 12],
    ['2,5 %', 2.5],
    ['½ %', 0.5],
  ])('%s is of the dry fibre: %d g of it', (text, massG) => {
    const read = parseAddition(text, powder)!
    expect(read.massG).toBeCloseTo(massG, 9)
    expect(read.isAbout).toBe(false)
  })

  test.each([
    ['a handful', 48],
    ['2 handfuls', 96],
    ['half a handful', 24],
    ['handful', 48],
  ])('%s of a powder is about %d g', (text, massG) => {
    expect(parseAddition(text, powder)).toEqual({ massG, isAbout: true })
  })

  test.each([
    ['1 in 1', vinegar],
    ['1 in 3', { ...vinegar, waterL: null }],
    ['1 in 3', { ...vinegar, gPerMl: 0 }],
    ['5 %', { ...vinegar, fibreG: 0 }],
    ['0 %', vinegar],
    ['1 teaspoon', vinegar],
    ['half', vinegar],
    ['', vinegar],
  ])('%s is none of these, or has nothing to be told against', (text, context) => {
    expect(parseAddition(text, context)).toBeNull()
  })
})

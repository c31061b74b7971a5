import { describe, expect, test } from '@jest/globals'
import {
  chipSize,
  layByHue,
  layBySource,
  nextTowards,
  type ToLay,
} from '../../../../app/features/wall/lay-wall'

const SIZE = { width: 1000, height: 500 }
const chip = (l: number, a: number, b: number, more: Partial<ToLay> = {}): ToLay => ({
  colour: { l, a, b },
  source: 0,
  ratioDry: null,
  ...more,
})
const [YELLOW, ORANGE, RED, PURPLE, GREY, GREEN] = [
  chip(80, 0, 60),
  chip(65, 30, 55),
  chip(45, 50, 25),
  chip(35, 25, -30),
  chip(50, 1, 1),
  chip(60, -30, 30),
]

describe('the wall by hue and depth', () => {
  test('goes from yellow by red and purple to green, pale above and deep below', () => {
    const all = [GREEN!, GREY!, PURPLE!, RED!, ORANGE!, YELLOW!]
    const { places, labels } = layByHue(all, SIZE)
    const across = places.map(({ x }) => x)
    expect([...across].sort((a, b) => b - a)).toEqual(across)
    const [yellow, purple] = [places[5]!, places[2]!]
    expect(yellow.y).toBeLessThan(purple.y)
    expect(labels.map(({ text }) => text)).toEqual(
      expect.arrayContaining(['yellow', 'purple', 'pale', 'deep']),
    )
  })

  test('everything hangs within it, and words stand apart', () => {
    const many = Array.from({ length: 400 }, (_, i) =>
      chip(25 + (i % 60), 40 * Math.sin(i), 20 + 30 * Math.cos(i / 3)),
    )
    const { places, labels } = layByHue(many, SIZE)
    for (const { x, y } of places) {
      expect(x).toBeGreaterThan(0)
      expect(x).toBeLessThan(SIZE.width)
      expect(y).toBeGreaterThan(0)
      expect(y).toBeLessThan(SIZE.height)
    }
    const above = labels.filter(({ y }) => y < 20).map(({ x }) => x)
    above.slice(1).forEach((x, i) => expect(x - above[i]!).toBeGreaterThanOrEqual(64))
  })

  test('chips alike are moved off each other, as far as there is room', () => {
    const { places, chip: size } = layByHue(
      Array.from({ length: 12 }, () => YELLOW!),
      SIZE,
    )
    const apart = places.flatMap((a, i) =>
      places.slice(i + 1).map((b) => Math.hypot(a.x - b.x, a.y - b.y)),
    )
    expect(Math.min(...apart)).toBeGreaterThan(size.height / 2)
  })

  test('thousands are small, a few are no larger than a swatch', () => {
    expect(chipSize(10_000, SIZE).width).toBe(5)
    expect(chipSize(3, SIZE).width).toBe(44)
    expect(layByHue([], SIZE).places).toEqual([])
  })
})

describe('the wall by source and ratio', () => {
  test('one row a source, the most swatches first, by ratio from left to right', () => {
    const all = [
      chip(60, 0, 40, { source: 1, ratioDry: 0.1 }),
      chip(60, 0, 40, { source: 0, ratioDry: 0.1 }),
      chip(60, 0, 40, { source: 0, ratioDry: 1 }),
      chip(60, 0, 40, { source: 0, ratioDry: null }),
      chip(60, 0, 40, { source: null, ratioDry: 0.5 }),
    ]
    const { places, labels } = layBySource(all, ['dock root', 'tansy'], SIZE, (r) => `${r} : 1`)
    const [tansy, pale, deep, unknown] = places
    expect(pale!.y).toBeLessThan(tansy!.y)
    expect(unknown!.x).toBeLessThan(pale!.x)
    expect(pale!.x).toBeLessThan(deep!.x)
    expect(labels.map(({ text }) => text)).toEqual(
      expect.arrayContaining(['dock root', 'tansy', 'no source', 'not known', '0.5 : 1']),
    )
  })
})

test('keys go to what is near in their direction, and stay where nothing is', () => {
  const places = [
    { x: 0, y: 0 },
    { x: 10, y: 2 },
    { x: 100, y: 0 },
    { x: 9, y: 40 },
  ]
  expect(nextTowards(places, 0, [1, 0])).toBe(1)
  expect(nextTowards(places, 1, [1, 0])).toBe(2)
  expect(nextTowards(places, 1, [0, 1])).toBe(3)
  expect(nextTowards(places, 0, [-1, 0])).toBe(0)
  expect(nextTowards([], 0, [1, 0])).toBe(0)
})

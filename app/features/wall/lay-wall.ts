import { forceCollide, forceSimulation, forceX, forceY } from 'd3-force'
import { extent, group, median, sort } from 'd3-array'
import { hueFamilyOf } from '~~/core/colour/colour-name'
import { lchOfLab, type Lab } from '~~/core/colour/tristimulus'

/** What the wall lays out: a colour, its first source, and its ratio where it is known. */
export interface ToLay {
  colour: Lab
  /** Place of its source in the list; null: none. */
  source: number | null
  ratioDry: number | null
}

export interface Size {
  width: number
  height: number
}

/** Words along an edge of the wall; px. */
interface WallLabel {
  text: string
  x: number
  y: number
}

export interface LaidWall {
  /** Middle of each chip, in the order given; px at its own size. */
  places: { x: number; y: number }[]
  chip: Size
  labels: WallLabel[]
}

/** Room for the words above and on the left, px. */
const EDGE = { top: 34, bottom: 20, left: 60, right: 30 }
const CHIP = { least: 5, most: 44, tall: 0.7, share: 0.34 }

/** A chip's size where so many hang on so much wall: they cover about a third of it. */
export function chipSize(n: number, { width, height }: Size): Size {
  const wide = Math.sqrt((CHIP.share * width * height) / Math.max(1, n) / CHIP.tall)
  const within = Math.min(CHIP.most, Math.max(CHIP.least, wide))
  return { width: within, height: within * CHIP.tall }
}

/** Yellow hangs first, then round by orange, red and purple to green. */
const FIRST_HUE = 108
/** Greys have no hue: they hang between purple and blue. */
const GREY_TURN = 182
const GREY_CHROMA = 7
/** How far hues are spread by how many there are, not by their angle: plants give mostly yellows. */
const BY_RANK = 0.8
/** Depths hang over the whole wall, as long as they differ by so much in L*. */
const LEAST_SPAN_L = 40

/** Turn along the wall, 0 to 360. */
function turnOf(colour: Lab): number {
  const { c, h } = lchOfLab(colour)
  return c < GREY_CHROMA ? GREY_TURN : (FIRST_HUE - h + 360) % 360
}

/** Place down the wall, 0 to 1: the palest above, the deepest below. */
function depthsOf(items: readonly ToLay[]): (colour: Lab) => number {
  const [least = 0, most = 100] = extent(items, ({ colour }) => colour.l)
  const aside = Math.max(0, LEAST_SPAN_L - (most - least)) / 2
  return ({ l }) => (most + aside - l) / (most - least + 2 * aside)
}

/** Swatches by hue from left to right and by depth from above down. */
export function layByHue(items: readonly ToLay[], size: Size): LaidWall {
  const chip = chipSize(items.length, size)
  const room = roomOf(size, chip)
  const turns = items.map(({ colour }) => turnOf(colour))
  const order = sort(
    turns.map((_, i) => i),
    (i) => turns[i],
  )
  const rank = new Float64Array(items.length)
  order.forEach((i, at) => (rank[i] = items.length > 1 ? at / (items.length - 1) : 0.5))
  const depth = depthsOf(items)
  const across = (i: number) => BY_RANK * rank[i]! + (1 - BY_RANK) * (turns[i]! / 360)
  const wanted = items.map(({ colour }, i) => ({
    x: room.left + across(i) * room.width,
    y: room.top + depth(colour) * room.height,
  }))
  const families = group(
    items.map((_, i) => i),
    (i) => hueFamilyOf(items[i]!.colour),
  )
  const labels = [...families].map(([text, of]) => ({
    text,
    x: median(of, (i) => wanted[i]!.x) ?? 0,
    y: EDGE.top / 2,
  }))
  return {
    places: apart(wanted, chip),
    chip,
    labels: [
      ...roomy(labels),
      { text: 'pale', x: EDGE.left / 2, y: room.top },
      { text: 'deep', x: EDGE.left / 2, y: room.top + room.height },
    ],
  }
}

const LEAST_RATIO = 0.02
const MOST_RATIO = 8
const TICKS = [0.05, 0.1, 0.2, 0.5, 1, 2, 5]
/** Where what has no known ratio hangs, on the left. */
const UNKNOWN_WIDTH = 70
const NAME_WIDTH = 150
const LEAST_ROW = 26

/** Swatches by source, one below the other, and by ratio from left to right. */
export function layBySource(
  items: readonly ToLay[],
  names: readonly string[],
  size: Size,
  ratioWords: (ratioDry: number) => string,
): LaidWall {
  const rows = sort(
    [...group(items, ({ source }) => source)].map(([source, of]) => ({ source, n: of.length })),
    ({ n }) => -n,
  )
  const rowOf = new Map(rows.map(({ source }, i) => [source, i]))
  const rowHeight = Math.max(LEAST_ROW, (size.height - EDGE.top - EDGE.bottom) / rows.length)
  const within = chipSize(items.length, size)
  const tall = Math.min(within.height, rowHeight * 0.62)
  const chip = { width: tall / CHIP.tall, height: tall }
  const from = NAME_WIDTH + UNKNOWN_WIDTH
  const across = (ratio: number) => {
    const share = Math.log(ratio / LEAST_RATIO) / Math.log(MOST_RATIO / LEAST_RATIO)
    return from + Math.min(1, Math.max(0, share)) * (size.width - from - EDGE.right)
  }
  const middleOf = (source: number | null) =>
    EDGE.top + ((rowOf.get(source) ?? 0) + 0.5) * rowHeight
  const wanted = items.map(({ source, ratioDry }) => ({
    x: ratioDry === null ? NAME_WIDTH + UNKNOWN_WIDTH / 2 : across(ratioDry),
    y: middleOf(source),
  }))
  return {
    places: inRows(wanted, rowHeight - chip.height),
    chip,
    labels: [
      { text: 'not known', x: NAME_WIDTH + UNKNOWN_WIDTH / 2, y: EDGE.top / 2 },
      ...TICKS.map((ratio) => ({ text: ratioWords(ratio), x: across(ratio), y: EDGE.top / 2 })),
      ...rows.map(({ source }) => ({
        text: source === null ? 'no source' : names[source]!,
        x: NAME_WIDTH / 2,
        y: middleOf(source),
      })),
    ],
  }
}

const roomOf = ({ width, height }: Size, chip: Size) => ({
  left: EDGE.left + chip.width / 2,
  top: EDGE.top + chip.height / 2,
  width: width - EDGE.left - EDGE.right - chip.width,
  height: height - EDGE.top - EDGE.bottom - chip.height,
})

/** Chips at one place of a row lie a little apart, and stay in it. */
const PLACES_IN_ROW = 5

function inRows(wanted: readonly { x: number; y: number }[], room: number) {
  const met = new Map<string, number>()
  return wanted.map(({ x, y }) => {
    const key = `${Math.round(x)},${y}`
    const n = met.get(key) ?? 0
    met.set(key, n + 1)
    const step = ((n + 1) >> 1) * (n % 2 ? 1 : -1)
    return { x: x + 3 * step, y: y + (room / PLACES_IN_ROW) * (step % 3) }
  })
}

/** Chips are moved off each other as long as there are few enough to be told apart. */
const MOST_MOVED = 700
const STEPS = 70

function apart(wanted: readonly { x: number; y: number }[], chip: Size) {
  if (wanted.length > MOST_MOVED) return [...wanted]
  const nodes = wanted.map(({ x, y }) => ({ x, y }))
  const simulation = forceSimulation(nodes)
    .stop()
    .force('x', forceX((_, i) => wanted[i]!.x).strength(0.35))
    .force('y', forceY((_, i) => wanted[i]!.y).strength(0.5))
    .force('collide', forceCollide(Math.min(chip.width * 0.46, chip.height * 0.66)))
  simulation.tick(STEPS)
  return nodes.map(({ x, y }) => ({ x, y }))
}

/** Words that do not run into each other: the first of two that would stands. */
const WORD_PX = 64
function roomy(labels: readonly WallLabel[]): WallLabel[] {
  const kept: WallLabel[] = []
  for (const label of sort(labels, ({ x }) => x)) {
    const last = kept.at(-1)
    if (!last || label.x - last.x >= WORD_PX) kept.push(label)
  }
  return kept
}

/** The next chip from one on in a direction: near, and more straight than aside. */
export function nextTowards(
  places: readonly { x: number; y: number }[],
  from: number,
  [dx, dy]: readonly [number, number],
): number {
  const at = places[from]
  if (!at) return from
  let best = from
  let least = Infinity
  places.forEach(({ x, y }, i) => {
    const ahead = (x - at.x) * dx + (y - at.y) * dy
    const aside = Math.abs((x - at.x) * dy) + Math.abs((y - at.y) * dx)
    if (i === from || ahead <= 0.01) return
    const far = ahead + 2.5 * aside
    if (far < least) [least, best] = [far, i]
  })
  return best
}

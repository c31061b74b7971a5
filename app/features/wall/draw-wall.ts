import type { ZoomTransform } from 'd3-zoom'
import type { LaidWall } from './lay-wall'

interface Drawn {
  laid: LaidWall
  hexes: readonly string[]
  view: ZoomTransform
  picked: ReadonlySet<number>
  /** The one that keys are at; null: none shown. */
  at: number | null
  /** Line that is being drawn around some. */
  line: readonly (readonly [number, number])[]
  /** The wanted colour among them. */
  wanted: number | null
}

/** The booth's neutral grey, L* about 67: what colours are judged on. */
const GREY = '#a2a3a2'
const INK = '#16191b'
/** More chips are drawn without rounded corners: nobody sees them, and it is quicker. */
const MOST_ROUNDED = 1500
/** Chips grow less than the wall they hang on, so that they come apart. */
const CHIP_GROWTH = 0.6

/** Draws the wall anew: thousands of chips take a few ms. */
export function drawWall(canvas: HTMLCanvasElement, drawn: Drawn): void {
  const { laid, hexes, view, picked, at, line, wanted } = drawn
  const scale = window.devicePixelRatio || 1
  const { clientWidth: width, clientHeight: height } = canvas
  if (canvas.width !== Math.round(width * scale)) canvas.width = Math.round(width * scale)
  if (canvas.height !== Math.round(height * scale)) canvas.height = Math.round(height * scale)
  const context = canvas.getContext('2d', { alpha: false })!
  context.setTransform(scale, 0, 0, scale, 0, 0)
  context.fillStyle = GREY
  context.fillRect(0, 0, width, height)

  const growth = view.k ** CHIP_GROWTH
  const [w, h] = [laid.chip.width * growth, laid.chip.height * growth]
  const isRounded = hexes.length <= MOST_ROUNDED || view.k > 6
  const boxOf = (i: number) => {
    const place = laid.places[i]!
    return [view.applyX(place.x) - w / 2, view.applyY(place.y) - h / 2] as const
  }
  for (let i = 0; i < hexes.length; i++) {
    const [x, y] = boxOf(i)
    if (x > width || y > height || x + w < 0 || y + h < 0) continue
    context.fillStyle = hexes[i]!
    if (isRounded) {
      context.beginPath()
      context.roundRect(x, y, w, h, 3)
      context.fill()
    } else context.fillRect(x, y, w, h)
  }

  /** A white ring with a dark one around it: seen on every colour. */
  const ring = (i: number, gap: number) => {
    if (!laid.places[i]) return
    const [x, y] = boxOf(i)
    for (const [colour, off] of [
      ['#ffffff', gap],
      [INK, gap + 2.5],
    ] as const) {
      context.strokeStyle = colour
      context.lineWidth = 2.5
      context.strokeRect(x - off, y - off, w + 2 * off, h + 2 * off)
    }
  }
  for (const i of picked) ring(i, 2)
  if (at !== null) ring(at, 6)
  if (wanted !== null && laid.places[wanted]) {
    const [x, y] = boxOf(wanted)
    context.strokeStyle = '#ffffff'
    context.lineWidth = 4
    context.strokeRect(x - 2, y - 2, w + 4, h + 4)
  }

  context.fillStyle = INK
  context.font = `13px ${getComputedStyle(canvas).fontFamily}`
  context.textAlign = 'center'
  context.textBaseline = 'middle'
  for (const { text, x, y } of laid.labels) {
    // words along the edges stay there while the wall moves under them
    const [isAbove, isAside] = [y < 34, x < 150]
    context.fillText(
      text,
      isAside && !isAbove ? x : view.applyX(x),
      isAbove ? y : view.applyY(y),
      isAside && !isAbove ? 2 * x - 8 : undefined,
    )
  }
  if (line.length > 1) {
    context.beginPath()
    line.forEach(([x, y]) => context.lineTo(view.applyX(x), view.applyY(y)))
    context.closePath()
    context.strokeStyle = INK
    context.lineWidth = 1.5
    context.setLineDash([5, 4])
    context.stroke()
    context.fillStyle = 'rgb(255 255 255 / 18%)'
    context.fill()
    context.setLineDash([])
  }
}

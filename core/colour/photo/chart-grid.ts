import { Matrix, solve } from 'ml-matrix'
import { InputError } from '../../input-error'
import { present } from '../../present'
import { mapQuad } from '../../tuple'

/** A place in a photo, px from its left and top. */
export interface PhotoPoint {
  x: number
  y: number
}

/** An upright box in a photo, px. */
export interface PhotoBox extends PhotoPoint {
  width: number
  height: number
}

/** Corners of a chart's outline, in turn: from its first patch along its first row, and round. */
export type Corners = readonly [PhotoPoint, PhotoPoint, PhotoPoint, PhotoPoint]

/** So much of a patch's side is looked at: its rim may be in shadow, or be its neighbour. */
const INNER_SHARE = 0.4
const LEAST_SIDE_PX = 3

/**
 * The boxes to sample of a chart seen at a slant: its four corners give the perspective, and each
 * patch an upright box well inside it, in the order of rows.
 *
 * @throws InputError for corners that are no four-sided figure, or patches of less than 3 px
 * Source: plane homography from four points (Hartley & Zisserman, Multiple View Geometry, 4.1).
 */
export function chartBoxes(corners: Corners, columns: number, rows: number): PhotoBox[] {
  const at = planeOf(corners)
  const boxes = Array.from({ length: columns * rows }, (_, i) => {
    const column = i % columns
    const row = Math.floor(i / columns)
    const middle = at((column + 0.5) / columns, (row + 0.5) / rows)
    const [left, right] = [0, 1].map((side) => at((column + side) / columns, (row + 0.5) / rows))
    const [top, bottom] = [0, 1].map((side) => at((column + 0.5) / columns, (row + side) / rows))
    // the narrower way across decides: a box must stay inside a patch that lies askew
    const side =
      INNER_SHARE *
      Math.min(
        Math.hypot(present(right).x - present(left).x, present(right).y - present(left).y),
        Math.hypot(present(bottom).x - present(top).x, present(bottom).y - present(top).y),
      )
    return { x: middle.x - side / 2, y: middle.y - side / 2, width: side, height: side }
  })
  const small = boxes.find(({ width }) => !(width >= LEAST_SIDE_PX))
  if (small) {
    throw new InputError(
      `corners must leave each patch at least ${Math.ceil(LEAST_SIDE_PX / INNER_SHARE)} px wide; got ${(small.width / INNER_SHARE).toFixed(1)} px`,
      '/corners',
    )
  }
  return boxes
}

/** The same chart turned by quarters: which corner its first patch lies at is not always known. */
export const turned = (corners: Corners, quarters: number): Corners =>
  mapQuad(corners, (corner, i) => corners[(i + quarters) % 4] ?? corner)

/** Maps the unit square onto the four corners. */
function planeOf(corners: Corners): (u: number, v: number) => PhotoPoint {
  const square = [
    [0, 0],
    [1, 0],
    [1, 1],
    [0, 1],
  ] as const
  const rows = corners.flatMap(({ x, y }, i) => {
    const [u, v] = square[i]!
    return [
      [u, v, 1, 0, 0, 0, -u * x, -v * x],
      [0, 0, 0, u, v, 1, -u * y, -v * y],
    ]
  })
  const wanted = corners.flatMap(({ x, y }) => [[x], [y]])
  refuseFlat(corners)
  const [a, b, c, d, e, f, g, h] = solve(new Matrix(rows), new Matrix(wanted)).to1DArray() as [
    number,
    number,
    number,
    number,
    number,
    number,
    number,
    number,
  ]
  return (u, v) => {
    const depth = g * u + h * v + 1
    return { x: (a * u + b * v + c) / depth, y: (d * u + e * v + f) / depth }
  }
}

/** Corners must turn the same way all round: else sides cross, or three lie on a line. */
function refuseFlat(corners: Corners): void {
  const turns = corners.map((corner, i) => {
    const [next, after] = [corners[(i + 1) % 4]!, corners[(i + 2) % 4]!]
    return (next.x - corner.x) * (after.y - next.y) - (next.y - corner.y) * (after.x - next.x)
  })
  if (turns.every((turn) => turn > 1) || turns.every((turn) => turn < -1)) return
  throw new InputError(
    'corners must go round the chart, one after the other, without crossing',
    '/corners',
  )
}

import { Matrix, solve } from 'ml-matrix'
import { InputError } from '../input-error'
import { BANDS, type Reflectance } from './spectrum'
import { xyzOfReflectance, type Xyz } from './tristimulus'
import { DAYLIGHT, weighting, type Viewing } from './weighting'

const CONSTRAINTS = 3
const MAX_STEPS = 100
/** Shorter steps of the search, or of the way to a colour, lead nowhere. */
const SHORTEST = 1e-10
const SHORTEST_STRIDE = 1 / 512
/** Colours that can be reached are so in a third of these; each costs a search. */
const MOST_STRIDES = 24
/** Tristimulus error left over, on the scale where white has Y = 1: far below 0.001 dE2000. */
const TOLERANCE = 1e-9
/** Darkest and lightest Y that are followed; black and white themselves have no finite answer. */
const Y_RANGE = [1e-6, 1 - 1e-6] as const

const NO_SURFACE =
  'no surface can have this colour: it is lighter or stronger than any reflectance from 0 to 1 allows'

/**
 * The smoothest reflectance between 0 and 1 that has exactly the given tristimulus values.
 *
 * Writes R = (1 + tanh z) / 2, so that every R lies between 0 and 1, and minimises the sum of
 * squared steps of z under the three tristimulus conditions by Newton's method on Lagrange's
 * equations, each step cut back until the equations are better met. One spectrum out of
 * infinitely many metamers: what is computed from it is an estimate, not a measurement.
 *
 * @param xyz Y = 1 for the perfect white
 * @returns 31 factors, 400 to 700 nm
 * @throws InputError for a colour that no reflecting surface has under this lamp
 * Source: the hyperbolic-tangent least-slope method of S. A. Burns, "Numerical methods for
 * smoothest reflectance reconstruction", Color Res. Appl. 45 (2020) (from memory).
 */
export function smoothestReflectance(xyz: Xyz, viewing: Viewing = DAYLIGHT): Reflectance {
  const table = weighting(viewing)
  const y = Math.min(Math.max(xyz.y, Y_RANGE[0]), Y_RANGE[1])
  const isEdge = y !== xyz.y
  const wanted = isEdge ? table.white.map((w) => w * y) : [xyz.x, xyz.y, xyz.z]
  // Near black and near white the conditions hardly answer to z: scaled, they weigh as elsewhere.
  const scale = 1 / (4 * y * (1 - y))
  const weights = table.weights.map((weight) => weight.map((w) => w * scale))
  const target = wanted.map((value) => value * scale)

  if (!isEdge && isOutsideSolid(wanted, table.weights)) throw new InputError(NO_SURFACE)
  const grey: State = {
    z: new Array<number>(BANDS).fill(Math.atanh(2 * y - 1)),
    lambda: new Array<number>(CONSTRAINTS).fill(0),
  }
  const problem = { weights, scale }
  const found = solved(grey, target, problem) ?? walked(grey, target, problem)
  if (found) return bandsOf(found.z)
  throw new InputError(NO_SURFACE)
}

const TRIED = 3000
/** Evenly spread over a sphere, by the golden angle. */
const DIRECTIONS = Array.from({ length: TRIED }, (_, i) => {
  const z = 1 - (2 * i + 1) / TRIED
  const r = Math.sqrt(1 - z * z)
  const angle = i * Math.PI * (3 - Math.sqrt(5))
  return [r * Math.cos(angle), r * Math.sin(angle), z] as const
})

/**
 * Whether tristimulus values lie outside of all that reflectances from 0 to 1 can give, told without
 * a search: that solid is convex, and how far it reaches in a direction is known, by the bands that
 * count for it (the optimal colours of Schroedinger and MacAdam). Only what lies just outside, between
 * the directions that are tried, is left to the search.
 */
function isOutsideSolid(wanted: readonly number[], weights: readonly (readonly number[])[]) {
  const along = (direction: readonly number[], values: readonly number[]) =>
    direction[0]! * values[0]! + direction[1]! * values[1]! + direction[2]! * values[2]!
  return DIRECTIONS.some((direction) => {
    const reach = weights.reduce((sum, weight) => sum + Math.max(0, along(direction, weight)), 0)
    return along(direction, wanted) > reach + TOLERANCE
  })
}

interface Problem {
  /** Of each band on X, Y and Z. */
  weights: readonly (readonly number[])[]
  /** By which weights and target were multiplied. */
  scale: number
}

/** Newton's method from a state; null where it does not come to the target. */
function solved(from: State, target: number[], { weights, scale }: Problem): State | null {
  let state = from
  let residual = residualOf(state, weights, target)
  for (let step = 0; step < MAX_STEPS; step++) {
    if (tristimulusError(residual) < TOLERANCE * scale && norm(residual) < 1e-6) return state
    const direction = newtonDirection(state, weights, residual)
    if (!direction) return null
    let length = 1
    let next = moved(state, direction, length)
    let nextResidual = residualOf(next, weights, target)
    while (!(norm(nextResidual) < norm(residual)) && length > SHORTEST) {
      length /= 2
      next = moved(state, direction, length)
      nextResidual = residualOf(next, weights, target)
    }
    if (length <= SHORTEST) break
    state = next
    residual = nextResidual
  }
  return tristimulusError(residual) < 1e-7 * scale ? state : null
}

/**
 * The same by small steps on the straight way from the grey of that lightness: for the few colours,
 * about one in ten thousand and mostly dark blues, where Newton's method stalls from the grey.
 */
function walked(grey: State, target: number[], problem: Problem): State | null {
  const begin = [0, 1, 2].map((k) =>
    problem.weights.reduce(
      (sum, weight, i) => sum + (weight[k]! * (1 + Math.tanh(grey.z[i]!))) / 2,
      0,
    ),
  )
  let state = grey
  let done = 0
  let stride = 1 / 4
  for (let tries = 0; done < 1; tries++) {
    if (tries === MOST_STRIDES) return null
    const next = Math.min(1, done + stride)
    const found = solved(
      state,
      target.map((value, k) => begin[k]! + next * (value - begin[k]!)),
      problem,
    )
    if (found) {
      state = found
      done = next
    } else {
      stride /= 2
      if (stride < SHORTEST_STRIDE) return null
    }
  }
  return state
}

interface State {
  z: number[]
  lambda: number[]
}

const bandsOf = (z: number[]): Reflectance => z.map((value) => (1 + Math.tanh(value)) / 2)

const slopeOf = (z: number) => (1 - Math.tanh(z) ** 2) / 2

/** Left-hand sides of Lagrange's equations: 31 for the slopes of z, 3 for the tristimulus values. */
function residualOf(
  { z, lambda }: State,
  weights: readonly (readonly number[])[],
  target: number[],
) {
  const stationary = z.map((value, i) => {
    const before = i > 0 ? value - z[i - 1]! : 0
    const after = i < BANDS - 1 ? value - z[i + 1]! : 0
    return 2 * (before + after) + slopeOf(value) * weightedSum(lambda, weights[i]!)
  })
  const reached = [0, 0, 0]
  bandsOf(z).forEach((r, i) => {
    for (let k = 0; k < CONSTRAINTS; k++) reached[k]! += weights[i]![k]! * r
  })
  return [...stationary, ...reached.map((value, k) => value - target[k]!)]
}

function newtonDirection(
  { z, lambda }: State,
  weights: readonly (readonly number[])[],
  residual: number[],
): number[] | null {
  const size = BANDS + CONSTRAINTS
  const system = Matrix.zeros(size, size)
  for (let i = 0; i < BANDS; i++) {
    const slope = slopeOf(z[i]!)
    const curvature = -2 * Math.tanh(z[i]!) * slope * weightedSum(lambda, weights[i]!)
    const neighbours = (i > 0 ? 1 : 0) + (i < BANDS - 1 ? 1 : 0)
    system.set(i, i, 2 * neighbours + curvature)
    if (i > 0) system.set(i, i - 1, -2)
    if (i < BANDS - 1) system.set(i, i + 1, -2)
    for (let k = 0; k < CONSTRAINTS; k++) {
      const entry = slope * weights[i]![k]!
      system.set(i, BANDS + k, entry)
      system.set(BANDS + k, i, entry)
    }
  }
  try {
    return solve(system, Matrix.columnVector(residual.map((value) => -value))).to1DArray()
  } catch {
    // singular: the conditions pull at bands that already stand at 0 or 1
    return null
  }
}

const moved = ({ z, lambda }: State, direction: number[], length: number): State => ({
  z: z.map((value, i) => value + length * direction[i]!),
  lambda: lambda.map((value, k) => value + length * direction[BANDS + k]!),
})

const weightedSum = (lambda: number[], weight: readonly number[]) =>
  lambda[0]! * weight[0]! + lambda[1]! * weight[1]! + lambda[2]! * weight[2]!

const norm = (values: number[]) => Math.sqrt(values.reduce((sum, value) => sum + value * value, 0))

const tristimulusError = (residual: number[]) =>
  Math.max(...residual.slice(BANDS).map((value) => Math.abs(value)))

/** How far a spectrum is from wanted tristimulus values: the largest of |dX|, |dY|, |dZ|. */
export function tristimulusMiss(
  reflectance: Reflectance,
  wanted: Xyz,
  viewing: Viewing = DAYLIGHT,
): number {
  const got = xyzOfReflectance(reflectance, viewing)
  return Math.max(
    Math.abs(got.x - wanted.x),
    Math.abs(got.y - wanted.y),
    Math.abs(got.z - wanted.z),
  )
}

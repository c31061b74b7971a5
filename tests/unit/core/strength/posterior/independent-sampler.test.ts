import { describe, expect, test } from '@jest/globals'
import { randomLcg, randomNormal } from 'd3-random'
import { curvePosterior } from '../../../../../core/strength/posterior/posterior'
import { priorFor, type SourceKind } from '../../../../../core/strength/posterior/priors'

/*
 * The closed form and its grid against a plain random-walk sampler of the same model (Metropolis
 * et al. 1953), written here from the model alone: nothing of the posterior's own code is used but
 * the prior's numbers. Shapes are jumped between at their centred parameters.
 */
interface Point {
  ratio: number
  strength: number
  lot: number
}
const STEPS = 600_000
const BURN = 20_000
const [READING_SD, OUTLIER_CHANCE, OUTLIER_FACTOR] = [0.02, 0.05, 4]

const density = (x: number, sd: number) => Math.exp(-0.5 * (x / sd) ** 2) / sd
const hyperbola = (x: number) => x / (1 + x)
const bend = (x: number) => 1 - Math.exp(-x)
/** Of each shape: the share of its ceiling at r / c, its ceiling, and where doubling adds a fifth. */
const SHAPES = [
  { share: bend, top: 1, enough: Math.log(5) },
  { share: (x: number) => hyperbola(x / 0.69), top: 1.17, enough: 2 * 0.69 },
  // (1 - y^(2^1.5)) / (1 - y) = 1.2 has y = 0.17244: by a desk calculator
  {
    share: (x: number) => bend((x / 0.56) ** 1.5),
    top: 0.8,
    enough: 0.56 * (-Math.log(0.17244)) ** (2 / 3),
  },
  {
    share: (x: number) => hyperbola((x / 0.55) ** 1.5),
    top: 0.93,
    enough: 0.55 * ((2 ** 1.5 - 1.2) / (0.2 * 2 ** 1.5)) ** (2 / 3),
  },
]

/** Medians and 90 % ends of log S at a ratio, and of log enough. */
function sampled(points: Point[], kind: SourceKind, at: number, seed: number) {
  const prior = priorFor({ kind })
  const uniform = randomLcg(seed)
  const normal = randomNormal.source(uniform)(0, 1)
  const lots = Math.max(...points.map(({ lot }) => lot)) + 1
  // log P, log c, log error SD, lot SD, then each lot's term
  let state = [Math.log(prior.ceiling), Math.log(prior.scale), Math.log(0.15), 0.2]
  state = [...state, ...Array.from({ length: lots }, () => 0)]
  let shape = 0
  const logOf = (s: number[], of: number) => {
    const [logP, logC, logError, lotSd, ...terms] = s as [
      number,
      number,
      number,
      number,
      ...number[],
    ]
    if (lotSd <= 0) return -Infinity
    let log =
      -0.5 * ((logP - Math.log(prior.ceiling)) / prior.ceilingLogSd) ** 2 -
      0.5 * ((logC - Math.log(prior.scale)) / prior.scaleLogSd) ** 2 -
      0.5 * ((logError - Math.log(prior.errorSd)) / prior.errorLogSd) ** 2 -
      0.5 * (lotSd / prior.lotSd) ** 2
    for (const term of terms) log += -0.5 * (term / lotSd) ** 2 - Math.log(lotSd)
    const { share, top } = SHAPES[of]!
    for (const { ratio, strength, lot } of points) {
      const off = Math.log(strength / top / share(ratio / Math.exp(logC))) - logP - terms[lot]!
      const sd = Math.hypot(Math.exp(logError), READING_SD / strength)
      const wide = density(off, OUTLIER_FACTOR * sd)
      log += Math.log((1 - OUTLIER_CHANCE) * density(off, sd) + OUTLIER_CHANCE * wide)
    }
    return log
  }
  let log = logOf(state, shape)
  const sizes = [0.35, 0.4, 0.45, 0.2, ...Array.from({ length: lots }, () => 0.2)]
  const strengths: number[] = []
  const enough: number[] = []
  for (let k = 0; k < STEPS; k++) {
    // one or two of its numbers at a time; P and the lots also against each other
    const next = [...state]
    const i = Math.floor(uniform() * state.length)
    const by = sizes[i]! * normal()
    next[i]! += by
    if (i === 0 && uniform() < 0.5) for (let j = 4; j < next.length; j++) next[j]! -= by
    if (i === 1 && uniform() < 0.5) next[0]! += 0.7 * by
    const jump: number = uniform() < 0.2 ? Math.floor(uniform() * SHAPES.length) : shape
    const logNext = logOf(next, jump)
    if (Math.log(uniform()) < logNext - log) [state, shape, log] = [next, jump, logNext]
    if (k < BURN) continue
    const [logP, logC] = state as [number, number]
    const { share, top, enough: unit } = SHAPES[shape]!
    strengths.push(logP + Math.log(top * share(at / Math.exp(logC))))
    enough.push(logC + Math.log(unit))
  }
  const ends = (values: number[]) => {
    const sorted = values.sort((a, b) => a - b)
    const q = (p: number) => sorted[Math.floor(p * (sorted.length - 1))]!
    return { mid: q(0.5), low: q(0.05), high: q(0.95) }
  }
  return { strength: ends(strengths), enough: ends(enough) }
}

/** `0.3 0.9 a`: ratio, strength and lot of each swatch. */
const dyed = (text: string): Point[] =>
  text.split(', ').map((swatch) => {
    const [ratio, strength, lot] = swatch.split(' ') as [string, string, string]
    return { ratio: Number(ratio), strength: Number(strength), lot: 'abc'.indexOf(lot) }
  })
// strengths made up; shapes of logs that occur: one lot, many, an outlier, one ratio thrice
const SETS: [name: string, kind: SourceKind, swatches: string, at: number][] = [
  ['one swatch', 'leaf', '0.3 0.9 a', 0.8],
  ['two of one lot', 'freshFlower', '0.1 0.6 a, 0.6 1.7 a', 0.3],
  ['three lots', 'leaf', '0.1 0.4 a, 0.4 1.2 b, 1 1.5 c', 0.6],
  ['one ratio thrice', 'berry', '0.3 0.8 a, 0.3 0.9 a, 0.3 0.75 b', 0.9],
  ['no bend', 'barkOrRoot', '0.1 0.1 a, 0.2 0.21 a, 0.4 0.42 b, 0.8 0.85 b', 1.2],
  ['early bend', 'husk', '0.05 1.6 a, 0.2 2.7 a, 0.5 2.9 b, 1 3 b', 0.1],
  ['an outlier', 'leaf', '0.1 0.45 a, 0.2 0.8 a, 0.4 0.3 a, 0.8 1.6 b, 1.2 1.7 b', 0.5],
  [
    'six in two lots',
    'driedCap',
    '0.05 0.4 a, 0.15 1 a, 0.4 1.9 a, 0.1 1 b, 0.3 2.1 b, 0.9 2.9 b',
    0.6,
  ],
]

describe('the posterior against a plain sampler of the same model', () => {
  test.each(SETS)('%s: medians within 3 %%, ends within 8 %%', (_, kind, swatches, at) => {
    const points = dyed(swatches)
    const posterior = curvePosterior(
      points.map(({ lot, ...point }) => ({ ...point, lot: String(lot) })),
      priorFor({ kind }),
    )
    const plain = sampled(points, kind, at, 0.37)
    for (const [ours, theirs] of [
      [posterior.at(at), plain.strength],
      [posterior.enough, plain.enough],
    ] as const) {
      // 3 %, and one more for what the sampler itself is off
      expect(Math.abs(Math.log(ours.mid) - theirs.mid)).toBeLessThan(Math.log(1.04))
      expect(Math.abs(Math.log(ours.low) - theirs.low)).toBeLessThan(Math.log(1.08))
      expect(Math.abs(Math.log(ours.high) - theirs.high)).toBeLessThan(Math.log(1.08))
    }
  })
})

import Color from 'colorjs.io'
import { randomLcg } from 'd3-random'
import { deltaE2000From } from '../../core/colour/screen-colour'

/** CIEDE2000 of one colour against a hundred thousand, beside another library in the same run. */

const COUNT = 100_000
const ROUNDS = 7
const uniform = randomLcg(0.5)
const colours = Array.from({ length: COUNT }, () => ({
  l: 100 * uniform(),
  a: 120 * uniform() - 60,
  b: 120 * uniform() - 60,
}))
const one = { l: 52, a: 18, b: 41 }

function timed(all: () => number) {
  const times: number[] = []
  let sum = 0
  for (let i = 0; i < ROUNDS; i++) {
    const began = performance.now()
    sum = all()
    times.push(performance.now() - began)
  }
  times.sort((a, b) => a - b)
  return { median: times[ROUNDS >> 1]!, most: times.at(-1)!, sum }
}

const theirOne = new Color('lab', [one.l, one.a, one.b])
const theirs = colours.map(({ l, a, b }) => new Color('lab', [l, a, b]))
const from = deltaE2000From(one)
const here = timed(() => colours.reduce((sum, colour) => sum + from(colour), 0))
const there = timed(() => theirs.reduce((sum, colour) => sum + theirOne.deltaE2000(colour), 0))

console.log(
  `  core/colour  median ${here.median.toFixed(0)} ms, most ${here.most.toFixed(0)} ms\n` +
    `  colorjs.io   median ${there.median.toFixed(0)} ms, most ${there.most.toFixed(0)} ms\n` +
    `  mean difference here ${(here.sum / COUNT).toFixed(6)}, there ${(there.sum / COUNT).toFixed(6)}`,
)

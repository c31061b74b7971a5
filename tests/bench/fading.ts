import { fadingOfNext, fadingOfStrip } from '../../core/fastness/fading'
import {
  halfLife,
  halfLifeQuantiles,
  leftAfter,
  type HalfLife,
} from '../../core/fastness/half-life'
import { usualFading } from '../../core/fastness/usual'
import { FADING_LAWS, fadingWorlds, type FadingLaw } from '../fixtures/fading-worlds'
import { keysOf } from '../../core/json'

/** How often what is told of fading holds: 90 % intervals of half-lives over invented pieces of known laws. */

/** `LOGS=60` for a quick look. */
const LOGS = Number(process.env.LOGS ?? 200)
const PRIOR = usualFading('light', 'unknown')
const percent = (share: number) => `${(100 * share).toFixed(1)} %`

const holds = (told: HalfLife, truth: number) =>
  told.kind === 'between'
    ? truth >= told.low && truth <= told.high
    : told.kind === 'atLeast'
      ? truth >= told.low
      : told.kind === 'atMost'
        ? truth <= told.high
        : null

const rows = []
for (const law of keysOf(FADING_LAWS)) {
  for (const looks of [1, 2, 4, 8]) rows.push(coverage(law, looks))
}
console.table(rows)
console.table([1, 2, 4, 8].map(nextPiece))

function coverage(law: FadingLaw, looks: number) {
  const { world, strip, between } = fadingWorlds(0.31)
  let [inside, told, held, numbers, later, ms] = [0, 0, 0, 0, 0, 0]
  for (let i = 0; i < LOGS; i++) {
    const truth = world(law, PRIOR.halfTime)
    const farthest = between(80, 400)
    const seen = strip(truth, { looks, farthest })
    const began = performance.now()
    const fading = fadingOfStrip(seen, PRIOR)
    ms += performance.now() - began
    const [low, high] = halfLifeQuantiles(fading, [0.05, 0.95])
    inside += Number(truth.halfLife >= low! && truth.halfLife <= high!)
    const claim = halfLife(fading)
    const right = holds(claim, truth.halfLife)
    told += Number(right !== null)
    held += Number(right === true)
    numbers += Number(claim.kind === 'between')
    const left = leftAfter(fading, 2 * farthest)
    const is = truth.left(2 * farthest)
    later += Number(is >= left.low && is <= left.high)
  }
  return {
    law,
    looks,
    'half-life in its 90 %': percent(inside / LOGS),
    'what was told held': percent(held / told),
    'both ends told': percent(numbers / LOGS),
    'left at twice the time': percent(later / LOGS),
    'ms a strip': (ms / LOGS).toFixed(1),
  }
}

/** The next piece of a source, by strips of so many pieces that hung together. */
function nextPiece(pieces: number) {
  const { world, strip, between, normal } = fadingWorlds(0.47)
  let [inside, ms] = [0, 0]
  for (let i = 0; i < LOGS; i++) {
    const source = world('firstOrder', PRIOR.halfTime)
    const spread = 0.35
    const piece = () => {
      const factor = Math.exp(spread * normal())
      return {
        ...source,
        halfLife: source.halfLife * factor,
        left: (dose: number) => source.left(dose / factor),
      }
    }
    const [farthest, doseOff] = [between(150, 500), 0.25 * normal()]
    const strips = Array.from({ length: pieces }, () => ({
      ...strip(piece(), { looks: 3, farthest, doseOff }),
      setKey: 'window',
    }))
    const began = performance.now()
    const fading = fadingOfNext(strips, PRIOR)
    ms += performance.now() - began
    const [low, high] = halfLifeQuantiles(fading, [0.05, 0.95])
    const truth = piece().halfLife
    inside += Number(truth >= low! && truth <= high!)
  }
  return {
    'strips of one set': pieces,
    'next piece in its 90 %': percent(inside / LOGS),
    'ms a source': (ms / LOGS).toFixed(1),
  }
}

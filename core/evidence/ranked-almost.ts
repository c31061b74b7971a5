import { least, rollup, sum } from 'd3-array'
import { present } from '../present'
import type { Almost } from './almost'
import type { Effect } from './effects'
import { groupedBy } from './fingerprints'

const MOST = 5

/** Those first that tell most for their plant: what few proofs tell of yet. */
export function rankedAlmost(found: readonly Almost[], effects: readonly Effect[]): Almost[] {
  const proofsOf = rollup(
    effects,
    (of) => sum(of, ({ proofs }) => proofs),
    ({ factor }) => factor,
  )
  const worth = ({ shows, plantG }: Almost) =>
    sum(shows, (factor) => 1 / (1 + (proofsOf.get(factor) ?? 0))) / plantG
  const best = groupedBy(found, ({ shows }) => shows.join(' ')).map((of) =>
    present(least(of, ({ plantG }) => plantG)),
  )
  return best.sort((a, b) => worth(b) - worth(a)).slice(0, MOST)
}

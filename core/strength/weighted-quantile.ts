/**
 * Quantiles of values that count by their weights.
 *
 * @param values any order
 * @param weights 0 or more, as many as values; they need not come to 1
 * @param shares ascending, 0 to 1
 * @returns for each share the least value up to which that share of the weight lies
 */
export function weightedQuantile(
  values: Float64Array,
  weights: ArrayLike<number>,
  shares: readonly number[],
): number[] {
  const order = new Uint32Array(values.length)
    .map((_, i) => i)
    .sort((a, b) => values[a]! - values[b]!)
  let total = 0
  for (let i = 0; i < weights.length; i++) total += weights[i]!
  let [at, passed] = [0, weights[order[0]!]!]
  return shares.map((share) => {
    while (passed < share * total && at < order.length - 1) passed += weights[order[++at]!]!
    return values[order[at]!]!
  })
}

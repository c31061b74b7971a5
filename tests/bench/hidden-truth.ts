import { DEMO_SOURCES, hiddenTruth } from '../fixtures/hidden-truth'

/** How often the demo's hidden ceiling and enough lie in the 90 % intervals, over 200 seeds. */

const SEEDS = 200
const rows = DEMO_SOURCES.map((source) => {
  let [ceiling, enough] = [0, 0]
  let n = 0
  for (let i = 0; i < SEEDS; i++) {
    const { answer, ...truth } = hiddenTruth(source, (i + 0.5) / SEEDS)
    n = answer.n
    if (answer.ceiling.low <= truth.ceiling && truth.ceiling <= answer.ceiling.high) ceiling++
    if (answer.enough.low <= truth.enough && truth.enough <= answer.enough.high) enough++
  }
  return {
    source,
    n,
    'ceiling held %': (100 * ceiling) / SEEDS,
    'enough held %': (100 * enough) / SEEDS,
  }
})
console.table(rows)
const mean = (key: 'ceiling held %' | 'enough held %') =>
  (rows.reduce((sum, row) => sum + row[key], 0) / rows.length).toFixed(1)
console.log(
  `  over ${rows.length} sources and ${SEEDS} seeds: ceiling ${mean('ceiling held %')} %, enough ${mean('enough held %')} % (wanted: 90)`,
)

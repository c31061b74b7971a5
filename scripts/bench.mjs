// npm run bench [-- NAME...]: speed claims, each measured in the same run as what it is compared with.
import { basename } from 'node:path'
import { ensureChromium } from './lib/chromium.mjs'
import { build, install } from './lib/prepare.mjs'
import { run, say, Stop } from './lib/say.mjs'
import { bin, shown } from './lib/shell.mjs'

const BENCHES = [
  ['Curve fits', 'tests/bench/curves.ts'],
  ['Calibration of the posterior', 'tests/bench/calibration.ts'],
  ['False claims of lots all alike', 'tests/bench/false-claims.ts'],
  ['What is hidden behind the demo', 'tests/bench/hidden-truth.ts'],
  ['The next trial, against a doubling series', 'tests/bench/next-trial.ts'],
  ['Spectra', 'tests/bench/spectra.ts'],
  ['Pages held up by typing, files and photos', 'tests/bench/held-pages.ts'],
  ['Colour differences', 'tests/bench/differences.ts'],
  ['Doses towards a pH', 'tests/bench/ph-doses.ts'],
  ['All curves of a log', 'tests/bench/log-curves.ts'],
  ['Half-lives of strips that fade', 'tests/bench/fading.ts'],
  ['Recipes for wanted colours', 'tests/bench/match.ts'],
  ['A wanted colour in a log of 500 curves', 'tests/bench/match-page.ts'],
  ['A wall of 10,000 swatches', 'tests/bench/wall.ts'],
  ['Lists with 10,000 lots and 100,000 swatches', 'tests/bench/lists.ts'],
  ['Scrolling a basket of 5,000 pieces', 'tests/bench/scroll.ts'],
  ['The planner with 2,000 swatches behind its ribbon', 'tests/bench/planner.ts'],
  ['The atlas of 100,000 swatches', 'tests/bench/atlas.ts'],
  ['Reading and writing mixed, with 100,000 swatches', 'tests/bench/mixed-load.ts'],
  ['Exports of 100,000 swatches, and an import of 20,000 pieces', 'tests/bench/exports.ts'],
  ['Hostile requests', 'tests/bench/hostile.ts'],
  ['Kills in the middle of things', 'tests/bench/kill.ts'],
  ['A log out, wiped, in again and out again: the same file', 'tests/bench/keeping.ts'],
  ['A disk that is full, and one that cannot be written', 'tests/bench/full-disk.ts'],
  ['Dye days laid out, beside an exact search', 'tests/bench/dye-days.ts'],
  ['What a log proves: planted truth, and 100,000 swatches', 'tests/bench/evidence.ts'],
  ['What a log of 100,000 swatches proves, out of its database', 'tests/bench/evidence-log.ts'],
  ['Year with 500 plans, and a bar dragged', 'tests/bench/year.ts'],
  ['Weight of the first page', 'tests/bench/first-page.ts'],
]

await run(async () => {
  await install()
  await ensureChromium()
  await build()
  const wanted = process.argv.slice(2)
  const nameOf = (file) => basename(file, '.ts')
  const unknown = wanted.filter((name) => !BENCHES.some(([, file]) => nameOf(file) === name))
  if (unknown.length > 0) {
    const known = BENCHES.map(([, file]) => nameOf(file)).join(', ')
    throw new Stop(`There is no bench named ${unknown.join(', ')}; there are ${known}.`)
  }
  for (const [words, file] of BENCHES) {
    if (wanted.length > 0 && !wanted.includes(nameOf(file))) continue
    say(words)
    if ((await shown(bin('tsx'), [file])) !== 0) throw new Stop(`${file} failed.`)
  }
})

// npm run bench: speed claims, each measured in the same run as what it is compared with.
import { ensureChromium } from './lib/chromium.mjs'
import { build, install } from './lib/prepare.mjs'
import { run, say, Stop } from './lib/say.mjs'
import { bin, shown } from './lib/shell.mjs'

const BENCHES = [
  ['Curve fits', 'tests/bench/curves.ts'],
  ['Calibration of the posterior', 'tests/bench/calibration.ts'],
  ['What is hidden behind the demo', 'tests/bench/hidden-truth.ts'],
  ['The next trial, against a doubling series', 'tests/bench/next-trial.ts'],
  ['Spectra', 'tests/bench/spectra.ts'],
  ['Pages held up by typing, files and photos', 'tests/bench/held-pages.ts'],
  ['Colour differences', 'tests/bench/differences.ts'],
  ['Doses towards a pH', 'tests/bench/ph-doses.ts'],
  ['All curves of a log', 'tests/bench/log-curves.ts'],
  ['Lists with 10,000 lots and 100,000 swatches', 'tests/bench/lists.ts'],
  ['Scrolling a basket of 5,000 pieces', 'tests/bench/scroll.ts'],
  ['The planner with 2,000 swatches behind its ribbon', 'tests/bench/planner.ts'],
  ['The atlas of 100,000 swatches', 'tests/bench/atlas.ts'],
  ['Weight of the first page', 'tests/bench/first-page.ts'],
]

await run(async () => {
  await install()
  await ensureChromium()
  await build()
  for (const [words, file] of BENCHES) {
    say(words)
    if ((await shown(bin('tsx'), [file])) !== 0) throw new Stop(`${file} failed.`)
  }
})

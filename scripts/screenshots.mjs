// npm run screenshots: one current picture of each main view, made from a fresh demo log.
import { ensureChromium } from './lib/chromium.mjs'
import { build, install } from './lib/prepare.mjs'
import { run, Stop } from './lib/say.mjs'
import { bin, shown } from './lib/shell.mjs'

await run(async () => {
  await install()
  await ensureChromium()
  await build()
  if ((await shown(bin('tsx'), ['tests/pictures/take.ts'])) !== 0) {
    throw new Stop('The pictures could not be taken; it says why above.')
  }
})

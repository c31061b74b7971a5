// npm run build: server and pages, where something has changed.
import { build, install } from './lib/prepare.mjs'
import { run, say } from './lib/say.mjs'

await run(async () => {
  await install()
  await build()
  say('Built.')
})

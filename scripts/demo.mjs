// npm run demo [-- --fresh]: the invented log of Harrowdene, in a data folder of its own.
import { build, install } from './lib/prepare.mjs'
import { run, say, Stop } from './lib/say.mjs'
import { address, checkFolder, checkPort, startServer, untilReady } from './lib/server.mjs'
import { bin, quiet } from './lib/shell.mjs'

await run(async () => {
  const fresh = process.argv.includes('--fresh')
  const folder = process.env.JUNIPER_HAZE_DATA ?? './demo-data'
  const where = address()
  await checkPort(where)
  checkFolder(folder)
  await install()
  await build()
  say(fresh ? 'Loading the demo log afresh...' : 'Looking after the demo log...')
  const { code, output } = await quiet(bin('tsx'), [
    'demo/cli.ts',
    folder,
    ...(fresh ? ['--fresh'] : []),
  ])
  if (code !== 0) throw new Stop(output.trim().split('\n').pop())
  startServer({ ...where, folder })
  await untilReady(where)
  say(`Juniper Haze, with an invented log, is open at http://${where.host}:${where.port}`)
  say('Stop it with Ctrl+C. A fresh demo log: npm run demo -- --fresh')
})

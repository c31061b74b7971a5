// npm start: your own log.
import { build, install } from './lib/prepare.mjs'
import { run, say } from './lib/say.mjs'
import { address, checkFolder, checkPort, startServer, untilReady } from './lib/server.mjs'

await run(async () => {
  const folder = process.env.JUNIPER_HAZE_DATA ?? './data'
  const where = address()
  await checkPort(where)
  checkFolder(folder)
  await install()
  await build()
  startServer({ ...where, folder, log: 'info' })
  await untilReady(where)
  say(`Juniper Haze is open at http://${where.host}:${where.port}; its log is in ${folder}`)
})

// npm run dev: the development server, on the demo log's folder unless told otherwise.
import { install } from './lib/prepare.mjs'
import { run } from './lib/say.mjs'
import { address, checkPort } from './lib/server.mjs'
import { bin, shown } from './lib/shell.mjs'

await run(async () => {
  const where = address()
  await checkPort(where)
  await install()
  const args = ['dev', '--host', where.host, '--port', String(where.port)]
  process.exitCode = await shown(bin('nuxt'), args, {
    JUNIPER_HAZE_DATA: process.env.JUNIPER_HAZE_DATA ?? './demo-data',
  })
})

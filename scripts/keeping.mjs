// npm run restore [-- FILE], npm run check: a log kept safe from a terminal, while no server has it.
import { spawnSync } from 'node:child_process'
import { install } from './lib/prepare.mjs'
import { run } from './lib/say.mjs'
import { bin, ROOT } from './lib/shell.mjs'

await run(async () => {
  await install()
  const { status } = spawnSync(
    bin('tsx'),
    [`${ROOT}server/keeping/command.ts`, ...process.argv.slice(2)],
    {
      stdio: 'inherit',
    },
  )
  process.exitCode = status ?? 1
})

import { setFlagsFromString } from 'node:v8'
import { runInNewContext } from 'node:vm'

/** After so long without a request, nobody waits for what collecting takes. */
const QUIET_MS = 10_000

/**
 * Gives back the memory of what was asked for, once it is quiet. A heap that has grown is collected
 * when it has grown as much again, which in a server that rests is never: after an hour's importing
 * it would hold three times what it needs. Node has no other way to ask for it than the collector
 * that a flag shows.
 */
export default defineNitroPlugin((nitro) => {
  setFlagsFromString('--expose-gc')
  const collect = runInNewContext('gc') as () => void
  const timer = setTimeout(collect, QUIET_MS).unref()
  nitro.hooks.hook('request', (event) => {
    event.node.res.once('close', () => timer.refresh())
  })
  nitro.hooks.hook('close', () => clearTimeout(timer))
})

import { closeContext, useContext } from '../context'
import { logger } from '../http/logger'

/** Opens the log at start, not at the first request, so that a broken one is known at once. */
export default defineNitroPlugin((nitro) => {
  useContext().catch((error: unknown) => {
    logger.fatal({ err: error }, 'The log could not be opened')
    process.exit(1)
  })
  nitro.hooks.hook('close', closeContext)
})

import { logger } from '../http/logger'
import { first } from '../../core/present'

/** One line for each call of a route; the pages' own files are not worth a line. */
export default defineNitroPlugin((nitro) => {
  nitro.hooks.hook('request', (event) => {
    const path = first(event.path.split('?'))
    if (!path.startsWith('/api/')) return
    const began = performance.now()
    event.node.res.once('finish', () => {
      logger.info({
        method: event.method,
        path,
        status: event.node.res.statusCode,
        ms: Math.round((performance.now() - began) * 10) / 10,
      })
    })
  })
})

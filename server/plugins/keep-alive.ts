import type { Server } from 'node:http'

/**
 * Longer than browsers keep an idle connection (300 s at the most, from memory): a connection that
 * the server ends while its client sends the next request is a request that fails.
 */
const KEEP_ALIVE_MS = 320_000

export default defineNitroPlugin((nitro) => {
  nitro.hooks.hook('request', (event) => {
    // the server is made by the preset and given out nowhere: its connections know it
    const { server } = event.node.req.socket as unknown as { server?: Server }
    if (server && server.keepAliveTimeout !== KEEP_ALIVE_MS) server.keepAliveTimeout = KEEP_ALIVE_MS
  })
})

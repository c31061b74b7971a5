import diagnostics from 'node:diagnostics_channel'
import type { IncomingMessage, Server } from 'node:http'
import type { Socket } from 'node:net'
import { closeContext } from '../context'

/**
 * Longer than browsers keep an idle connection (300 s at the most, from memory): a connection that
 * the server ends while its client sends the next request is a request that fails.
 */
const KEEP_ALIVE_MS = 320_000
/** A connection that has not sent the head of a request by then is ended. */
const HEAD_MS = 20_000
/** Whoever still listens to a stream when the server is asked to end is not waited for longer. */
const END_MS = 1200

/**
 * Limits of connections. The server is made by the preset and given out nowhere: new connections
 * tell of it, by Node's own channels.
 */
export default defineNitroPlugin(() => {
  const waiting = new Map<Socket, NodeJS.Timeout>()
  const heard = (socket: Socket) => {
    clearTimeout(waiting.get(socket))
    waiting.delete(socket)
  }
  diagnostics.subscribe('net.server.socket', (message) => {
    const { socket } = message as { socket: Socket & { server?: Server } }
    const { server } = socket
    if (server && server.keepAliveTimeout !== KEEP_ALIVE_MS) {
      server.keepAliveTimeout = KEEP_ALIVE_MS
      server.headersTimeout = HEAD_MS
    }
    waiting.set(
      socket,
      setTimeout(() => socket.destroy(), HEAD_MS),
    )
    socket.once('close', () => heard(socket))
  })
  diagnostics.subscribe('http.server.request.start', (message) => {
    heard((message as { request: IncomingMessage }).request.socket)
  })
  for (const signal of ['SIGTERM', 'SIGINT'] as const) {
    process.once(signal, () => {
      // the preset ends the server when all have gone; streams never go by themselves
      setTimeout(() => {
        void closeContext()
          .catch(() => undefined)
          .finally(() => process.exit(0))
      }, END_MS).unref()
    })
  }
})

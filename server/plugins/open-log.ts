import { closeContext, useContext } from '../context'

/**
 * Opens the log at start, not at the first request, so that a broken one is known at once. The server
 * stays: its pages say in a sentence what is wrong, where a terminal is seldom looked at.
 */
export default defineNitroPlugin((nitro) => {
  useContext().catch(() => undefined)
  nitro.hooks.hook('close', () => closeContext().catch(() => undefined))
})

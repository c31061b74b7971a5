/** A server that another one started, such as the demo's, ends with it, however that ended. */
export default defineNitroPlugin(() => {
  if (process.send) process.once('disconnect', () => process.exit(0))
})

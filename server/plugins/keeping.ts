import { messageOf } from '../../core/present'
import { useContext, useKeeper } from '../context'
import { logger } from '../http/logger'
import { Refusal } from '../services/log/failures'

/** The first backup of a day waits until whoever opened the log has their page. */
const FIRST_MS = 8000
const AGAIN_MS = 600_000

/** Backups made by themselves, and photos looked after when a log was opened. */
export default defineNitroPlugin((nitro) => {
  const startedAt = Date.now()
  const told = (what: string) => (error: unknown) => {
    // another such work goes on: it is looked at again
    if (error instanceof Refusal) return
    logger.error({ err: error }, `${what}: ${messageOf(error)}`)
  }
  let isLookedAfter = false
  /** Once for each start, as soon as a log is open. */
  const lookAfterPhotos = async () => {
    if (isLookedAfter) return
    await useContext()
    isLookedAfter = true
    const keeper = useKeeper()
    await keeper.forget()
    const { strays, broughtBack, missing } = await keeper.tidy(startedAt, false)
    if (strays || broughtBack || missing.length > 0) {
      logger.warn({ strays, broughtBack, missing: missing.length }, 'Photos were looked after')
    }
  }
  // a log that cannot be opened is told of elsewhere
  lookAfterPhotos().catch(() => undefined)
  const look = async () => {
    await lookAfterPhotos().catch(() => undefined)
    await useKeeper().whenDue().catch(told('The backup of the day was not made'))
  }
  const first = setTimeout(() => void look(), FIRST_MS)
  const timer = setInterval(() => void look(), AGAIN_MS)
  nitro.hooks.hook('close', () => {
    clearTimeout(first)
    clearInterval(timer)
  })
})

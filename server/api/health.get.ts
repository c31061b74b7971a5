import { useContext } from '../context'
import { defineRoute } from '../http/define-route'

/**
 * Ready only when migrations are done and the database answers; else says in a sentence what is wrong
 * with the log. Warnings are sentences, too: the log is open, and something is not as it should be.
 */
export default defineRoute({}, async () => {
  const { database, warnings } = await useContext()
  await database.read.raw('select count(*) from source')
  return { ready: true, warnings }
})

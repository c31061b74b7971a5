import { useContext } from '../context'
import { defineRoute } from '../http/define-route'
import { HttpRefusal } from '../http/http-refusal'

/** Ready only when migrations are done and the database answers. */
export default defineRoute({}, async () => {
  try {
    const { database } = await useContext()
    await database.read.raw('select count(*) from source')
    return { ready: true }
  } catch {
    throw new HttpRefusal(503, 'Not ready', 'The log is not open yet, or does not answer.')
  }
})

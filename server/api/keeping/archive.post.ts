import { rm } from 'node:fs/promises'
import { useContext, useKeeper } from '../../context'
import { answerInNews } from '../../http/answer-in-news'
import { defineRoute } from '../../http/define-route'
import { readToFile } from '../../http/read-to-file'

/** Largest archive that is read. */
const MAX_BYTES = 20_000_000_000

/** Takes an archive and tells what it would do; it waits until that is asked for. */
export default defineRoute({}, async ({ event }) => {
  // one that cannot be opened has nothing to be made one with
  await useContext()
  return answerInNews(event, async (options) => {
    const file = useKeeper().arriving()
    try {
      await readToFile(event.node.req, MAX_BYTES, file)
      return await useKeeper().lookAtArchive(file, options)
    } finally {
      await rm(file, { force: true })
    }
  })
})

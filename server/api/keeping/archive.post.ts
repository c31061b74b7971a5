import { rm } from 'node:fs/promises'
import { setResponseHeader } from 'h3'
import type { ArchiveLook, KeepingNews } from '../../../shared/views/keeping/keeping'
import { useContext, useKeeper } from '../../context'
import { defineRoute } from '../../http/define-route'
import { newsStream } from '../../http/news-stream'
import { readToFile } from '../../http/read-to-file'

/** Largest archive that is read. */
const MAX_BYTES = 20_000_000_000

/** Takes an archive and tells what it would do; it waits until that is asked for. */
export default defineRoute({}, async ({ event }) => {
  // one that cannot be opened has nothing to be made one with
  await useContext()
  setResponseHeader(event, 'content-type', 'application/x-ndjson')
  return newsStream<KeepingNews<ArchiveLook>>(async (tell, signal) => {
    const keeper = useKeeper()
    const file = keeper.arriving()
    try {
      await readToFile(event.node.req, MAX_BYTES, file)
      const look = await keeper.lookAtArchive(file, {
        tell: (done, of) => tell({ done, of }),
        signal,
      })
      tell({ answer: look })
    } finally {
      await rm(file, { force: true })
    }
  })
})

import { archiveAskedSchema } from '../../../shared/schemas/keeping/keeping'
import { archiveJobs } from '../../http/archive-jobs'
import { defineRoute } from '../../http/define-route'
import { sendArchive } from '../../http/send-archive'

/** The whole log as a ZIP of open tables and its photos; of places as much as was asked for. */
export default defineRoute(
  { query: archiveAskedSchema },
  async ({ event, query: { places, job }, log }) => {
    const { archive } = await log()
    const stopper = new AbortController()
    const tell = job ? archiveJobs.begin(job, () => stopper.abort()) : undefined
    const isWhole = await sendArchive(event, await archive.write(places, tell), stopper.signal)
    if (job) archiveJobs.end(job, isWhole)
  },
)

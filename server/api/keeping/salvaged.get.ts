import { archiveAskedSchema } from '../../../shared/schemas/keeping/keeping'
import { useKeeper } from '../../context'
import { defineRoute } from '../../http/define-route'
import { sendArchive } from '../../http/send-archive'

/** What could be read of a damaged log, as an archive. */
export default defineRoute({ query: archiveAskedSchema }, async ({ event, query: { places } }) => {
  await sendArchive(event, await useKeeper().salvagedArchive(places))
})

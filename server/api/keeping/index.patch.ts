import { backupFolderSchema } from '../../../shared/schemas/keeping/keeping'
import { useKeeper } from '../../context'
import { defineRoute } from '../../http/define-route'

/** Names the folder that backups go into; null for the data folder. */
export default defineRoute({ body: backupFolderSchema }, async ({ body }) => {
  await useKeeper().nameFolder(body.folder)
  return useKeeper().view()
})

import { backupNamedSchema } from '../../../shared/schemas/keeping/keeping'
import { useKeeper } from '../../context'
import { defineRoute } from '../../http/define-route'

/** What is in a backup, and what the log has beside it. */
export default defineRoute({ query: backupNamedSchema }, ({ query }) =>
  useKeeper().lookAtBackup(query.backup),
)

import { useKeeper } from '../../context'
import { defineRoute } from '../../http/define-route'

/** Backups there are, and what is not in one yet; also where the log cannot be opened. */
export default defineRoute({}, () => useKeeper().view())

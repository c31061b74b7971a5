import { useKeeper } from '../../context'
import { defineRoute } from '../../http/define-route'

/** Reads what still can be read of a damaged log, and tells how much that is. */
export default defineRoute({}, () => useKeeper().salvage())

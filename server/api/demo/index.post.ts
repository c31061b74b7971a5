import { useDemo } from '../../demo'
import { defineRoute } from '../../http/define-route'

/** Opens the invented log beside this one. */
export default defineRoute({}, () => Promise.resolve(useDemo().start()))

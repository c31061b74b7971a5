import { useDemo } from '../../demo'
import { defineRoute } from '../../http/define-route'

/** Whether the invented log is open beside this one, and where. */
export default defineRoute({}, () => Promise.resolve(useDemo().state()))

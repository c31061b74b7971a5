import Joi from 'joi'
import { idField } from '../../../shared/schemas/log/common'
import { archiveJobs } from '../../http/archive-jobs'
import { defineRoute } from '../../http/define-route'

const params = Joi.object<{ job: string }>({ job: idField.required() }).unknown()

/** How far an archive is that goes out; before it has begun, nothing of nothing. */
export default defineRoute({ params }, ({ params: { job } }) =>
  Promise.resolve(archiveJobs.told(job) ?? { done: 0, of: 0, state: 'going' }),
)

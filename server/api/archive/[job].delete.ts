import Joi from 'joi'
import { setResponseStatus } from 'h3'
import { idField } from '../../../shared/schemas/log/common'
import { archiveJobs } from '../../http/archive-jobs'
import { defineRoute } from '../../http/define-route'

const params = Joi.object<{ job: string }>({ job: idField.required() }).unknown()

/** Stops an archive that goes out. */
export default defineRoute({ params }, ({ event, params: { job } }) => {
  archiveJobs.stop(job)
  setResponseStatus(event, 204)
  return null
})

import Joi from 'joi'
import { setResponseHeaders } from 'h3'
import { dateField } from '../../shared/schemas/log/common'
import { defineRoute } from '../http/define-route'

const query = Joi.object<{ on?: string; places: boolean; save: boolean }>({
  on: dateField,
  places: Joi.boolean().default(false),
  save: Joi.boolean().default(false),
})

/** All that has a time, as a file or as a feed that a calendar on this machine looks at. */
export default defineRoute({ query }, async ({ event, query, log }) => {
  const today = query.on ?? new Date().toISOString().slice(0, 10)
  const file = await (await log()).calendar.file({ on: today, withPlaces: query.places })
  setResponseHeaders(event, {
    'content-type': 'text/calendar; charset=utf-8',
    'content-disposition': `${query.save ? 'attachment' : 'inline'}; filename="juniper-haze.ics"`,
  })
  return file
})

import Joi from 'joi'
import { dateField } from '../../../shared/schemas/log/common'
import type { NoteContext } from '../../../shared/rules/note/read-note'
import { defineRoute } from '../../http/define-route'

const body = Joi.object<NoteContext & { lines: string[] }>({
  lines: Joi.array().items(Joi.string().max(400).allow('')).min(1).max(500).required(),
  today: dateField.required(),
  order: Joi.string().valid('dmy', 'mdy', 'ymd').default('dmy'),
  system: Joi.string().valid('metric', 'us', 'imperial').default('us'),
})

/** What notes of a notebook tell, line by line: nothing is kept of them. */
export default defineRoute({ body }, async ({ body: { lines, ...context }, log }) => ({
  lines: await (await log()).notes.read(lines, context),
}))

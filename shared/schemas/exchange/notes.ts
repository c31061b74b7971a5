import Joi from 'joi'
import type { NoteContext } from '../../rules/note/read-note'
import { dateField } from '../log/common'

/** Lines of a notebook, and how its numbers and days are meant. */
export const notesSchema = Joi.object<NoteContext & { lines: string[] }>({
  lines: Joi.array().items(Joi.string().max(400).allow('')).min(1).max(500).required(),
  today: dateField.required(),
  order: Joi.string().valid('dmy', 'mdy', 'ymd').default('dmy'),
  system: Joi.string().valid('metric', 'us', 'imperial').default('us'),
})

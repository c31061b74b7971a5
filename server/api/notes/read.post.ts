import { notesSchema } from '../../../shared/schemas/exchange/notes'
import { defineRoute } from '../../http/define-route'

/** What notes of a notebook tell, line by line: nothing is kept of them. */
export default defineRoute({ body: notesSchema }, async ({ body: { lines, ...context }, log }) => ({
  lines: await (await log()).notes.read(lines, context),
}))

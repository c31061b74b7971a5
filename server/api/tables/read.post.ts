import { isPacked } from '../../../core/formats/packed'
import { defineRoute } from '../../http/define-route'
import { readBytes } from '../../http/read-bytes'
import { checkPacked } from '../../services/exchange/check-packed'

/** Largest spreadsheet that is read. */
const MAX_BYTES = 10_000_000

/** The sheets of a spreadsheet (CSV, XLSX, ODS), cell by cell: nothing is kept of them. */
export default defineRoute({}, async ({ event, log }) => {
  const bytes = await readBytes(event.node.req, MAX_BYTES)
  if (isPacked(bytes)) await checkPacked(bytes)
  return { sheets: await (await log()).tasks('readGrid', bytes) }
})

import { defineItemWrite } from '../../../http/define-collection-route'

export default defineItemWrite(async (records, id, rev, body) =>
  records.change(id, rev, await body()),
)

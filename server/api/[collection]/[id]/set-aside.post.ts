import { defineItemWrite } from '../../../http/define-collection-route'

export default defineItemWrite((records, id, rev) => records.setAside(id, rev))

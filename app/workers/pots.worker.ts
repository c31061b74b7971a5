import { expose } from 'comlink'
import { pots } from './pots'

export type PotsWorker = typeof pots
export type { PieceQuestion } from './pots'

expose(pots)

import { expose } from 'comlink'
import { matching } from './match'

export type MatchWorker = typeof matching

expose(matching)

import { expose } from 'comlink'
import { curves } from './curves'

export type CurvesWorker = typeof curves

expose(curves)

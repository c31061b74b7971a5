import { expose } from 'comlink'
import { describePosterior } from '~~/core/strength/posterior/describe-posterior'

/** What the page asks of curves off its own thread; the server's workers call the same functions. */
const curves = { describePosterior }
export type CurvesWorker = typeof curves

expose(curves)

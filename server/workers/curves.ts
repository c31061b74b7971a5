import { curveOfJob, type CurveAnswer, type CurveJob } from '../../core/strength/curve-job'

/** Entry of a worker thread: plain jobs in, plain answers out. Built by itself, see nuxt.config. */
export default (jobs: CurveJob[]): CurveAnswer[] => jobs.map(curveOfJob)

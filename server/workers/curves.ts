import { curveOfJob, type CurveAnswer, type CurveJob } from '../../core/strength/curve-job'
import { answerMatchJob, type MatchAnswerOf, type MatchJob } from './match-jobs'

/** Entry of a worker thread: plain jobs in, plain answers out. Built by itself, see nuxt.config. */
export default (jobs: CurveJob[]): CurveAnswer[] => jobs.map(curveOfJob)

/** The same of what colours are matched from. */
export const match = (jobs: MatchJob[]): MatchAnswerOf[] => jobs.map(answerMatchJob)

/** A problem document of RFC 9457: the one shape in which every error of every route is told. */
export interface Problem {
  type: string
  title: string
  status: number
  detail: string
  /** One entry for each field that is wrong. */
  errors?: FieldProblem[]
  /** With 409 on a stale save: the thing as it now stands. */
  current?: unknown
  /** What is wrong with the log as a whole. */
  trouble?: TroubleKind
}

/** What can be wrong with the place where the log lies. */
export type TroubleKind =
  'held' | 'newer' | 'empty' | 'damaged' | 'missing' | 'readOnly' | 'full' | 'busy'

export interface FieldProblem {
  /** JSON pointer into the body, or `?name` for a query parameter. */
  pointer: string
  detail: string
}

export const PROBLEM_TYPE = 'application/problem+json'

/** Title of a problem with the log as a whole, and not with what was asked: no page can work. */
export const TROUBLE_TITLE = 'The log cannot be used'

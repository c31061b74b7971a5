import { $fetch, FetchError } from 'ofetch'
import type { Problem } from '~~/shared/problem'

/** A call that did not succeed, with the server's own words. */
export class ApiProblem extends Error {
  constructor(readonly problem: Problem) {
    super(problem.detail)
    this.name = 'ApiProblem'
  }
}

/** What a write answered: the thing, and the change set by which it can be undone. */
export interface Answer<T> {
  item: T
  changeSetId: string | null
}

const NO_ANSWER: Problem = {
  type: 'about:blank',
  title: 'No answer',
  status: 0,
  detail: 'The log does not answer. What you typed stays here; try again when it is back.',
}

async function call<T>(
  path: string,
  options: { method?: 'GET' | 'POST' | 'PATCH'; body?: object; rev?: number } = {},
): Promise<Answer<T>> {
  const { method = 'GET', body, rev } = options
  try {
    const response = await $fetch.raw<T>(`/api/${path}`, {
      method,
      body: body as Record<string, unknown> | undefined,
      headers: rev === undefined ? {} : { 'If-Match': `"${rev}"` },
      retry: 0,
    })
    return { item: response._data as T, changeSetId: response.headers.get('x-change-set') }
  } catch (error) {
    const problem = error instanceof FetchError ? (error.data as Problem | undefined) : undefined
    throw new ApiProblem(problem?.status ? problem : NO_ANSWER)
  }
}

/** The log, as pages call it. Every failure is an `ApiProblem` that can be shown as it stands. */
export const useApi = () => ({
  get: async <T>(path: string, query: Record<string, string | number | boolean> = {}) => {
    const asked = new URLSearchParams(
      Object.entries(query).map(([name, value]) => [name, String(value)]),
    ).toString()
    return (await call<T>(asked ? `${path}?${asked}` : path)).item
  },
  post: <T>(path: string, body: object = {}, rev?: number) =>
    call<T>(path, { method: 'POST', body, rev }),
  patch: <T>(path: string, body: object, rev: number) =>
    call<T>(path, { method: 'PATCH', body, rev }),
})

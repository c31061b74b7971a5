import { $fetch, FetchError } from 'ofetch'
import { TROUBLE_TITLE, type Problem } from '~~/shared/problem'
import { useLogHealth } from './useLogHealth'
import type { Page } from '~~/shared/schemas/log/common'

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
    if (problem?.title === TROUBLE_TITLE) void useLogHealth().look()
    throw new ApiProblem(problem?.status ? problem : NO_ANSWER)
  }
}

type Query = Record<string, string | number | boolean>

/** Items of a list fetched at a time: as many as its route gives. */
const PAGE = 200

async function get<T>(path: string, query: Query = {}): Promise<T> {
  const asked = new URLSearchParams(
    Object.entries(query).map(([name, value]) => [name, String(value)]),
  ).toString()
  return (await call<T>(asked ? `${path}?${asked}` : path)).item
}

/** Every item of a list, page after page: none is left out for being the 201st. */
async function all<T>(path: string, query: Query = {}): Promise<T[]> {
  const items: T[] = []
  let after: string | null = null
  do {
    const page: Page<T> = await get(path, { ...query, limit: PAGE, ...(after && { after }) })
    items.push(...page.items)
    after = page.next
  } while (after)
  return items
}

/** The log, as pages call it. Every failure is an `ApiProblem` that can be shown as it stands. */
export const useApi = () => ({
  get,
  all,
  post: <T>(path: string, body: object = {}, rev?: number) =>
    call<T>(path, { method: 'POST', body, rev }),
  patch: <T>(path: string, body: object, rev: number) =>
    call<T>(path, { method: 'PATCH', body, rev }),
})

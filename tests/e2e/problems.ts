import { expect, type APIResponse } from '@playwright/test'
import type { Problem } from '../../shared/problem'

/** Checks that an answer is a problem document with this status, and gives nothing of the inside away. */
export async function problemOf(answer: APIResponse, status: number): Promise<Problem> {
  const problem = (await answer.json()) as Problem
  expect(answer.status(), JSON.stringify(problem)).toBe(status)
  expect(answer.headers()['content-type']).toContain('application/problem+json')
  expect(problem).toMatchObject({ type: 'about:blank', status })
  expect(problem.title.length).toBeGreaterThan(0)
  expect(problem.detail.length).toBeGreaterThan(0)
  expect(JSON.stringify(problem)).not.toMatch(/node_modules|\.mjs|at \w+ \(|SQLITE/)
  return problem
}

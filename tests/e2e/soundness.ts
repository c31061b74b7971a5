import { readFileSync } from 'node:fs'
import { createRequire } from 'node:module'
import type { AxeResults, RunOptions } from 'axe-core'
import type { Page } from '@playwright/test'

const AXE = readFileSync(createRequire(import.meta.url).resolve('axe-core/axe.min.js'), 'utf8')

/**
 * What axe finds grave in a page, as it stands: `rule: element element`. Run in the page itself,
 * which has no frames that would need more.
 *
 * @param within a part of it, by selector; all of it where left out
 */
export async function graveViolations(
  page: Page,
  { within = 'body', rules = {} }: { within?: string; rules?: RunOptions['rules'] } = {},
): Promise<string[]> {
  if (!(await page.evaluate(() => 'axe' in window))) await page.evaluate(AXE)
  const { violations } = await page.evaluate(
    ([part, options]) =>
      (
        window as unknown as { axe: { run(where: string, how: RunOptions): Promise<AxeResults> } }
      ).axe.run(part, options),
    [within, { resultTypes: ['violations'], rules }] as [string, RunOptions],
  )
  return violations
    .filter(({ impact }) => impact === 'serious' || impact === 'critical')
    .map(({ id, nodes }) => `${id}: ${nodes.map(({ html }) => html).join(' ')}`)
}

import type { Locator, Page } from '@playwright/test'

/** As hands do: into the field, once the page rests, then key by key. */
export async function typeInto(page: Page, field: Locator, text: string) {
  await page.waitForLoadState('networkidle')
  await field.click()
  await page.keyboard.type(text)
}

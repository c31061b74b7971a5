import type { Locator, Page } from '@playwright/test'

/** As hands do: into the field, once the page rests, then key by key. */
export async function typeInto(page: Page, field: Locator, text: string) {
  await page.waitForLoadState('networkidle')
  await field.click()
  await page.keyboard.type(text)
}

/** Opens a list by its label and takes one of it. */
export async function choose(page: Page, label: string, option: string) {
  await page.getByRole('combobox', { name: label, exact: true }).click({ force: true })
  await page.getByRole('option', { name: option, exact: true }).click()
}

import type { Locator } from '@playwright/test'

/** Types a day, `2026-08-20`, as the British browser of these tests writes it. */
export async function fillDate(field: Locator, day: string): Promise<void> {
  await field.fill(day.split('-').reverse().join('/'))
  await field.press('Enter')
}

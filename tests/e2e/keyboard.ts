import type { Page } from '@playwright/test'

/** Hands on the keyboard alone. */
export const keyboardOf = (page: Page) => ({
  type: (text: string) => page.keyboard.type(text),
  press: (key: string) => page.keyboard.press(key),

  /** Presses Tab until what is focused is called so; fails where it never is. */
  async tabTo(name: string | RegExp, most = 80): Promise<void> {
    const seen: string[] = []
    for (let i = 0; i < most; i++) {
      const label = await page.evaluate(() => {
        const active = document.activeElement as HTMLInputElement | null
        const labelled = active?.labels?.[0]?.textContent ?? active?.getAttribute('aria-label')
        return active === document.body ? '' : labelled || active?.textContent || ''
      })
      if (typeof name === 'string' ? label.includes(name) : name.test(label)) return
      seen.push(label.trim())
      await page.keyboard.press('Tab')
    }
    throw new Error(`Tab never reached ${String(name)}: ${seen.join(' | ')}`)
  },
})

/** The tag code in what was just said; waits for these words, since earlier ones may still stand. */
export const saidOn = (page: Page) => page.getByRole('status', { name: 'Latest change' })

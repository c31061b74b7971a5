const VULGAR: Record<string, string> = {
  '½': '1/2',
  '⅓': '1/3',
  '⅔': '2/3',
  '¼': '1/4',
  '¾': '3/4',
  '⅛': '1/8',
  '⅜': '3/8',
  '⅝': '5/8',
  '⅞': '7/8',
}

/** `½` and its kin as plain text fractions, spaced from a whole number before them. */
export const spellOutFractions = (text: string) =>
  text.replace(/[½⅓⅔¼¾⅛⅜⅝⅞]/g, (glyph) => ` ${VULGAR[glyph]}`).trim()

/** What a typed number may look like: `1`, `1.5`, `1,5`, `1,250`, `.5`, `1/2`, `1 1/2`, `-3`. */
export const NUMBER_PATTERN = String.raw`[-+\u2212]?(?:\d+\s+\d+\s*\/\s*\d+|\d+\s*\/\s*\d+|\d{1,3}(?:,\d{3})+(?:\.\d+)?|\d+(?:[.,]\d+)?|[.,]\d+)`

/**
 * Reads one typed number.
 *
 * A single comma is a decimal comma (`1,5`), except before exactly three final digits with one
 * to three digits in front (`1,250`), which is read as thousands: a dyer who types a comma and
 * three figures means grams by the thousand far more often than milligram precision. `0,250`
 * stays a decimal.
 *
 * @returns the number, or null where `text` is none (also for a fraction over 0)
 */
export function parseNumber(text: string): number | null {
  const plain = spellOutFractions(text).replace('\u2212', '-').trim()
  if (!new RegExp(`^${NUMBER_PATTERN}$`).test(plain)) return null
  const sign = plain.startsWith('-') ? -1 : 1
  const unsigned = plain.replace(/^[-+]/, '')
  const parts = unsigned.match(/^(?:(\d+)\s+)?(\d+)\s*\/\s*(\d+)$/)
  if (parts) {
    const [, whole = '0', above, below] = parts
    const value = Number(whole) + Number(above) / Number(below)
    return Number.isFinite(value) ? sign * value : null
  }
  const thousands = /^[1-9]\d{0,2}(,\d{3})+(\.\d+)?$/.test(unsigned)
  return sign * Number(thousands ? unsigned.replaceAll(',', '') : unsigned.replace(',', '.'))
}

/**
 * Tells the answer of the latest question from those it has overtaken.
 *
 * @returns begins a question; what that gives back says whether it is still the latest
 * @example
 * const ask = latestOnly()
 * const isLatest = ask()
 * const answer = await slow()
 * if (isLatest()) shown.value = answer
 */
export function latestOnly(): () => () => boolean {
  let latest = 0
  return () => {
    const mine = ++latest
    return () => mine === latest
  }
}

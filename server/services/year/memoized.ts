/** Asks once for each key, however often it is asked: for what does not change meanwhile. */
export function memoized<Ask, Answer>(
  answer: (ask: Ask) => Promise<Answer>,
  keyOf: (ask: Ask) => string,
): (ask: Ask) => Promise<Answer> {
  const known = new Map<string, Promise<Answer>>()
  return (ask) => {
    const key = keyOf(ask)
    const found = known.get(key) ?? answer(ask)
    known.set(key, found)
    return found
  }
}

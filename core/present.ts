/**
 * A value that is there by what the code around it knows; where it is not after all, it fails at
 * once instead of somewhere else.
 *
 * @throws Error naming what is missing
 */
export function present<T>(value: T, what = 'a value'): NonNullable<T> {
  if (value === null || value === undefined) throw new Error(`${what} is missing`)
  return value
}

/**
 * What a map holds under a key that it must have.
 *
 * @throws Error naming the key
 */
export const lookUp = <K, V>(map: ReadonlyMap<K, V>, key: K): NonNullable<V> =>
  present(map.get(key), String(key))

/** @throws Error for an empty list */
export const first = <T>(list: readonly T[]): NonNullable<T> => present(list[0], 'the first item')

/** @throws Error for an empty list */
export const last = <T>(list: readonly T[]): NonNullable<T> => present(list.at(-1), 'the last item')

/** What went wrong, in words, whatever was thrown. */
export const messageOf = (error: unknown): string =>
  error instanceof Error ? error.message : String(error)

/** A field of a form that nothing was typed into yet. */
export const notGiven = <T>(): T | null => null

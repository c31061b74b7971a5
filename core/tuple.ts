/** `map` over three or four values that keeps their number in the type. */
export const mapTriple = <T, U>(
  [a, b, c]: readonly [T, T, T],
  f: (value: T, i: number) => U,
): [U, U, U] => [f(a, 0), f(b, 1), f(c, 2)]

export const mapQuad = <T, U>(
  [a, b, c, d]: readonly [T, T, T, T],
  f: (value: T, i: number) => U,
): [U, U, U, U] => [f(a, 0), f(b, 1), f(c, 2), f(d, 3)]

/**
 * Marks that are made with a thread or scissors and survive a pot: two pieces that look alike need
 * different ones before they share a bath.
 */
const KNOTS = ['1 knot', '2 knots', '3 knots', '4 knots', '5 knots']
const NOTCHES = ['1 notch', '2 notches', '3 notches']
const TIES = ['white tie', 'double tie', 'long tie']

/** Every mark in the order in which they are handed out: the quickest to make first. */
export const MARKS: readonly string[] = [
  ...KNOTS,
  ...TIES,
  ...NOTCHES,
  ...TIES.flatMap((tie) => KNOTS.map((knots) => `${knots}, ${tie}`)),
  ...NOTCHES.flatMap((notches) => KNOTS.map((knots) => `${knots}, ${notches}`)),
]

/**
 * Marks for so many pieces, none of them in use.
 *
 * Past the list they are numbered tags, which are read rather than felt.
 */
export function freeMarks(n: number, used: readonly string[] = []): string[] {
  const taken = new Set(used.map(plain))
  const free = MARKS.filter((mark) => !taken.has(plain(mark))).slice(0, n)
  for (let number = 1; free.length < n; number++) {
    const mark = `tag ${number}`
    if (!taken.has(mark)) free.push(mark)
  }
  return free
}

const plain = (mark: string) => mark.trim().toLowerCase()

export interface MarkedPiece {
  code: string
  /** What can be told by looking: fibre, form, colour, size. */
  looks: string
  mark: string
}

/**
 * Groups of pieces that nobody could tell apart once they are wet: alike to look at, and with the
 * same mark or none.
 *
 * @returns codes of each such group, in the order given
 */
export function lookAlikes(pieces: readonly MarkedPiece[]): string[][] {
  const groups = new Map<string, string[]>()
  for (const { code, looks, mark } of pieces) {
    const key = `${looks}|${plain(mark)}`
    groups.set(key, [...(groups.get(key) ?? []), code])
  }
  return [...groups.values()].filter((codes) => codes.length > 1)
}

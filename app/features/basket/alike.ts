import { group } from 'd3-array'
import { stringify } from 'safe-stable-stringify'
import type { Piece } from '~~/shared/schemas/basket/piece'

/** Two scales read as much apart, and skeins of one mill are no more alike, g. */
const ALIKE_G = 1

/** What makes pieces one line: all but their tag, mark and id. */
const likenessOf = ({
  fibre,
  blend,
  form,
  base,
  name,
  dryG,
  dryBasis,
  setId,
  treatments,
  potIds,
  bare,
}: Piece): string =>
  stringify([
    fibre,
    blend,
    form,
    base,
    name,
    Math.round(dryG / ALIKE_G),
    dryBasis,
    setId,
    treatments.map(({ kind, agent, percentWof, doneOn, finish, heat }) => [
      kind,
      agent,
      percentWof,
      doneOn,
      finish,
      heat,
    ]),
    potIds,
    bare !== null,
  ])

/** Alike pieces together, by their tags, in the order in which the first of each stands. */
export const groupAlike = <T extends Piece>(pieces: readonly T[]): T[][] =>
  [...group(pieces, likenessOf).values()].map((alike) =>
    alike.sort((a, b) => a.code.localeCompare(b.code, 'en', { numeric: true })),
  )

/** `WOL-26-01`, `WOL-26-01 to 08`, `WOL-26-01, 03, 07`: the tags of some pieces, in few signs. */
export function codesText(codes: readonly string[]): string {
  const [first = '', ...others] = codes
  const last = others.at(-1)
  if (!last) return first
  const stem = first.slice(0, first.lastIndexOf('-') + 1)
  const short = (code: string) => (code.startsWith(stem) ? code.slice(stem.length) : code)
  const numbers = codes.map((code) => Number(short(code)))
  const isRun = numbers.every((number, i) => i === 0 || number === (numbers[i - 1] ?? 0) + 1)
  if (isRun) return `${first} to ${short(last)}`
  return [first, ...others.map(short)].join(', ')
}

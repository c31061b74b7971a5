import { Readable } from 'node:stream'
import { giveWay } from '../database/give-way'

/** So many items are written at once: a few milliseconds' work. */
const AT_ONCE = 10

/**
 * `{"items":[...]}` written piece by piece, so that a long answer does not hold up others while it
 * is put into words.
 */
export function jsonList(items: readonly unknown[]): Readable {
  return Readable.from(piecesOf(items))
}

async function* piecesOf(items: readonly unknown[]): AsyncGenerator<string> {
  yield '{"items":['
  for (let i = 0; i < items.length; i += AT_ONCE) {
    const piece = items.slice(i, i + AT_ONCE).map((item) => JSON.stringify(item))
    yield (i > 0 ? ',' : '') + piece.join(',')
    await giveWay()
  }
  yield ']}'
}

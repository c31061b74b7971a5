import { sort } from 'd3-array'
import type { Knex } from 'knex'
import { stringify } from 'safe-stable-stringify'
import { deltaE2000From } from '../../../core/colour/screen-colour'
import type { Lab } from '../../../core/colour/tristimulus'
import type { BoothView, NearSwatch } from '../../../shared/views/swatch/booth'
import type { Piece } from '../../../shared/schemas/basket/piece'
import type { Pot } from '../../../shared/schemas/pot/pot'
import type { Swatch } from '../../../shared/schemas/swatch/swatch'
import { mordantsBefore } from '../../../shared/words/swatch/piece-in-words'
import { swatchName } from '../../../shared/words/swatch/swatch-name'
import { pieceRepository } from '../../repositories/pieces'
import { potRepository } from '../../repositories/pots'
import { readingRepository } from '../../repositories/readings'
import { sourceRepository } from '../../repositories/sources'
import { swatchRepository } from '../../repositories/swatches'
import { notFound } from '../log/failures'
import { potAttention } from '../pot/pot-attention'
import { bestReading } from '../../../shared/rules/swatch/best-reading'
import { groupKey } from '../strength/curve-candidates'
import { calibrationFor } from '../strength/calibration'
import { coloursInBox, readPieceLike } from '../../repositories/colours'
import { lookUp, present } from '../../../core/present'

/** Colours farther off than this along one axis of CIELAB are near to nobody's eye. */
const REACH = 14
const MOST_NEAR = 6
/** Swatches with a reading near by whose other readings are looked at. */
const LOOKED_UP = 60

/** What the booth shows of a swatch, and what of the dyer's own comes near it. */
export const boothService = (db: Knex) => ({
  async view(id: string): Promise<BoothView> {
    const swatch = await swatchRepository(db).find(id)
    if (!swatch) throw notFound('swatch', id)
    const pot = present(await potRepository(db).find(swatch.potId))
    const piece = present(await pieceRepository(db).find(swatch.pieceId))
    const sources = await sourceRepository(db).findMany([
      ...new Set(pot.lots.map(({ sourceId }) => sourceId)),
    ])
    return {
      swatch,
      pot,
      piece,
      sources,
      curveKey: groupKey({ pot, piece }),
      hoped: hopedOf(swatch, pot),
      attention: { ...potAttention(pot, swatch.attentionMin), pieces: pot.pieces.length },
      calibration: { factor: (await calibrationFor(db, pot, piece)).factor },
      bareAlike: piece.bare ? null : await bareAlike(db, piece),
      alike: await alikeOf(db, swatch, piece, pot),
    }
  },

  /** Swatches of the log nearest to a colour, by the reading that stands for each. */
  async near(lab: Lab, but: string | undefined): Promise<NearSwatch[]> {
    // a box first, in SQL: CIEDE2000 of a hundred thousand would hold up all others
    const rows = await coloursInBox(db, lab, REACH)
    const from = deltaE2000From(lab)
    // the nearest readings first: whether one stands for its swatch is looked up for few
    const ids = [...new Set(sort(rows, (row) => from(row)).map(({ id }) => id))]
    const likely = ids.filter((id) => id !== but).slice(0, LOOKED_UP)
    const nearest = (await swatchRepository(db).findMany(likely))
      .flatMap(({ id, code, readings }) => {
        const best = bestReading(readings, { afterLight: true })
        return best ? [{ id, code, hex: best.hex, ...best.lab, de2000: from(best.lab) }] : []
      })
      .filter((row) => row.de2000 <= REACH)
      .sort((one, two) => one.de2000 - two.de2000)
      .slice(0, MOST_NEAR)
    return Promise.all(
      nearest.map(async ({ id, code, hex, l, a, b, de2000 }) => ({
        id,
        code,
        hex,
        lab: { l, a, b },
        de2000,
        words: await wordsFor(db, id),
      })),
    )
  },
})

function hopedOf({ hoped, pieceId }: Swatch, pot: Pot): BoothView['hoped'] {
  if (hoped) return { lab: hoped, from: 'you' }
  const expected = pot.plan?.expected.find((each) => each.pieceId === pieceId)
  return expected?.lab ? { lab: expected.lab, from: 'plan' } : null
}

/** A piece of the same set, or of the same name, fibre, form and base, whose bare colour was read. */
async function bareAlike(db: Knex, piece: Piece): Promise<BoothView['bareAlike']> {
  const found = await readPieceLike(db, piece)
  if (!found) return null
  const [reading] = lookUp(await readingRepository(db).ofPieces([found.id]), found.id)
  return { pieceCode: found.code, reading: present(reading) }
}

/** Swatches of the same pot that wait, on pieces of the same fibre, mordants and time in the liquor. */
async function alikeOf(
  db: Knex,
  swatch: Swatch,
  piece: Piece,
  pot: Pot,
): Promise<BoothView['alike']> {
  const waiting = (await swatchRepository(db).ofPot(pot.id)).filter(
    ({ id, readings, setAsideAt }) => id !== swatch.id && readings.length === 0 && !setAsideAt,
  )
  const pieces = await pieceRepository(db).findMany(waiting.map(({ pieceId }) => pieceId))
  const minutesOf = (pieceId: string) =>
    pot.pieces.find((each) => each.pieceId === pieceId)?.minutes ?? null
  const likeness = (each: Piece) =>
    stringify([
      each.fibre,
      each.form,
      each.base,
      each.blend,
      mordantsBefore(each, pot.dyedOn).map(({ agent, percentWof, heat }) => [
        agent,
        percentWof,
        heat,
      ]),
      minutesOf(each.id),
    ])
  return waiting.flatMap(({ id, code, pieceId }) => {
    const other = pieces.find((each) => each.id === pieceId)
    return other && likeness(other) === likeness(piece) ? [{ id, code }] : []
  })
}

async function wordsFor(db: Knex, id: string): Promise<string> {
  const swatch = present(await swatchRepository(db).find(id))
  const pot = present(await potRepository(db).find(swatch.potId))
  const piece = present(await pieceRepository(db).find(swatch.pieceId))
  const sources = await sourceRepository(db).findMany([
    ...new Set(pot.lots.map(({ sourceId }) => sourceId)),
  ])
  return swatchName(sources, piece, pot.dyedOn)
}

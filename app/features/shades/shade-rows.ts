import { depthOf } from '~~/core/colour/depth'
import { hexOfLab } from '~~/core/colour/screen-colour'
import { middleStrength, type MatchDye } from '~~/core/match/dye'
import {
  bathsInTurn,
  equalShades,
  pullTimes,
  USUAL_TIME_CONSTANT_MIN,
  type Shade,
} from '~~/core/match/shades'
import { usualTaken } from '~~/core/strength/later-baths'
import { wayFacts, type Way } from '~~/catalogue/ways'

/** Pieces from pale to deep, and how they come to it. */
export interface ShadesAsk {
  /** Source and curve; empty: the one with most swatches. */
  dyeId: string
  count: number
  /** Dry fibre of each piece, g. */
  eachG: number
  by: 'ratio' | 'time' | 'baths'
  /** Share of the strongest tried that the palest is to have, and the deepest, 0 to 1. */
  palest: number
  deepest: number
}

export const FIRST_SHADES: ShadesAsk = {
  dyeId: '',
  count: 5,
  eachG: 20,
  by: 'ratio',
  palest: 0.15,
  deepest: 1,
}

/** One piece of the row. */
export interface ShadeRow extends Shade {
  hex: string
  depth: string
  /** Air-dry plant that it takes by itself, or that goes in before its bath, g. */
  dryG: number
  /** Minutes after which it is pulled; null: it is not pulled early. */
  minutes: number | null
  /** Share of the liquor poured off before its bath; null: nothing is. */
  pourOff: number | null
}

/** Rows of what is asked, in the order the pieces go in: palest first, or of baths the deepest. */
export function shadeRows(dye: MatchDye, way: Way, ask: ShadesAsk): ShadeRow[] {
  const { ratios } = dye
  const most = middleStrength(dye, ratios.length - 1)
  const ratioAt = (share: number) => {
    const at = ratios.findIndex((_, i) => middleStrength(dye, i) >= share * most)
    return ratios[at < 0 ? ratios.length - 1 : at]!
  }
  const [from, to] = [ratioAt(ask.palest), ratioAt(ask.deepest)]
  if (!(from < to)) return []
  const shades = equalShades(dye, ask.count, { from, to })
  const plain = (shade: Shade): ShadeRow => ({
    ...shade,
    hex: hexOfLab(shade.lab),
    depth: depthOf(shade.strength),
    dryG: shade.ratioDry * ask.eachG,
    minutes: null,
    pourOff: null,
  })
  if (ask.by === 'ratio') return shades.map(plain)
  if (ask.by === 'time') {
    const times = pullTimes(shades, {
      wholeMin: wayFacts(way).dyeMin,
      timeConstantMin: USUAL_TIME_CONSTANT_MIN,
    })
    // all swim in one liquor of the deepest one's ratio
    const dryG = shades.at(-1)!.ratioDry * ask.eachG
    return shades.map((shade, i) => ({ ...plain(shade), dryG, minutes: times[i]! }))
  }
  return bathsInTurn(shades, { fibreG: ask.eachG, taken: usualTaken().mid }).map(
    ({ shade, addDryG, pourOff }) => ({
      ...plain(shade),
      dryG: addDryG,
      pourOff: pourOff > 0.02 ? pourOff : null,
    }),
  )
}

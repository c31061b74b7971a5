import { group, mean } from 'd3-array'
import { colourDifference } from '../colour/difference-words'
import { lchOfLab, labOfReflectance, type Lab } from '../colour/tristimulus'
import { strengthOver } from '../colour/strength'
import { expectedReflectance, unitAbsorption, type DyedAndBare } from './expected-colour'
import { present } from '../present'

export interface LotSwatch extends DyedAndBare {
  lot: string
}

/** How a lot's colours differ from those of the other lots at the same strength. */
export interface LotHueShift {
  lot: string
  /** Mean shift of lightness, chroma, and hue in degrees. */
  dL: number
  dC: number
  dH: number
  /** CIEDE2000 of the mean colours, and the shift in plain words: empty where they look alike. */
  de2000: number
  words: string[]
  /** Swatches behind it. */
  n: number
}

/** Weaker swatches show the fibre's hue more than the dye's. */
const LEAST_STRENGTH = 0.1

/**
 * The typical shift of each lot's colour, its strength set aside: each swatch beside what the other
 * lots' absorption would give on the same fibre at the same strength.
 *
 * @returns only lots that have a swatch with colour enough, and others to compare with
 */
export function lotHueShifts(swatches: readonly LotSwatch[]): LotHueShift[] {
  return [...group(swatches, ({ lot }) => lot)].flatMap(([lot, own]) => {
    const unit = unitAbsorption(swatches.filter((each) => each.lot !== lot))
    const pairs = unit
      ? own.flatMap(({ dyed, bare }) => {
          const strength = strengthOver(dyed, bare)
          if (strength < LEAST_STRENGTH) return []
          const seen = labOfReflectance(dyed)
          return [{ seen, usual: labOfReflectance(expectedReflectance(unit, strength, bare)) }]
        })
      : []
    return pairs.length > 0 ? [shiftOf(lot, pairs)] : []
  })
}

function shiftOf(lot: string, pairs: readonly { seen: Lab; usual: Lab }[]): LotHueShift {
  const middle = (key: 'seen' | 'usual'): Lab => ({
    l: present(mean(pairs, (pair) => pair[key].l)),
    a: present(mean(pairs, (pair) => pair[key].a)),
    b: present(mean(pairs, (pair) => pair[key].b)),
  })
  const [seen, usual] = [middle('seen'), middle('usual')]
  const [one, two] = [lchOfLab(seen), lchOfLab(usual)]
  const { de2000, words } = colourDifference({ lab: seen }, { lab: usual })
  return {
    lot,
    dL: one.l - two.l,
    dC: one.c - two.c,
    dH: ((one.h - two.h + 540) % 360) - 180,
    de2000,
    words,
    n: pairs.length,
  }
}

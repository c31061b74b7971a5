import { lchOfLab, type Lab } from './tristimulus'
import { present } from '../present'

/** Families of hue, as dyers sort skeins. */
export const HUE_FAMILIES = [
  'yellow',
  'orange',
  'brown',
  'red',
  'pink',
  'purple',
  'blue',
  'green',
  'olive',
  'grey',
] as const
export type HueFamily = (typeof HUE_FAMILIES)[number]

/** Chroma below which a colour is a grey or an off-white, C*. */
const GREY_CHROMA = 7

/**
 * The family of a colour's hue. Ends chosen for this product, on swatches of its own demo; a brown
 * is a dull or dark orange, an olive a dull or dark yellow that leans to green.
 *
 * @param lab CIELAB, D65 and the 2 degree observer
 */
export function hueFamilyOf(lab: Lab): HueFamily {
  const { l, c, h } = lchOfLab(lab)
  if (c < GREY_CHROMA) return 'grey'
  if (h >= 20 && h < 42) return isBrown(l, c, 34) ? 'brown' : l > 66 ? 'pink' : 'red'
  if (h >= 42 && h < 52) return isBrown(l, c, 62) ? 'brown' : 'red'
  if (h >= 52 && h < 76) return isBrown(l, c, l < 52 ? 62 : 46) ? 'brown' : 'orange'
  if (h >= 76 && h < 112) {
    if (l < 58 && c < 62) return h < 90 ? 'brown' : 'olive'
    if (h < 88 && c < 30) return 'brown'
    return c < 22 && l < 68 ? (h < 92 ? 'brown' : 'olive') : 'yellow'
  }
  if (h >= 112 && h < 128) return l < 62 ? 'olive' : 'green'
  if (h >= 128 && h < 205) return 'green'
  if (h >= 205 && h < 290) return 'blue'
  if (h >= 290 && h < 340) return 'purple'
  return l > 58 ? 'pink' : 'red'
}

/** An orange or a red is called brown where it is dull, or dark and not strong. */
const isBrown = (l: number, c: number, strong: number) =>
  c < Math.min(36, strong - 10) || (l < 52 && c < strong) || l < 28

const DEPTHS = [
  { below: 22, word: 'very dark' },
  { below: 42, word: 'dark' },
  { below: 64, word: '' },
  { below: 80, word: 'light' },
  { below: Infinity, word: 'pale' },
] as const

const CLARITIES = [
  { below: 16, word: 'greyish' },
  { below: 32, word: 'soft' },
  { below: 58, word: '' },
  { below: Infinity, word: 'clear' },
] as const

/** What a grey leans to, by its hue. */
const LEANINGS = [
  { below: 50, word: 'pinkish' },
  { below: 110, word: 'warm' },
  { below: 190, word: 'greenish' },
  { below: 310, word: 'cool' },
  { below: 361, word: 'pinkish' },
] as const

const wordBelow = (words: readonly { below: number; word: string }[], value: number) =>
  present(words.find(({ below }) => value < below)).word

/**
 * A plain name from hue, depth and clarity: `dark soft olive`, `clear yellow`, `warm white`.
 *
 * @param lab CIELAB, D65 and the 2 degree observer
 */
export function colourName(lab: Lab): string {
  const { l, c, h } = lchOfLab(lab)
  if (c < GREY_CHROMA) {
    const leaning = c < 2 ? '' : wordBelow(LEANINGS, h)
    if (l >= 86) return join(leaning, 'white')
    return l < 18 ? join(leaning, 'black') : join(leaning, wordBelow(DEPTHS, l), 'grey')
  }
  const clarity = wordBelow(CLARITIES, c)
  return join(wordBelow(DEPTHS, l), clarity, hueFamilyOf(lab))
}

const join = (...words: string[]) => words.filter(Boolean).join(' ')

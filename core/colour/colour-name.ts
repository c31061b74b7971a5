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

/** Chroma below which a colour is a grey or an off-white, C*: undyed wool is one. */
const GREY_CHROMA = 11
/** CIELAB lays deep blues of a screen as far as here, among the purples: known of that space. */
const DEEP_BLUE = { toHue: 307, fromChroma: 45, belowL: 14 } as const

/**
 * The family of a colour's hue. A brown is a dull or dark orange or red, an olive a dull or dark
 * yellow that leans to green. Ends chosen so that everyday names of colours come out as their own
 * last word says (see its tests: the colours that an open survey named).
 *
 * @param lab CIELAB, D65 and the 2 degree observer
 */
export function hueFamilyOf(lab: Lab): HueFamily {
  const { l, c, h } = lchOfLab(lab)
  if (c < GREY_CHROMA) return 'grey'
  if (h >= 340 || h < 20) return redPurpleOf(l, c, h)
  if (h < 76) return orangeRedOf(l, c, h)
  if (h < 128) return yellowOf(l, c, h)
  if (h < 190) return 'green'
  if (h < 290) return 'blue'
  const { toHue, fromChroma, belowL } = DEEP_BLUE
  if (h < toHue && (c >= fromChroma || l < belowL)) return 'blue'
  return 'purple'
}

function redPurpleOf(l: number, c: number, h: number): HueFamily {
  if (l > 58 || (l >= 42 && c >= 45)) return 'pink'
  const isPurple = h >= 340 || h < 6
  if (isPurple) return 'purple'
  return c < 24 && l < 40 ? 'brown' : 'red'
}

function orangeRedOf(l: number, c: number, h: number): HueFamily {
  if (h < 36) {
    if (c < 24) return l > 62 ? 'pink' : 'brown'
    return l > 58 && c < 70 ? 'pink' : 'red'
  }
  const isDark = l < 28 ? c < 45 : l < 50 && c < (h < 52 ? 60 : 66)
  if (c < 36 || isDark) return 'brown'
  if (h < 44) return l > 62 && c < 70 ? 'pink' : 'red'
  if (h < 52) return l > 56 || (l > 46 && c > 70) ? 'orange' : 'red'
  return l < 57 && c < 50 ? 'brown' : 'orange'
}

function yellowOf(l: number, c: number, h: number): HueFamily {
  if (h < 92) {
    const isTan = c < 35 && l < 76
    if (l < 60 || isTan || (l < 64 && c < 66)) return h < 90 || l > 52 ? 'brown' : 'olive'
    return h < 88 && c < 30 ? 'brown' : 'yellow'
  }
  if (h < 106) return l < 62 || (c < 22 && l < 68) ? 'olive' : 'yellow'
  if (h < 113) return l < 66 ? 'olive' : 'yellow'
  return l < 60 ? 'olive' : 'green'
}

/** What a brown leans to, by its hue; the middle of them to nothing. */
function brownLeaning(l: number, c: number, h: number): string {
  if (h >= 340 || h < 22) return 'purplish'
  if (h < 50) return 'reddish'
  if (h >= 84 && l < 52) return 'olive'
  return h >= 66 && c >= 45 ? 'golden' : ''
}

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
  { below: 230, word: 'cool' },
  { below: 300, word: 'bluish' },
  { below: 340, word: 'purplish' },
  { below: 361, word: 'pinkish' },
] as const

const wordBelow = (words: readonly { below: number; word: string }[], value: number) =>
  present(words.find(({ below }) => value < below)).word

/**
 * A plain name from hue, depth and clarity: `dark soft olive`, `clear golden brown`, `warm white`.
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
  const family = hueFamilyOf(lab)
  const leaning = family === 'brown' ? brownLeaning(l, c, h) : ''
  return join(wordBelow(DEPTHS, l), clarity, leaning, family)
}

const join = (...words: string[]) => words.filter(Boolean).join(' ')

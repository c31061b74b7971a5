import type { HueFamily } from './colour-name'
import { hueFamiliesIn } from './hue-words'
import { hexOfLab } from './screen-colour'
import { labOfLch } from './tristimulus'

/** A middling colour of each family, as plants give it: lightness, chroma, hue; from memory. */
const MIDDLING: Record<HueFamily, { l: number; c: number; h: number }> = {
  yellow: { l: 78, c: 52, h: 92 },
  orange: { l: 64, c: 54, h: 62 },
  brown: { l: 48, c: 28, h: 66 },
  red: { l: 46, c: 46, h: 30 },
  pink: { l: 70, c: 26, h: 10 },
  purple: { l: 42, c: 26, h: 325 },
  blue: { l: 46, c: 22, h: 265 },
  green: { l: 56, c: 26, h: 135 },
  olive: { l: 54, c: 32, h: 104 },
  grey: { l: 52, c: 4, h: 80 },
}

/** A colour that stands for a family where only its name is known. */
export const middlingHex = (family: HueFamily): string => hexOfLab(labOfLch(MIDDLING[family]))

/** Colours that words of hue name, such as "gold to olive", to paint something with. */
export const hueColours = (words: string): string[] => hueFamiliesIn(words).map(middlingHex)

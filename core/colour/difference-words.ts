import { deltaE2000 } from './screen-colour'
import { lchOfLab, type Lab } from './tristimulus'
import { present } from '../present'

/** A colour that is compared, with its unevenness where it is known (mean CIEDE2000 of its tiles). */
export interface ComparedColour {
  lab: Lab
  unevenness?: number | null
}

export interface ColourDifference {
  de2000: number
  /** `much darker`, `a little redder`: the greatest first; empty where they look alike. */
  words: string[]
  /** `the same to the eye`, `hardly to be told apart`, `a shade apart`, `clearly different`. */
  verdict: string
}

/** Ends in CIEDE2000: below the first nobody tells them apart side by side. From memory. */
const VERDICTS = [
  { below: 1, words: 'the same to the eye' },
  { below: 2.3, words: 'hardly to be told apart' },
  { below: 5, words: 'a shade apart' },
  { below: Infinity, words: 'clearly different' },
] as const
/** Part of a difference that is worth a word: in units, and as a share of the whole. */
const LEAST_PART = 1
const LEAST_SHARE = 0.3
const MUCH = 12
const LITTLE = 4
/** Below this chroma a colour has no hue to turn: it leans redder, greener, yellower or bluer. */
const NEUTRAL_CHROMA = 8
/** Levelness differs to the eye from here on, CIEDE2000. */
const LEVELNESS_STEP = 0.5

/** How the first colour differs from the second, in plain words of a dyer. */
export function colourDifference(first: ComparedColour, second: ComparedColour): ColourDifference {
  const de2000 = deltaE2000(first.lab, second.lab)
  const words = de2000 < VERDICTS[0].below ? [] : partsOf(first.lab, second.lab)
  const levelness = levelnessWord(first.unevenness, second.unevenness)
  return {
    de2000,
    words: levelness ? [...words, levelness] : words,
    verdict: present(VERDICTS.find(({ below }) => de2000 < below)).words,
  }
}

interface Part {
  size: number
  word: string
}

function partsOf(first: Lab, second: Lab): string[] {
  const [one, two] = [lchOfLab(first), lchOfLab(second)]
  const dL = first.l - second.l
  const dC = one.c - two.c
  const isNeutral = Math.min(one.c, two.c) < NEUTRAL_CHROMA
  const parts: Part[] = [{ size: Math.abs(dL), word: dL < 0 ? 'darker' : 'lighter' }]
  if (isNeutral) {
    parts.push(leaning(first.a - second.a, first.b - second.b))
  } else {
    parts.push({ size: Math.abs(dC), word: dC < 0 ? 'duller' : 'clearer' })
    // the way round the circle, as a length at their mean chroma
    const turn = (((one.h - two.h + 540) % 360) - 180) * (Math.PI / 180)
    const across = 2 * Math.sqrt(one.c * two.c) * Math.sin(turn / 2)
    const middle = ((two.h * Math.PI) / 180 + turn / 2) as number
    const side = leaning(-Math.sin(middle) * across, Math.cos(middle) * across)
    parts.push({ size: Math.abs(across), word: side.word })
  }
  const whole = Math.hypot(...parts.map(({ size }) => size))
  return parts
    .filter(({ size }) => size >= LEAST_PART && size >= LEAST_SHARE * whole)
    .sort((a, b) => b.size - a.size)
    .map(({ size, word }) =>
      size >= MUCH ? `much ${word}` : size < LITTLE ? `a little ${word}` : word,
    )
}

/** Along which of the four it leans most. */
function leaning(da: number, db: number): Part {
  // the same both ways about, also half way between
  return Math.abs(da) + 1e-9 >= Math.abs(db)
    ? { size: Math.abs(da), word: da > 0 ? 'redder' : 'greener' }
    : { size: Math.abs(db), word: db > 0 ? 'yellower' : 'bluer' }
}

function levelnessWord(first?: number | null, second?: number | null): string | null {
  if (typeof first !== 'number' || typeof second !== 'number') return null
  if (Math.abs(first - second) < LEVELNESS_STEP) return null
  return first < second ? 'more even' : 'less even'
}

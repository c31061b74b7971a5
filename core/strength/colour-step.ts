import { deltaE2000 } from '../colour/screen-colour'
import { labOfReflectance } from '../colour/tristimulus'
import type { Reflectance } from '../colour/spectrum'
import { expectedReflectance, type UnitAbsorption } from './expected-colour'
import type { Interval } from './posterior/posterior'

/** What a source adds to a fibre, where its hue is known. */
export interface KnownHue {
  unit: UnitAbsorption
  bare: Reflectance
}

/**
 * How far apart two strengths look, CIEDE2000, from one to one that is a gain more.
 *
 * @param strength 0 or more
 * @param gain 0.2: a fifth more, below 0: less; its interval makes that of the step
 */
export function colourStep({ unit, bare }: KnownHue, strength: number, gain: Interval): Interval {
  const at = (s: number) => labOfReflectance(expectedReflectance(unit, s, bare))
  const from = at(strength)
  const step = (more: number) => deltaE2000(from, at(strength * Math.max(0, 1 + more)))
  const [a, b] = [step(gain.low), step(gain.high)]
  return { mid: step(gain.mid), low: Math.min(a, b), high: Math.max(a, b) }
}

/**
 * Whether anyone would see one ratio against another, in a sentence.
 *
 * @param words of the other ratio: `4 : 1 dried`
 */
export function besideSentence(words: string, step: Interval): string {
  const span = `ΔE ${step.mid.toFixed(1)}, ${step.low.toFixed(1)} to ${step.high.toFixed(1)}`
  return `Against ${words} the difference is ${stepWords(step)} (${span}), other things alike.`
}

/** Ends in CIEDE2000, from memory: below the first it is hardly seen even side by side. */
const SEEN = [
  { below: 2.3, words: 'hardly seen' },
  { below: 5, words: 'seen side by side' },
  { below: Infinity, words: 'seen across the room' },
] as const

const seenAt = (de: number) => SEEN.find(({ below }) => de < below)!.words

/** `hardly seen`, or `hardly seen to seen side by side` where its interval holds both. */
export function stepWords({ low, high }: Interval): string {
  const [least, most] = [seenAt(low), seenAt(high)]
  return least === most ? least : `${least} to ${most}`
}

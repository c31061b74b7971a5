import { checkedLab, deltaE2000From } from '../colour/screen-colour'
import type { Reflectance } from '../colour/spectrum'
import { labOfReflectance, type Lab } from '../colour/tristimulus'
import { expectedReflectance, type UnitAbsorption } from './expected-colour'
import { ratioForStrength, strengthAt, type SaturationCurve } from './saturation'

/** A source on a fibre with a mordant, as its swatches describe it. */
export interface MatchCandidate {
  key: string
  unit: UnitAbsorption
  bare: Reflectance
  curve: SaturationCurve
  /** Greatest dry ratio worth taking; beyond what was tried nothing is promised. */
  mostRatio: number
}

export interface ColourMatch {
  key: string
  /** Dry ratio that comes nearest. */
  ratio: number
  strength: number
  lab: Lab
  /** CIEDE2000 from the wanted colour. */
  difference: number
}

const STEPS = 40
const REFINEMENTS = 30
const GOLDEN = (Math.sqrt(5) - 1) / 2

/**
 * Of the candidates, the ratios that come nearest to a wanted colour, nearest first.
 *
 * Each candidate's colours along its curve are searched by steps of strength, then by golden
 * section about the best. The difference is that of the expected colour: the spread of lots and
 * readings comes on top.
 *
 * @param wanted CIELAB, D65 and the 2 degree observer
 * @throws InputError for a colour out of range
 */
export function matchColour(wanted: Lab, candidates: readonly MatchCandidate[]): ColourMatch[] {
  checkedLab(wanted, '/wanted')
  return candidates
    .map((candidate) => bestOf(wanted, candidate))
    .sort((a, b) => a.difference - b.difference)
}

function bestOf(wanted: Lab, { key, unit, bare, curve, mostRatio }: MatchCandidate): ColourMatch {
  const most = strengthAt(curve, mostRatio)
  const labAt = (strength: number) => labOfReflectance(expectedReflectance(unit, strength, bare))
  const missFrom = deltaE2000From(wanted)
  const missAt = (strength: number) => missFrom(labAt(strength))
  const step = most / STEPS
  let best = 0
  for (let i = 1; i <= STEPS; i++) if (missAt(i * step) < missAt(best)) best = i * step
  let [low, high] = [Math.max(0, best - step), Math.min(most, best + step)]
  for (let i = 0; i < REFINEMENTS; i++) {
    const [a, b] = [high - GOLDEN * (high - low), low + GOLDEN * (high - low)]
    if (missAt(a) <= missAt(b)) high = b
    else low = a
  }
  const strength = (low + high) / 2
  return {
    key,
    ratio: strength > 0 ? (ratioForStrength(curve, strength) ?? mostRatio) : 0,
    strength,
    lab: labAt(strength),
    difference: missAt(strength),
  }
}

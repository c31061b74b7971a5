import { FIBRE_KEYS, type Fibre } from '../../../catalogue/fibres'
import { SCHEME_KEYS, type Scheme } from '../../../catalogue/mordant-schemes'
import { WAY_KEYS, type Way } from '../../../catalogue/ways'
import { PARTICLE_SIZES, type ParticleSize } from '../../../core/bath/water-budget'
import { BATH_HEAT_KEYS, type BathFinish, type BathHeat } from '../../../core/mordant/bath-steps'
import type { TrialShape } from '../../../core/trial/power'
import { WATERS, type Water } from '../../schemas/pot/pot-plan'

/** What a trial can be of. */
export const TRIAL_FACTORS = [
  'mordant',
  'mordantPercent',
  'mordantHeat',
  'mordantFinish',
  'fibre',
  'ratioDry',
  'particleSize',
  'water',
  'minutes',
  'tempC',
  'way',
] as const
export type TrialFactor = (typeof TRIAL_FACTORS)[number]

export type Level = string | number

interface TrialFactorFacts {
  /** `piece`: pieces of one pot may differ in it; `jar`: jars of one water bath may; `fire`: each needs its own. */
  differsBy: 'piece' | 'jar' | 'fire'
  /** What a level may be: one of these, or a number between two. */
  levels: readonly string[] | { least: number; most: number }
}

export const TRIAL_FACTOR_FACTS: Readonly<Record<TrialFactor, TrialFactorFacts>> = {
  mordant: { differsBy: 'piece', levels: [...SCHEME_KEYS, 'none'] },
  mordantPercent: { differsBy: 'piece', levels: { least: 0.1, most: 100 } },
  mordantHeat: { differsBy: 'piece', levels: BATH_HEAT_KEYS },
  mordantFinish: { differsBy: 'piece', levels: ['dried', 'heldWet'] },
  fibre: { differsBy: 'piece', levels: FIBRE_KEYS },
  ratioDry: { differsBy: 'jar', levels: { least: 0.005, most: 100 } },
  particleSize: { differsBy: 'jar', levels: PARTICLE_SIZES },
  water: { differsBy: 'jar', levels: WATERS },
  minutes: { differsBy: 'jar', levels: { least: 1, most: 100_000 } },
  tempC: { differsBy: 'fire', levels: { least: 0, most: 110 } },
  way: { differsBy: 'fire', levels: WAY_KEYS },
}

/** How a piece of a trial is made ready, and dyed. */
export interface TrialRecipe {
  fibre: Fibre
  /** How it is mordanted; `none`: not at all. */
  scheme: Scheme | 'none'
  /** Of the dry fibre, of the scheme's own mordant; null: as usual. */
  percentWof: number | null
  /** Of its mordant bath, and how it came out of it; null: as usual, or not known of one that is past. */
  heat: BathHeat | null
  finish: BathFinish | null
  /** g air-dry plant per g dry fibre. */
  ratioDry: number
  size: ParticleSize | null
  water: Water | null
  way: Way
  /** As the way has it where it is null. */
  minutes: number | null
  tempC: number | null
  /** null: in whatever there is. */
  vesselId: string | null
}

/** The recipe of a level: as all of the trial, but for the one thing it is of. */
export function recipeAt(recipe: TrialRecipe, factor: TrialFactor, level: Level): TrialRecipe {
  switch (factor) {
    case 'mordant':
      return { ...recipe, scheme: level as TrialRecipe['scheme'] }
    case 'mordantPercent':
      return { ...recipe, percentWof: Number(level) }
    case 'mordantHeat':
      return { ...recipe, heat: level as BathHeat }
    case 'mordantFinish':
      return { ...recipe, finish: level as BathFinish }
    case 'particleSize':
      return { ...recipe, size: level as ParticleSize }
    default:
      return { ...recipe, [factor]: level }
  }
}

/** Whether each piece lies in a jar of its own. */
export const isInJars = (factor: TrialFactor, asked: boolean): boolean =>
  asked || TRIAL_FACTOR_FACTS[factor].differsBy !== 'piece'

/** A trial as its chances are reckoned: ratios are a series along their logarithm, all else level by level. */
export const shapeOf = (factor: TrialFactor, levels: readonly Level[], each: number): TrialShape =>
  factor === 'ratioDry'
    ? { places: levels.map((ratio) => Math.log2(Number(ratio))), each, isSlope: true }
    : { places: levels.map((_, i) => (i === 0 ? 0 : 1)), each, isSlope: false }

import type { Form } from '~~/catalogue/fibres'
import { FIBRES } from '~~/catalogue/fibres'
import { MOST_SEED } from '~~/core/trial/draw-lots'
import { newId } from '~~/shared/ids'
import {
  TRIAL_FACTOR_FACTS,
  type Level,
  type TrialFactor,
  type TrialRecipe,
} from '~~/shared/rules/trial/trial-factors'
import type { TrialDesign } from '~~/shared/schemas/trial/trial'
import { first } from '~~/core/present'

/** What is typed of a trial before it is kept. */
export interface TrialDraft {
  id: string
  factor: TrialFactor
  /** Of each thing that may be asked: what was set for it stays when another is looked at. */
  levels: Record<TrialFactor, (Level | null)[]>
  each: number | null
  seed: number
  inJars: boolean
  lotId: string
  pieceG: number | null
  isWashed: boolean
  isMordanted: boolean
  recipe: Omit<TrialRecipe, 'ratioDry'> & { ratioDry: number | null }
}

export const drawnSeed = () => Math.floor(Math.random() * (MOST_SEED + 1))

export const blankTrial = (): TrialDraft => ({
  id: newId(),
  factor: 'mordant',
  levels: {
    mordant: ['alum', 'iron'],
    mordantPercent: [8, 16],
    mordantHeat: ['cold', 'hot'],
    mordantFinish: ['dried', 'heldWet'],
    fibre: ['wool', 'silk'],
    ratioDry: [0.2, 0.4, 0.8, 1.6],
    particleSize: ['chopped', 'ground'],
    water: ['rain', 'tap'],
    minutes: [30, 60, 120],
    tempC: [60, 82],
    way: ['simmer', 'coldSteep'],
  },
  each: 2,
  seed: drawnSeed(),
  inJars: true,
  lotId: '',
  pieceG: 10,
  isWashed: true,
  isMordanted: false,
  recipe: {
    fibre: 'wool',
    scheme: 'alum',
    percentWof: null,
    heat: null,
    finish: null,
    ratioDry: 0.5,
    size: null,
    water: null,
    way: 'simmer',
    minutes: null,
    tempC: null,
    vesselId: null,
  },
})

/** As it is asked and kept; the schema says what is missing. */
export function designOf(draft: TrialDraft): Record<keyof TrialDesign, unknown> {
  const { factor, levels, each, seed, inJars, lotId, pieceG, isWashed, isMordanted, recipe } = draft
  // a ratio series takes none from the recipe, which must name one all the same
  const ratioDry = factor === 'ratioDry' ? levels.ratioDry[0] : recipe.ratioDry
  return {
    factor,
    levels: levels[factor],
    each,
    seed,
    inJars,
    lotId,
    form: formOf(draft),
    pieceG,
    isWashed,
    isMordanted,
    recipe: { ...recipe, ratioDry },
  }
}

/** The form that its fibres are usually had in. */
function formOf({ factor, levels, recipe }: TrialDraft): Form {
  const fibre = factor === 'fibre' ? levels.fibre[0] : recipe.fibre
  return first(FIBRES[fibre as TrialRecipe['fibre']].forms)
}

export const isNumbered = (factor: TrialFactor): boolean =>
  'least' in TRIAL_FACTOR_FACTS[factor].levels

/** One level more: of numbers twice the last, else one that is not taken yet; null: there is none. */
export function nextLevel(factor: TrialFactor, taken: readonly (Level | null)[]): Level | null {
  const { levels } = TRIAL_FACTOR_FACTS[factor]
  if (!('least' in levels)) return levels.find((level) => !taken.includes(level)) ?? null
  const most = Math.max(0, ...taken.filter((level): level is number => typeof level === 'number'))
  const next = factor === 'tempC' ? most + 10 : 2 * most
  return next > 0 && next <= levels.most ? next : null
}

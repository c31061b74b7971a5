import { group, sum } from 'd3-array'
import { schemeFacts, type Scheme } from '../../../catalogue/mordant-schemes'
import { wayFacts } from '../../../catalogue/ways'
import { freeMarks } from '../../../core/fibre/marks'
import { plantNeededG } from '../../../core/harvest/ratio'
import { BATH_HEATS } from '../../../core/mordant/bath-steps'
import { trialLiquorL } from '../../../core/pot/trial-liquor'
import type { WayStep } from '../../../core/pot/way-steps'
import { first } from '../../../core/present'
import { drawLots } from '../../../core/trial/draw-lots'
import type { NewBath } from '../../schemas/basket/mordant-bath'
import type { NewPiece } from '../../schemas/basket/piece'
import type { NewPieceSet } from '../../schemas/basket/piece-set'
import type { NewTreatment } from '../../schemas/basket/treatment'
import type { NewPot } from '../../schemas/pot/pot'
import { PLAIN_PLAN } from '../../schemas/pot/pot-plan'
import type { NewTrial, TrialDesign, TrialPlace } from '../../schemas/trial/trial'
import { agentsFor } from '../basket/agents-for'
import { leastLiquorL } from '../basket/bath-guards'
import { isInJars, recipeAt, TRIAL_FACTOR_FACTS, type TrialRecipe } from './trial-factors'

/** A piece of a trial before it is in the log. */
export interface LaidPiece {
  /** Place of its level among the levels. */
  level: number
  mark: string
  recipe: TrialRecipe
  /** Of the lot, in the state it is in, g. */
  plantG: number
}

/** All that a trial takes, to be written as one. */
export interface LaidTrial {
  set: NewPieceSet
  pieces: NewPiece[]
  baths: NewBath[]
  pots: NewPot[]
  places: TrialPlace[]
}

/** No bath is smaller, L. */
const LEAST_BATH_L = 0.5

/**
 * The pieces of a trial in the order of their marks, with levels drawn by lot.
 *
 * @param dryFraction of the lot, above 0 and at most 1
 */
export function laidPieces(design: TrialDesign, dryFraction: number): LaidPiece[] {
  const { factor, levels, each, seed, recipe, pieceG } = design
  const marks = freeMarks(levels.length * each)
  return drawLots(levels.length, each, seed).map((level, i) => {
    const own = recipeAt(recipe, factor, levels[level]!)
    return {
      level,
      mark: marks[i]!,
      recipe: own,
      plantG: plantNeededG(own.ratioDry, pieceG, dryFraction),
    }
  })
}

/** Pieces, mordant baths and pots of a trial. @param newId of each thing that is made */
export function laidTrial(
  { id, words, on, design }: NewTrial,
  dryFraction: number,
  newId: () => string,
): LaidTrial {
  const set: NewPieceSet = { id: newId(), name: words, kind: 'trial', note: '' }
  const laid = laidPieces(design, dryFraction).map((piece) => ({ ...piece, id: newId() }))
  const pieces = laid.map(({ id: pieceId, mark, recipe }): NewPiece => ({
    id: pieceId,
    name: 'trial hank',
    fibre: recipe.fibre,
    form: design.form,
    dryG: design.pieceG,
    mark,
    setId: set.id,
    treatments: treatmentsOf(design, recipe, on),
    note: '',
  }))
  const baths = design.isMordanted ? [] : bathsOf(design, laid, on, newId)
  const isOnePot = !isInJars(design.factor, design.inJars)
  const potsOf = isOnePot ? [laid] : laid.map((piece) => [piece])
  const groupOf = waterBaths(design, id, newId)
  const pots = potsOf.map((of) => ({
    ...potOf(design, of, on),
    id: newId(),
    groupId: isOnePot ? null : groupOf(of[0]!.level),
    // a jar is no vessel of the kit
    ...(!isOnePot && { vesselId: null }),
    note: `Of a trial: ${words}`,
  }))
  const places = potsOf.flatMap((of, i) =>
    of.map(({ id: pieceId, level }) => ({ pieceId, potId: pots[i]!.id, level })),
  )
  return { set, pieces, baths, pots, places }
}

/** Jars share one water bath, unless the heat or the way is what differs. */
function waterBaths({ factor, levels }: TrialDesign, trialId: string, newId: () => string) {
  if (TRIAL_FACTOR_FACTS[factor].differsBy !== 'fire') return () => trialId
  const own = levels.map(newId)
  return (level: number) => own[level]!
}

/** The mordant itself takes the percentage that was asked for; what goes with it stays as usual. */
const percentsOf = (scheme: Scheme, percentWof: number | null) => {
  const agents = schemeFacts(scheme).stages.flatMap((stage) => stage.agents)
  const own = agents.find(({ agent }) => agent !== 'creamOfTartar') ?? first(agents)
  return percentWof === null ? {} : { [own.agent]: percentWof }
}

/** As it is asked for, else as it usually is. */
const heatOf = (scheme: Scheme, asked: TrialRecipe['heat']) =>
  asked ?? first(schemeFacts(scheme).heats)

function treatmentsOf(
  { isWashed, isMordanted, pieceG }: TrialDesign,
  { scheme, percentWof, heat, finish }: TrialRecipe,
  doneOn: string,
): NewTreatment[] {
  const washed: NewTreatment[] = isWashed ? [{ kind: 'wash', doneOn }] : []
  if (!isMordanted || scheme === 'none') return washed
  const given = agentsFor(scheme, pieceG, percentsOf(scheme, percentWof)).map(
    ({ agent, percentWof: percent }): NewTreatment => ({
      kind: agent === 'creamOfTartar' || !schemeFacts(scheme).bonds ? 'soak' : 'mordant',
      agent,
      percentWof: percent,
      // of what was done before, only what was said is known
      ...(heat && { heat }),
      ...(finish && { finish }),
      doneOn,
    }),
  )
  return [...washed, ...given]
}

/** One bath for each mordanting: pieces that get the same share it. */
function bathsOf(
  { pieceG, form }: TrialDesign,
  laid: readonly (LaidPiece & { id: string })[],
  plannedFor: string,
  newId: () => string,
): NewBath[] {
  const alike = group(laid, ({ recipe: { scheme, percentWof, heat, finish } }) =>
    JSON.stringify([scheme, percentWof, heat, finish]),
  )
  return [...alike.values()].flatMap((of) => {
    const { scheme, percentWof, heat: asked, finish } = of[0]!.recipe
    if (scheme === 'none') return []
    const heat = heatOf(scheme, asked)
    const looks = of.map(() => ({ form, dryG: pieceG }))
    return [
      {
        id: newId(),
        scheme,
        heat,
        placing: 'before' as const,
        finish: finish ?? ('dried' as const),
        rinse: false,
        waterL: Math.round(10 * Math.max(LEAST_BATH_L, leastLiquorL(looks))) / 10,
        tempC: BATH_HEATS[heat].tempC,
        vessel: '',
        vesselL: null,
        againOf: null,
        plannedFor,
        note: '',
        agents: agentsFor(scheme, of.length * pieceG, percentsOf(scheme, percentWof)),
        pieceIds: of.map(({ id }) => id),
        startedAt: null,
        overrides: [],
      },
    ]
  })
}

function potOf(
  { lotId, pieceG }: TrialDesign,
  of: readonly (LaidPiece & { id: string })[],
  dyedOn: string,
): Omit<NewPot, 'id' | 'groupId' | 'note'> {
  const { way, tempC, minutes, water, size, vesselId } = of[0]!.recipe
  const { dyeC, dyeMin, steps } = wayFacts(way)
  const waterL = trialLiquorL(of.length * pieceG)
  return {
    title: '',
    stage: 'planned',
    way,
    vesselId,
    dyedOn,
    lots: [{ lotId, massG: Math.round(10 * sum(of, ({ plantG }) => plantG)) / 10 }],
    pieces: of.map(({ id }) => ({ pieceId: id })),
    tempC: tempC ?? dyeC,
    minutes: minutes ?? dyeMin,
    finalPh: null,
    waterL,
    plan: {
      ...PLAIN_PLAN,
      steps: steps.map((step) => stepOf(step, { tempC, minutes })),
      water,
      size,
      pourL: waterL,
    },
  }
}

/** The dyeing itself goes as the recipe has it. */
function stepOf(
  step: WayStep,
  { tempC, minutes }: Pick<TrialRecipe, 'tempC' | 'minutes'>,
): WayStep {
  if (step.kind !== 'dye') return step
  const words = tempC === null ? step.words : step.words.replace(`${step.tempC} °C`, `${tempC} °C`)
  return { ...step, words, tempC: tempC ?? step.tempC, minutes: minutes ?? step.minutes }
}

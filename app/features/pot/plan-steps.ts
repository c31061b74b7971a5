import { wayFacts, type Way } from '~~/catalogue/ways'
import { agentFacts } from '~~/catalogue/agents'
// steps are kept with the pot: in metric units, which are put into the reader's where they are shown
import { formatMass, formatVolume } from '~~/core/quantity/format-quantity'
import { inOrder, type WayStep } from '~~/core/pot/way-steps'
import type { OwnWay } from '~~/shared/schemas/pot/own-way'
import { withExtras, type ExtraStep } from './extra-steps'
import type { PlannedAddition, PotPlan } from '~~/shared/schemas/pot/pot-plan'

/** What a plan changes of its way's steps. */
export interface StepWishes {
  heatMin: number | null
  tempC: number | null
  /** While the colour is drawn out, before pieces go in. */
  extractC?: number | null
  dyeMin: number | null
  /** A second bath, or a liquor that was strained before: nothing is drawn out again. */
  isLiquorMade: boolean
  /** Water that a liquor is thinned with, L. */
  thinL?: number
  /** Of what is painted on, or dipped in a vat: each but the first is a round of its own. */
  coats?: number
  /** A fire wants eyes all along. */
  isOnFire?: boolean
  /** What the plan adds to its way. */
  extraSteps?: readonly ExtraStep[]
  /** pH the bath is brought to before the pieces go in. */
  ph?: PotPlan['ph']
  /** What is meant to go in beside the plant: each is a step to be confirmed. */
  additions?: readonly PlannedAddition[]
}

/** Measuring out and stirring in, min; from memory. */
const STIR_MIN = 5
/** Four spoonfuls, each stirred in, cooled and read, min; from memory. */
const PH_MIN = 20
const NEUTRAL_PH = 7
/** Less water thins no liquor that one could tell, L. */
const LEAST_THINNED_L = 0.02

/** Steps that make the liquor; they end with the pieces going in. */
const MAKING = ['prepare', 'extract', 'mash', 'strain', 'combine', 'topUp', 'stand', 'steep']

/** The steps of a way as this pot will go through them. */
export function planSteps(way: Way, own: OwnWay | null, wishes: StepWishes): WayStep[] {
  const steps = withExtras(fittedSteps(way, own, wishes), wishes.extraSteps ?? [])
  return withPh(withAdditions(steps, wishes.additions ?? []), wishes.ph ?? null)
}

function fittedSteps(way: Way, own: OwnWay | null, wishes: StepWishes): WayStep[] {
  const { heatMin, tempC, extractC = null, dyeMin, isLiquorMade, thinL = 0, coats = 1 } = wishes
  const dyeC = wayFacts(way).dyeC
  const steps = inOrder(own?.steps ?? wayFacts(way).steps)
  const enter = steps.findIndex(({ kind }) => kind === 'enter')
  const fitted = steps.map((step, i): WayStep => {
    const isDye = step.kind === 'dye'
    const isHeated = step.tempC !== null && dyeC !== null
    const isDraw = step.tempC !== null && i < enter && ['heat', 'extract'].includes(step.kind)
    // of a later bath nothing is drawn out: it is heated for the pieces alone
    const isForPieces = isDye || (step.kind === 'heat' && (isLiquorMade || i > enter))
    const wanted = tempC !== null && isHeated && isForPieces
    const heatC = wanted ? tempC : isDraw ? extractC : null
    return {
      ...step,
      ...(step.kind === 'heat' && heatMin !== null && { minutes: Math.round(heatMin) }),
      ...(isDye && dyeMin !== null && { minutes: dyeMin }),
      ...(heatC !== null && { tempC: heatC, words: inWords(step, heatC) }),
      ...(wishes.isOnFire && step.burner && { attended: true }),
    }
  })
  const round = ROUNDS[way]
  const laid = round && coats > 1 ? inRounds(fitted, coats, round) : fitted
  return isLiquorMade ? withLiquor(laid, thinL) : laid
}

/** The steps from a liquor that is there: nothing is drawn out; it may be thinned first. */
function withLiquor(fitted: readonly WayStep[], thinL: number): WayStep[] {
  const enter = fitted.findIndex(({ kind }) => kind === 'enter')
  const gone = new Set(
    fitted.filter(({ kind }, i) => i < enter && MAKING.includes(kind)).map(({ id }) => id),
  )
  const left = fitted
    .filter(({ id }) => !gone.has(id))
    .map((step) => ({ ...step, after: step.after.filter(({ id }) => !gone.has(id)) }))
  if (thinL < LEAST_THINNED_L) return left
  const thin: WayStep = {
    id: 'thin',
    kind: 'topUp',
    words: `Thin the liquor with ${formatVolume(thinL, 2)} of water`,
    minutes: STIR_MIN,
    mostMinutes: null,
    tempC: null,
    after: [],
    attended: true,
  }
  // what began with the liquor begins when it is thinned; wetting out goes on beside
  const begins = ({ kind, after }: WayStep) => kind !== 'wetOut' && after.length === 0
  return [
    thin,
    ...left.map((step) =>
      begins(step) || step.kind === 'enter'
        ? { ...step, after: [...step.after, { id: thin.id }] }
        : step,
    ),
  ]
}

/** A step that names its heat names the one that is wanted. */
const inWords = ({ words, tempC }: WayStep, wantedC: number) =>
  words.replace(`${tempC} °C`, `${wantedC} °C`)

/** A round of a way: its first and its last step, and what the first is called in the n-th. */
interface Round {
  first: string
  last: string
  words: (n: number) => string
}

const ROUNDS: Partial<Record<Way, Round>> = {
  paintOn: { first: 'coat', last: 'dry', words: (n) => `Brush coat ${n} on` },
  reducedVat: { first: 'dye', last: 'air', words: (n) => `Dip ${n}` },
}

/** So many rounds, each begun when the one before is dry, or aired. */
function inRounds(
  steps: readonly WayStep[],
  count: number,
  { first, last, words }: Round,
): WayStep[] {
  const [begin, end] = [first, last].map((id) => steps.find((step) => step.id === id))
  if (!begin || !end) return [...steps]
  const { again: _, ...plainEnd } = end
  // the first round stands already; each further one waits for the one before
  const more = Array.from({ length: count - 1 }, (_each, i): WayStep[] => {
    const n = i + 2
    const before = n === 2 ? last : `${last}${n - 1}`
    return [
      { ...begin, id: `${first}${n}`, words: words(n), after: [{ id: before }] },
      { ...plainEnd, id: `${last}${n}`, after: [{ id: `${first}${n}` }] },
    ]
  }).flat()
  const final = `${last}${count}`
  const moved = steps.map((step) =>
    step === end
      ? plainEnd
      : {
          ...step,
          after: step.after.map((each) => (each.id === last ? { ...each, id: final } : each)),
        },
  )
  return [...moved, ...more]
}

/**
 * Steps with what is stirred in laid among them: before the pieces, with them, or when their time
 * in the bath is nearly over.
 */
function withAdditions(
  steps: readonly WayStep[],
  additions: readonly PlannedAddition[],
): WayStep[] {
  const enter = steps.find(({ kind }) => kind === 'enter')
  if (!enter || additions.length === 0) return [...steps]
  const dyeMin = steps.find(({ kind }) => kind === 'dye')?.minutes ?? 0
  const stirred = additions.map(({ agent, form, massG, massBasis, when }, i): WayStep => {
    const about = massBasis === 'about' ? '~' : ''
    const amount = massG === null ? 'some' : `${about}${formatMass(massG)}`
    return {
      id: `add${i + 1}`,
      kind: 'add',
      words: `Stir in ${amount} ${agentFacts(agent).label}`,
      minutes: STIR_MIN,
      mostMinutes: null,
      tempC: null,
      after:
        when === 'before'
          ? enter.after
          : [{ id: enter.id, minLagMin: when === 'in' ? 0 : Math.max(0, dyeMin - STIR_MIN) }],
      attended: true,
      adds: { agent, form, massG, ...(massBasis && { massBasis }) },
    }
  })
  const before = stirred.filter((_, i) => additions[i]?.when === 'before').map(({ id }) => ({ id }))
  return [
    ...steps.map((step) =>
      step === enter ? { ...step, after: [...step.after, ...before] } : step,
    ),
    ...stirred,
  ]
}

/** Steps with the shift of pH before the pieces: alkali is harder on fibre the hotter it is. */
function withPh(steps: readonly WayStep[], ph: PotPlan['ph']): WayStep[] {
  const enter = steps.find(({ kind }) => kind === 'enter')
  if (!enter || !ph) return [...steps]
  const { target, cap, agent } = ph
  const heat = target > NEUTRAL_PH ? 'Heat off: bring' : 'Bring'
  const shift: WayStep = {
    id: 'ph',
    kind: 'prepare',
    words: `${heat} the bath to pH ${target} with ${agentFacts(agent).label}, never past ${cap}`,
    minutes: PH_MIN,
    mostMinutes: null,
    tempC: null,
    after: enter.after,
    attended: true,
  }
  const at = steps.indexOf(enter)
  return [
    ...steps.slice(0, at),
    shift,
    { ...enter, after: [...enter.after, { id: shift.id }] },
    ...steps.slice(at + 1),
  ]
}

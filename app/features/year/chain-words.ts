import { AGENTS } from '~~/catalogue/agents'
import { formatCount } from '~~/core/quantity/format-count'
import { clockTime, dayMonth, weekdayDay } from '~/format/calendar'
import { USUAL_VESSEL_L } from '~~/shared/rules/year/usual-vessel'
import { farWords } from '~/features/strength/words'
import { FORM_FREEDOM } from '~~/catalogue/fibres'
import { liquorFor } from '~~/core/plan/plant-for-plan'
import { formatMass, formatRatio, formatVolume, inUnits } from '~/format/quantities'
import { formatRoughMass } from '~/format/rough-mass'
import type { PlanPart } from '~~/shared/schemas/year/plan'
import type {
  ChainJar,
  ChainPlant,
  ChainPot,
  ChainStep,
  ChainView,
} from '~~/shared/views/year/chain'

const DAY_MS = 86_400_000

/** A step of a chain as a line of its plan. */
export interface ChainLine {
  id: string
  step: ChainStep
  /** `29 Nov`, `to 6 Dec`. */
  when: string
  what: string
  more: string
}

const dayCount = (days: number) => formatCount(Math.max(0, Math.floor(days)), 'day')

/** `a week and a half` is no promise: whole days, rounded down. */
export const spareWords = ({ spareMs, soonest, plan }: ChainView): string => {
  if (plan.wantedBy === null) return 'no day is wanted'
  if (soonest !== null) return `too late for ${dayMonth(plan.wantedBy)}: by ${weekdayDay(soonest)}`
  return spareMs === null ? '' : `${dayCount(spareMs / DAY_MS)} to spare`
}

/** `likely ready from 3 Jan`; what lies behind is no date to wait for. */
export const jarWords = ({ readyAt }: ChainJar): string =>
  readyAt > Date.now() ? `likely ready from ${dayMonth(readyAt)}` : 'likely ready by now'

/** What lies in the way of a plan, or must be bought; empty: nothing. */
export function chainTroubles(chain: ChainView): string[] {
  const { plants, pots, mordantG, mordantOnShelfG, plan, roomL } = chain
  const missingG = mordantG === null ? 0 : mordantG - mordantOnShelfG
  return [
    inUnits(chain.failure),
    ...plants.flatMap((plant, i) =>
      plantTroubles(
        plant,
        pots.filter((pot) => pot.plant === i),
      ),
    ),
    ...plan.parts.map((part) => tooLarge(part, chain)),
    plan.mordant &&
      missingG > 0.5 &&
      `${formatRoughMass(missingG)} of ${AGENTS[plan.mordant].label} must be bought.`,
    roomL === null &&
      `No vessel is listed in your kit: one of ${formatVolume(USUAL_VESSEL_L, 2)} is planned by.`,
  ].filter((each): each is string => typeof each === 'string' && each !== '')
}

/** What is not known of a plant's amount, and what there is too little of. */
function plantTroubles(
  { isRatioKnown, jar, wantedDryG, shortG, forDepth, sourceName }: ChainPlant,
  pots: readonly ChainPot[],
): (string | false)[] {
  const farOff = pots
    .flatMap(({ isDepthLikely, ratioDry }) =>
      isDepthLikely && ratioDry !== null ? [farWords(ratioDry, forDepth.tried)] : [],
    )
    .find((words) => words !== '')
  return [
    !isRatioKnown && `How much ${sourceName} dyes a gram of fibre is not known: no amount is told.`,
    pots.some(
      ({ depth, liquorOf, isDepthLikely, againCode }) =>
        depth !== null && liquorOf === null && !isDepthLikely && againCode === null,
    ) &&
      `No swatch of ${sourceName} on this fibre and mordant tells a ratio that is likely to get so deep: what is usually taken is planned by.`,
    farOff !== undefined && `The ratio for that depth is ${farOff}.`,
    jar !== null &&
      wantedDryG - jar.dryG > 0.5 &&
      `${jar.code} holds ${formatRoughMass(jar.dryG, Math.floor)} of dry plant, and ${formatRoughMass(wantedDryG)} are wanted: less fibre, or another jar.`,
    shortG !== null &&
      shortG > 1 &&
      `Your places bear ${formatRoughMass(shortG)} less ${sourceName} than that this year.`,
  ]
}

/** A piece that no vessel lets move; empty: they do. */
function tooLarge({ fibreG, pieces }: PlanPart, { plan, roomL }: ChainView): string {
  const wantsL = liquorFor(fibreG / pieces, FORM_FREEDOM[plan.form].evenLPerKg)
  return roomL !== null && wantsL > roomL
    ? `A piece of ${formatMass(fibreG / pieces)} wants ${formatVolume(wantsL, 2)} to move in, and your largest vessel may be filled to ${formatVolume(roomL, 2)}.`
    : ''
}

/** Lines of a chain in their order. */
export const chainLines = (chain: ChainView): ChainLine[] =>
  chain.steps.map((step) => ({
    id: step.id,
    step,
    when: whenOf(step, chain),
    ...lineOf(step, chain),
  }))

function whenOf({ kind, from, to, isMoved }: ChainStep, chain: ChainView): string {
  // what is dried keeps: laid back from a day, its walk is the latest that will do
  const isLatest = chain.spareMs !== null && chain.steps.some((step) => step.kind === 'dry')
  if (kind === 'gather' && isLatest && !isMoved) return `by ${weekdayDay(from)}`
  if (kind === 'dry' || kind === 'ferment' || kind === 'steep') return `to ${dayMonth(to)}`
  return weekdayDay(from)
}

function lineOf(step: ChainStep, chain: ChainView): Pick<ChainLine, 'what' | 'more'> {
  const { plan, plants } = chain
  const plant = plants[step.index]
  // where there is but one, nobody asks which
  const name = plants.length > 1 && plant ? ` ${plant.sourceName}` : ''
  switch (step.kind) {
    case 'gather':
      return gatherLine(plant, name)
    case 'dry':
      return {
        what: `dry ${name || 'it'}`.replace('  ', ' '),
        more: plant?.dryingDays
          ? `usually ${plant.dryingDays[0]} to ${formatCount(plant.dryingDays[1], 'day')}, the longer planned by`
          : '',
      }
    case 'ferment':
      return {
        what: `stand in its jar${name && `,${name}`}`,
        more: 'from a month on; longer is deeper',
      }
    case 'wash':
      return { what: 'wash the fibre', more: '' }
    case 'mordant':
      return {
        what: `${plan.mordant ? AGENTS[plan.mordant].label : 'mordant'}, bath ${step.index + 1}`,
        more: inTurn(
          inVessel(step),
          litBy(step),
          chain.isHeldWet ? 'kept wet for the pot' : 'dried after it',
        ),
      }
    case 'steep':
      return { what: `steep for pot ${step.index + 1}`, more: 'in the cool' }
    case 'finish':
      return { what: 'rinse, and dry in the shade', more: '' }
    case 'pot':
      return potLine(step, chain)
  }
}

function gatherLine(plant: ChainPlant | undefined, name: string): Pick<ChainLine, 'what' | 'more'> {
  if (!plant?.gatherG) return { what: `gather${name}, amount not known`, more: '' }
  const { low, mid, high } = plant.gatherG
  return {
    what: `gather ${formatRoughMass(mid)}${name} fresh`,
    more: inTurn(
      `${formatRoughMass(low, Math.floor)} to ${formatRoughMass(high, Math.ceil)}, its dry matter ${BASIS[plant.basis]}`,
      ...plant.shares.map(({ patchName, massG }) => `${patchName}: ${formatRoughMass(massG)}`),
    ),
  }
}

function potLine(step: ChainStep, { pots, plants }: ChainView): Pick<ChainLine, 'what' | 'more'> {
  const name = `pot ${step.index + 1}`
  const pot = pots[step.index]
  const plant = pot && plants[pot.plant]
  if (!plant) return { what: name, more: '' }
  const fibre = formatMass(pot.fibreG)
  const pieces = pot.pieces > 1 ? ` in ${formatCount(pot.pieces, 'piece')}` : ''
  if (pot.liquorOf !== null) {
    return {
      what: `${name}: ${fibre}${pieces} in what pot ${pot.liquorOf + 1} left`,
      more: inTurn('paler, by how much is not promised', inVessel(step), litBy(step)),
    }
  }
  const ratio =
    pot.ratioAsWeighed === null ? '' : ` at ${formatRatio(pot.ratioAsWeighed)} ${pot.state}`
  const source = plants.length > 1 ? `${plant.sourceName}, ` : ''
  return {
    what: `${name}: ${source}${fibre}${pieces}${ratio}`,
    more: inTurn(promiseOf(pot, plant), inVessel(step), litBy(step)),
  }
}

const inTurn = (...words: readonly string[]): string => words.filter(Boolean).join('; ')

const BASIS = { measured: 'weighed', estimated: 'by your other lots', typical: 'typical' } as const

const swatches = (n: number) => formatCount(n, 'swatch', 'swatches')

/** What is known of how deep a pot gets, and what stands behind it. */
function promiseOf(
  { depth, isDepthLikely, againCode }: ChainPot,
  { forDepth, usualN }: ChainPlant,
): string {
  if (againCode) return `at the ratio of ${againCode}`
  if (depth && isDepthLikely) {
    return `${depth} or deeper 8 times in 10, by ${swatches(forDepth.n)} of yours`
  }
  return [
    depth && `whether it gets ${depth} is not known`,
    usualN > 0 ? `as you take it, by ${swatches(usualN)}` : 'as is usual, no swatch of yours',
  ]
    .filter(Boolean)
    .join('; ')
}

/** Which of several vessels it is laid into. */
const inVessel = ({ vessel }: ChainStep): string => (vessel ? `in the ${vessel}` : '')

/** Flames and hands are over before the evening. */
const litBy = ({ latestStart }: ChainStep): string =>
  latestStart === null ? '' : `begun by ${clockTime(latestStart)}`

/** A step's name, short enough for a bar. */
export function barWords({ kind, index }: Pick<ChainStep, 'kind' | 'index'>): string {
  if (kind === 'pot') return `pot ${index + 1}`
  if (kind === 'mordant') return index === 0 ? 'mordant' : `mordant ${index + 1}`
  return {
    gather: 'gather',
    dry: 'dries',
    ferment: 'jar',
    wash: 'wash',
    steep: 'steeps',
    finish: 'finish',
  }[kind]
}

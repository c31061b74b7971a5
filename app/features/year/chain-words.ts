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
  const { plant, pots, mordantG, mordantOnShelfG, plan, roomL } = chain
  const farOff = pots
    .flatMap(({ isDepthLikely, ratioDry }) =>
      isDepthLikely && ratioDry !== null ? [farWords(ratioDry, plant.forDepth.tried)] : [],
    )
    .find((words) => words !== '')
  const missingG = mordantG === null ? 0 : mordantG - mordantOnShelfG
  return [
    inUnits(chain.failure),
    !plant.isRatioKnown && 'How much of it dyes a gram of fibre is not known: no amount is told.',
    pots.some((pot) => pot.depth && pot.liquorOf === null && !pot.isDepthLikely) &&
      'No swatch on this fibre and mordant tells a ratio that is likely to get so deep: what is usually taken is planned by.',
    farOff && `The ratio for that depth is ${farOff}.`,
    ...plan.parts.map((part) => tooLarge(part, chain)),
    chain.jar !== null &&
      plant.wantedDryG - chain.jar.dryG > 0.5 &&
      `${chain.jar.code} holds ${formatRoughMass(chain.jar.dryG, Math.floor)} of dry plant, and ${formatRoughMass(plant.wantedDryG)} are wanted: less fibre, or another jar.`,
    plant.shortG !== null &&
      plant.shortG > 1 &&
      `Your places bear ${formatRoughMass(plant.shortG)} less than that this year.`,
    plan.mordant &&
      missingG > 0.5 &&
      `${formatRoughMass(missingG)} of ${AGENTS[plan.mordant].label} must be bought.`,
    roomL === null &&
      `No vessel is listed in your kit: one of ${formatVolume(USUAL_VESSEL_L)} is planned by.`,
  ].filter((each): each is string => typeof each === 'string' && each !== '')
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
  const { plant, plan, pots } = chain
  switch (step.kind) {
    case 'gather':
      return {
        what: plant.gatherG
          ? `gather ${formatRoughMass(plant.gatherG.mid)} fresh`
          : 'gather, amount not known',
        more: [
          plant.gatherG &&
            `${formatRoughMass(plant.gatherG.low, Math.floor)} to ${formatRoughMass(plant.gatherG.high, Math.ceil)}, its dry matter ${BASIS[plant.basis]}`,
          ...plant.shares.map(({ patchName, massG }) => `${patchName}: ${formatRoughMass(massG)}`),
        ]
          .filter(Boolean)
          .join('; '),
      }
    case 'dry':
      return {
        what: 'dry it',
        more: chain.dryingDays
          ? `usually ${chain.dryingDays[0]} to ${formatCount(chain.dryingDays[1], 'day')}, the longer planned by`
          : '',
      }
    case 'ferment':
      return { what: 'stand in its jar', more: 'from a month on; longer is deeper' }
    case 'wash':
      return { what: 'wash the fibre', more: '' }
    case 'mordant':
      return {
        what: `${plan.mordant ? AGENTS[plan.mordant].label : 'mordant'}, bath ${step.index + 1}`,
        more: [
          inVessel(step),
          litBy(step),
          chain.isHeldWet ? 'kept wet for the pot' : 'dried after it',
        ]
          .filter(Boolean)
          .join('; '),
      }
    case 'steep':
      return { what: `steep for pot ${step.index + 1}`, more: 'in the cool' }
    case 'finish':
      return { what: 'rinse, and dry in the shade', more: '' }
    case 'pot': {
      const pot = pots[step.index]
      if (!pot) return { what: `pot ${step.index + 1}`, more: '' }
      const fibre = formatMass(pot.fibreG)
      const pieces = pot.pieces > 1 ? ` in ${formatCount(pot.pieces, 'piece')}` : ''
      return pot.liquorOf === null
        ? {
            what: `pot ${step.index + 1}: ${fibre}${pieces}${pot.ratioAsWeighed === null ? '' : ` at ${formatRatio(pot.ratioAsWeighed)} ${pot.state}`}`,
            more: [promiseOf(pot, plant), inVessel(step), litBy(step)].filter(Boolean).join('; '),
          }
        : {
            what: `pot ${step.index + 1}: ${fibre}${pieces} in what pot ${pot.liquorOf + 1} left`,
            more: ['paler, by how much is not promised', inVessel(step), litBy(step)]
              .filter(Boolean)
              .join('; '),
          }
    }
  }
}

const BASIS = { measured: 'weighed', estimated: 'by your other lots', typical: 'typical' } as const

const swatches = (n: number) => formatCount(n, 'swatch', 'swatches')

/** What is known of how deep a pot gets, and what stands behind it. */
function promiseOf({ depth, isDepthLikely }: ChainPot, { forDepth, usualN }: ChainPlant): string {
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
export function barWords({ kind, index }: ChainStep): string {
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

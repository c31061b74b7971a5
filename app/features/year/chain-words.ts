import { AGENTS } from '~~/catalogue/agents'
import { formatCount } from '~~/core/quantity/format-count'
import { clockTime, dayMonth, weekdayDay } from '~/format/calendar'
import { USUAL_VESSEL_L } from '~~/shared/rules/year/usual-vessel'
import { formatMass, formatRatio, formatVolume } from '~/format/quantities'
import { formatRoughMass } from '~/format/rough-mass'
import type { ChainStep, ChainView } from '~~/shared/views/year/chain'

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

/** What lies in the way of a plan, or must be bought; empty: nothing. */
export function chainTroubles(chain: ChainView): string[] {
  const { plant, mordantG, mordantOnShelfG, plan, roomL } = chain
  const missingG = mordantG === null ? 0 : mordantG - mordantOnShelfG
  return [
    chain.failure,
    !plant.isRatioKnown && 'How much of it dyes a gram of fibre is not known: no amount is told.',
    plant.isDepthUnsure &&
      'No ratio is likely to reach that depth: what is usually taken is planned by.',
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
        more: [litBy(step), chain.isHeldWet ? 'kept wet for the pot' : 'dried after it']
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
      const depth = pot.depth && `${pot.depth} or deeper`
      return pot.liquorOf === null
        ? {
            what: `pot ${step.index + 1}: ${fibre}${pot.ratioAsWeighed === null ? '' : ` at ${formatRatio(pot.ratioAsWeighed)} ${pot.state}`}`,
            more: [depth, swatchWords(plant.n), litBy(step)].filter(Boolean).join('; '),
          }
        : {
            what: `pot ${step.index + 1}: ${fibre} in what pot ${pot.liquorOf + 1} left`,
            more: ['paler, by how much is not promised', litBy(step)].filter(Boolean).join('; '),
          }
    }
  }
}

const BASIS = { measured: 'weighed', estimated: 'by your other lots', typical: 'typical' } as const

const swatchWords = (n: number) =>
  n > 0 ? `by ${formatCount(n, 'swatch', 'swatches')}` : 'as is usual, no swatch of yours'

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

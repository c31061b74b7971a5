import type { LotStepKind } from '~~/core/harvest/lot-step'
import { formatMass, formatVolume } from '~/format/quantities'
import type { LoftGroup, LoftLot } from '~~/shared/views/loft/loft'
import type { Lot } from '~~/shared/schemas/loft/lot'
import { daysSince } from '~/format/dates'
import { formatCount } from '~~/core/quantity/format-count'
import { daysText } from '~/format/days'

export const GROUP_WORDS: Record<LoftGroup, { title: string; empty: string }> = {
  goingOff: { title: 'Going off', empty: 'Nothing is going off.' },
  drying: { title: 'Drying', empty: 'Nothing hangs.' },
  low: { title: 'Running low', empty: 'Nothing is low.' },
  ready: { title: 'Ready', empty: 'Nothing is ready to dye with.' },
  liquor: { title: 'Liquors', empty: 'No liquor is kept.' },
  usedUp: { title: 'Used up', empty: 'Nothing is used up.' },
}

export const STEP_WORDS: Record<LotStepKind, { done: string; button: string; asks: string }> = {
  stripped: { done: 'stripped', button: 'Strip and weigh', asks: 'Clean, on the scale' },
  dried: { done: 'dried', button: 'Weigh it dry', asks: 'Crisp, on the scale' },
  frozen: { done: 'frozen', button: 'Freeze', asks: 'On the scale' },
  thawed: { done: 'thawed', button: 'Thaw', asks: 'On the scale' },
  chopped: { done: 'chopped', button: 'Chop', asks: 'Chopped, on the scale' },
  ground: { done: 'ground', button: 'Grind', asks: 'Ground, on the scale' },
  aged: { done: 'aged', button: 'Age', asks: 'Aged, on the scale' },
  soaked: { done: 'soaked', button: 'Soak', asks: 'Before it was soaked, on the scale' },
  lost: { done: 'lost', button: 'Lost', asks: 'What is left, on the scale' },
  counted: { done: 'counted', button: 'Count', asks: 'On the scale' },
}

/** Steps that a lot in its state can take. */
export function stepsFor({ state }: Pick<Lot, 'state'>): LotStepKind[] {
  if (state === 'liquor') return ['counted', 'lost']
  if (state === 'frozen') return ['thawed', 'dried', 'counted', 'lost']
  if (state === 'dried') return ['chopped', 'ground', 'soaked', 'stripped', 'counted', 'lost']
  return ['stripped', 'dried', 'frozen', 'chopped', 'ground', 'aged', 'soaked', 'counted', 'lost']
}

/** `320 g` or, of a liquor, `1.5 L`. */
export const amountOf = ({
  state,
  leftG,
  amountBasis = 'measured',
  steps = [],
  netG,
}: Pick<Lot, 'state' | 'leftG'> & Partial<Pick<Lot, 'amountBasis' | 'steps' | 'netG'>>) => {
  // a lot of a card whose amount nobody knows
  if (netG === 0) return 'not known'
  // what was counted stays about so much, until a scale has spoken
  const about = amountBasis !== 'measured' && steps.length === 0 ? '~' : ''
  return about + (state === 'liquor' ? formatVolume(leftG / 1000) : formatMass(leftG))
}

const TILDE = { measured: '', estimated: '~', typical: '~' } as const

/** Grams of dry matter, or of plant a liquor stands for. */
export const dryOf = ({ leftG, dryFraction, dryFractionBasis, state }: Lot) =>
  `${TILDE[dryFractionBasis]}${formatMass(leftG * dryFraction)} ${state === 'liquor' ? 'plant' : 'dry'}`

/** The one line of a lot's tag. */
export function lineOf(lot: LoftLot): string {
  const age = daysSince(lot.gatheredOn)
  return [
    lot.state === 'fresh' && lot.extracted ? 'spent' : lot.state,
    lot.chop !== 'whole' && lot.chop,
    lot.extracted > 0 && `drawn ${formatCount(lot.extracted, 'time')}`,
    lot.held && 'held: name not sure',
    ageText(age),
    lot.patchName,
  ]
    .filter(Boolean)
    .join(', ')
}

const ageText = (days: number) =>
  days < 1 ? 'today' : `${daysText(days, { weeksFrom: 60, monthsFrom: 60, yearsFrom: 720 })} old`

import { finite, fraction, notNegative, positive } from '../checks'
import { InputError } from '../input-error'
import type { Basis, PlantState } from './dry-fraction'
import { first } from '../present'

/** What is done to a lot on its way from the basket to the jar, each time with the scale. */
export const LOT_STEP_KINDS = [
  'stripped',
  'dried',
  'frozen',
  'thawed',
  'chopped',
  'ground',
  'aged',
  'soaked',
  'lost',
  'counted',
] as const
export type LotStepKind = (typeof LOT_STEP_KINDS)[number]

export type Chop = 'whole' | 'chopped' | 'ground'

/** A lot as far as a step changes it. */
export interface Stock {
  state: PlantState
  chop: Chop
  /** g, in that state. */
  massG: number
  /** Air-dry mass / present mass, with what stands behind it. */
  dryFraction: number
  dryFractionBasis: Basis
}

export interface Step {
  kind: LotStepKind
  /** On the scale afterwards, g; what is left of it. */
  afterG: number
}

export interface Stepped {
  stock: Stock
  /** g, negative where it became less. */
  deltaG: number
  /** Mass after / mass before. */
  yield: number
  /** Air-dry / fresh mass that drying has shown; null for other steps. */
  shownDryFraction: number | null
}

/** Steps that may find more than the books say: a scale that was read wrongly before. */
const MAY_GROW: readonly LotStepKind[] = ['counted', 'frozen', 'thawed']

const STATE_AFTER: Partial<Record<LotStepKind, PlantState>> = {
  dried: 'dried',
  frozen: 'frozen',
  thawed: 'fresh',
}
const CHOP_AFTER: Partial<Record<LotStepKind, Chop>> = { chopped: 'chopped', ground: 'ground' }

/** What a lot may not have done to it in its state, and why. */
function refused(kind: LotStepKind, { state }: Stock): string | null {
  if (state === 'liquor' && kind !== 'lost' && kind !== 'counted') {
    return 'a liquor is only counted or lost'
  }
  if (kind === 'dried' && state === 'dried') return 'it is dried already'
  if (kind === 'frozen' && state !== 'fresh')
    return `only fresh stuff is frozen, and this is ${state}`
  if (kind === 'soaked' && state === 'frozen') return 'it is frozen: thaw it first'
  if (kind === 'thawed' && state !== 'frozen') return `it is not frozen, but ${state}`
  return null
}

/**
 * A lot after one step, weighed.
 *
 * Stripping, chopping, grinding, freezing, losing and counting leave the share of dry matter as it
 * was. Drying ends in air-dry matter by definition, and shows what share of the fresh mass it was.
 * Ageing loses water alone, so dry matter stays and its share rises. What is soaked goes on counting
 * in the grams it had before.
 *
 * @throws InputError for more after than before, for a step its state does not allow, or for
 *   drying that would leave less than nothing
 */
export function lotStep(before: Stock, { kind, afterG }: Step): Stepped {
  const beforeG = positive(before.massG, '/massG', 'g')
  fraction(before.dryFraction, '/dryFraction')
  const after =
    kind === 'lost' || kind === 'counted'
      ? notNegative(afterG, '/afterG', 'g')
      : positive(afterG, '/afterG', 'g')
  const why = refused(kind, before)
  if (why) throw new InputError(`kind cannot be ${kind}: ${why}; got ${kind}`, '/kind')
  if (kind === 'soaked' && after !== beforeG) {
    throw new InputError(
      `afterG must be what there was (${beforeG} g): soaking adds water alone, so it is weighed before; got ${afterG}`,
      '/afterG',
    )
  }
  if (after > beforeG && !MAY_GROW.includes(kind)) {
    throw new InputError(
      `afterG must not be more than there was (${beforeG} g): this step only takes away; got ${afterG}`,
      '/afterG',
    )
  }
  const stock = {
    ...before,
    state: STATE_AFTER[kind] ?? before.state,
    chop: CHOP_AFTER[kind] ?? before.chop,
    massG: after,
    ...drynessAfter(before, kind, after),
  }
  return {
    stock,
    deltaG: after - beforeG,
    yield: after / beforeG,
    shownDryFraction: kind === 'dried' ? after / beforeG : null,
  }
}

function drynessAfter(
  before: Stock,
  kind: LotStepKind,
  afterG: number,
): Pick<Stock, 'dryFraction' | 'dryFractionBasis'> {
  const { dryFraction, dryFractionBasis } = before
  if (kind === 'dried') return { dryFraction: 1, dryFractionBasis: 'measured' }
  if (kind !== 'aged') return { dryFraction, dryFractionBasis }
  // what it weighs now is its dry matter and what water is left
  const risen = Math.min(1, (dryFraction * before.massG) / afterG)
  return {
    dryFraction: risen,
    dryFractionBasis: dryFractionBasis === 'typical' ? 'typical' : 'estimated',
  }
}

export interface MixedStock {
  massG: number
  dryFraction: number
  basis: Basis
}

/**
 * Several lots in one bag: grams and dry grams add up, and the share is as sure as the least sure.
 *
 * @throws InputError for fewer than two, or a mass or fraction that cannot be
 */
export function combined(lots: readonly MixedStock[]): MixedStock {
  if (lots.length < 2) {
    throw new InputError(`lots must be at least two; got ${lots.length}`, '/lots')
  }
  const massG = lots.reduce((sum, lot, i) => sum + positive(lot.massG, `/lots/${i}/massG`, 'g'), 0)
  const dryG = lots.reduce(
    (sum, lot, i) => sum + lot.massG * fraction(lot.dryFraction, `/lots/${i}/dryFraction`),
    0,
  )
  const order: Basis[] = ['measured', 'estimated', 'typical']
  const least = Math.max(...lots.map(({ basis }) => order.indexOf(basis)))
  const alike = lots.every(({ dryFraction }) => dryFraction === first(lots).dryFraction)
  // a mean of a weighed and a typical share was weighed on neither
  const basis = alike ? order[least]! : least === 0 ? 'measured' : 'estimated'
  return { massG, dryFraction: Math.min(1, finite(dryG / massG, '/dryFraction')), basis }
}

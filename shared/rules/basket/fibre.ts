import { AGENTS, type Agent } from '../../../catalogue/agents'
import { fibreFacts, type Fibre } from '../../../catalogue/fibres'
import { limitsOfBlend, type FibreLimits } from '../../../core/fibre/limits'
import type { TreatmentFacts } from '../../../core/fibre/readiness'
import { BATH_HEATS } from '../../../core/mordant/bath-steps'
import { wetAsDry } from '../../../core/fibre/wet-as-dry'
import { formatNumber } from '../../../core/quantity/format-quantity'
import type { GuardedPiece } from '../../../core/safety/guards'
import { isRinseDue } from '../../../core/fibre/readiness'
import type { Piece } from '../../schemas/basket/piece'
import { mordantKeyOf, type Treatment } from '../../schemas/basket/treatment'

/** As much of a piece as readiness and guards ask. */
export type PieceLook = Pick<
  Piece,
  | 'code'
  | 'name'
  | 'fibre'
  | 'form'
  | 'dryG'
  | 'blend'
  | 'base'
  | 'mark'
  | 'soldAsG'
  | 'mordantKnown'
  | 'overrides'
> & {
  treatments: readonly Pick<Treatment, 'kind' | 'agent' | 'percentWof' | 'doneOn' | 'finish'>[]
}

type BlendOf = Pick<Piece, 'fibre' | 'blend'>

/** Every fibre of a piece with its share, %; the one it is named for first. */
function sharesOf({ fibre, blend }: BlendOf): { fibre: Fibre; percent: number }[] {
  const rest = blend.reduce((sum, { percent }) => sum + percent, 0)
  return [{ fibre, percent: 100 - rest }, ...blend.filter((part) => part.fibre !== fibre)]
}

/** What a piece bears: the strictest of its fibres. */
export const limitsOf = (piece: BlendOf): FibreLimits =>
  piece.blend.length === 0
    ? fibreFacts(piece.fibre).limits
    : limitsOfBlend(
        sharesOf(piece).map(({ fibre, percent }) => ({
          limits: fibreFacts(fibre).limits,
          percent,
        })),
      )

/** The longest soak one of its fibres wants before a bath, min. */
export const wetOutMinOf = (piece: BlendOf): number =>
  Math.max(...sharesOf(piece).map(({ fibre }) => fibreFacts(fibre).wetOutMin))

/** `wool`, `70 % wool, 30 % silk` */
export function fibreWords(piece: BlendOf): string {
  if (piece.blend.length === 0) return fibreFacts(piece.fibre).label
  return sharesOf(piece)
    .map(({ fibre, percent }) => `${formatNumber(percent)} % ${fibreFacts(fibre).label}`)
    .join(', ')
}

const KIND_WORDS = {
  wash: 'washed',
  rinse: 'rinsed clear',
  bleach: 'washed with bleach',
  preshrink: 'pre-shrunk',
  oil: 'oiled',
} as const

/** What was done, in a few words: `alum 10 %`. */
export function treatmentWords({
  kind,
  agent,
  percentWof,
  heat,
}: Pick<Treatment, 'kind' | 'agent' | 'percentWof'> & Partial<Pick<Treatment, 'heat'>>): string {
  if (kind !== 'mordant' && kind !== 'soak') return KIND_WORDS[kind]
  const amount = percentWof === null ? '' : ` ${formatNumber(percentWof)} %`
  // hot is how it is usually done: what is not is said
  const unusual = heat === 'cold' || heat === 'warm' ? `, ${BATH_HEATS[heat].label}` : ''
  const words = `${AGENTS[agent as Agent].label}${amount}${unusual}`
  return kind === 'soak' && agent !== 'creamOfTartar' ? `${words} soak (no mordant)` : words
}

export const treatmentFacts = (
  treatments: PieceLook['treatments'],
): (TreatmentFacts & { agent: Agent | null })[] =>
  treatments.map((treatment) => ({
    kind: treatment.kind,
    words: treatmentWords(treatment),
    doneOn: treatment.doneOn,
    agent: treatment.agent,
  }))

/** Iron a piece was offered in its life, % of its dry weight as crystals. */
export const ironPercentOf = ({ treatments }: Pick<PieceLook, 'treatments'>): number =>
  treatments.reduce(
    (sum, { agent, percentWof }) => (agent === 'ironSulfate' ? sum + (percentWof ?? 0) : sum),
    0,
  )

/**
 * A piece as guards see it. Its weight is held against its band; against pieces like it, it was
 * held when it was weighed in.
 */
export function guardedPiece(piece: PieceLook): GuardedPiece {
  const { origin } = fibreFacts(piece.fibre)
  const isVouched = piece.overrides.some(({ code }) => code === 'wetAsDry')
  return {
    code: piece.code,
    looks: [fibreWords(piece), piece.form, piece.base].join(' '),
    mark: piece.mark,
    limits: limitsOf(piece),
    isProtein: origin === 'protein',
    ironPercent: ironPercentOf(piece),
    isWashed: piece.treatments.some(({ kind }) => kind === 'wash'),
    isRinseDue: isRinseDue(treatmentFacts(piece.treatments)),
    marks: mordantKeyOf(piece),
    wet: isVouched ? null : wetAsDry(piece.dryG, [], piece.soldAsG),
  }
}

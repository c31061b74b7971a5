import {
  about,
  alkaliOnIron,
  bleachMeets,
  gravestFirst,
  heatGuards,
  phGuards,
  pieceGuards,
  type Guard,
  type GuardedPiece,
} from './guards'

export interface GuardedPot {
  pieces: readonly GuardedPiece[]
  /** null: not said. */
  tempC: number | null
  /** A way without heat. */
  isCold: boolean
  ph: number | null
  /** What the liquor brings that must not meet bleach. */
  brings: readonly ('ammonia' | 'acid')[]
  needsMordant: 'yes' | 'no' | 'unknown'
}

/** A simmer, where no temperature is said (common practice, no source). */
const SIMMER_C = 82

/**
 * What to mind before pieces go into a pot: chief of all a piece that was forgotten, since the pot
 * would have to be emptied and put right.
 */
export function potGuards(pot: GuardedPot): Guard[] {
  const { pieces, ph } = pot
  const tempC = pot.isCold ? (pot.tempC ?? 0) : (pot.tempC ?? SIMMER_C)
  const forgotten =
    pot.needsMordant === 'yes'
      ? about(
          pieces,
          ({ marks }) => marks === 'none',
          'noMordant',
          'grave',
          (codes) =>
            `${codes} has no mordant, and this source needs one: it will take far less, if anything. Mordant it first, or say that it is the control.`,
        )
      : []
  const guards = [
    ...pot.brings.flatMap((what) => bleachMeets(pieces, what)),
    ...forgotten,
    ...heatGuards(pieces, tempC),
    ...(ph === null ? [] : [...alkaliOnIron(pieces, ph, false), ...phGuards(pieces, ph)]),
    ...pieceGuards(pieces),
    ...creeping(pieces),
  ]
  return gravestFirst(guards)
}

/** Iron pieces beside others in one pot: allowed, and said. */
function creeping(pieces: readonly GuardedPiece[]): Guard[] {
  const iron = pieces.filter(({ marks }) => marks.includes('Fe'))
  if (iron.length === 0 || iron.length === pieces.length) return []
  return [
    {
      code: 'ironCreeps',
      level: 'mind',
      words: `Iron creeps: ${iron.map(({ code }) => code).join(', ')} may grey the others. Enter it last, or take it as part of the trial.`,
      pieces: iron.map(({ code }) => code),
    },
  ]
}

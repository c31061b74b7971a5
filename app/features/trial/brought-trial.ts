import { isMordant } from '~~/catalogue/agents'
import { SCHEME_KEYS, schemeFacts, type Scheme } from '~~/catalogue/mordant-schemes'
import type { Level, TrialFactor, TrialRecipe } from '~~/shared/rules/trial/trial-factors'
import { mordantsOf, type Piece } from '~~/shared/schemas/basket/piece'
import type { Pot } from '~~/shared/schemas/pot/pot'
import type { TrialDraft } from './trial-draft'

/** How a swatch came to be: its pot and its piece. */
export interface DyedAs {
  pot: Pot
  piece: Piece
}

/**
 * A trial with the bath of one swatch, a piece as in it, and one as another was: all as it was then, so
 * that what comes of it can be held against both.
 *
 * @param of what the two pieces differ in
 */
export function broughtTrial(
  { pot, piece }: DyedAs,
  unlike: DyedAs,
  of: TrialFactor,
): Pick<TrialDraft, 'factor' | 'each' | 'inJars' | 'lotId' | 'pieceG' | 'recipe'> & {
  levels: Level[] | null
} {
  const levels = [levelOf(of, { pot, piece }), levelOf(of, unlike)]
  return {
    factor: of,
    levels: levels[0] === levels[1] || levels.includes(null) ? null : (levels as Level[]),
    each: 1,
    inJars: false,
    lotId: pot.lots[0]?.lotId ?? '',
    pieceG: piece.dryG,
    recipe: recipeOf({ pot, piece }),
  }
}

function recipeOf({ pot, piece }: DyedAs): TrialRecipe {
  const given = mordantingOf(piece, pot.dyedOn)
  const main = given.find(({ agent }) => agent !== 'creamOfTartar')
  return {
    fibre: piece.fibre,
    scheme: schemeOf(piece, pot.dyedOn),
    percentWof: main?.percentWof ?? null,
    heat: main?.heat ?? null,
    finish: main?.finish ?? null,
    ratioDry: pot.ratioDry ?? 0,
    size: pot.plan?.size ?? null,
    water: pot.plan?.water ?? null,
    way: pot.way,
    minutes: pot.minutes,
    tempC: pot.tempC,
    vesselId: pot.vesselId,
  }
}

/** What a piece, or its pot, is on; null where it is not known. */
function levelOf(of: TrialFactor, dyed: DyedAs): Level | null {
  switch (of) {
    case 'mordant':
      return schemeOf(dyed.piece, dyed.pot.dyedOn)
    case 'mordantPercent':
      return recipeOf(dyed).percentWof
    case 'mordantHeat':
      return recipeOf(dyed).heat
    case 'mordantFinish':
      return recipeOf(dyed).finish
    case 'particleSize':
      return recipeOf(dyed).size
    default:
      return recipeOf(dyed)[of]
  }
}

const mordantingOf = (piece: Piece, until: string) =>
  piece.treatments.filter(({ kind, doneOn }) => kind === 'mordant' && doneOn <= until)

/** The mordanting that gives what a piece had. */
function schemeOf(piece: Piece, until: string): Scheme | 'none' {
  const had = new Set<string>(mordantsOf(piece, until))
  if (had.size === 0) return 'none'
  return (
    SCHEME_KEYS.find((scheme) => {
      const given = schemeFacts(scheme)
        .stages.flatMap(({ agents }) => agents.map(({ agent }) => agent))
        .filter(isMordant)
      return given.length === had.size && given.every((agent) => had.has(agent))
    }) ?? 'alum'
  )
}

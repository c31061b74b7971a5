import { comparePair } from './compare-pair'
import { PIECE_FACTORS, type Factor, type Factors } from './factors'

/** An earlier swatch, with all that is known of how it came to be. */
export interface EarlierSwatch {
  swatchId: string
  code: string
  dyedOn: string
  factors: Factors
}

export interface PlannedTrial {
  /** The earlier swatch the plan comes nearest to. */
  against: EarlierSwatch
  verdict: 'clean' | 'confounded' | 'repeat' | 'unsure'
  differs: Factor[]
  unknown: Factor[]
  /** A piece that would make a confounded plan a fair trial; null where none can. */
  control: Control | null
}

/** What one more piece in the same pot would have to be. */
interface Control {
  /** Factors of the piece, taken from the earlier swatch. */
  pieceFactors: Factors
  /** With it beside the planned piece, this is what the pair would show. */
  showsPiece: Factor[]
  /** With it beside the earlier swatch, this is. */
  showsBath: Factor[]
}

const isOfPiece = (factor: Factor): boolean => PIECE_FACTORS.includes(factor)

/** Nobody is asked for these before: they are known afterwards, or follow from the control itself. */
const AFTERWARDS: readonly Factor[] = [
  'finalPh',
  'readingMethod',
  'companions',
  'bathNumber',
  'storageDays',
  'vessel',
  'coats',
  'cooled',
  'soap',
]

const planned = (factors: Factors): Factors =>
  Object.fromEntries(
    Object.entries(factors).filter(([factor]) => !AFTERWARDS.includes(factor as Factor)),
  )

/**
 * Holds a plan against what was dyed before: what it would teach, and whether it changes two things
 * at once against the swatch it comes nearest to.
 *
 * Nearest is the swatch with the fewest things that differ or are unknown, the newest among equals.
 * Where piece and bath both changed, a control piece like the earlier one parts the two: against
 * the new piece it shows what the piece did, against the earlier swatch what the bath did.
 *
 * @returns null where nothing was dyed before
 */
export function plannedTrial(
  plan: Factors,
  earlier: readonly EarlierSwatch[],
): PlannedTrial | null {
  const mine = planned(plan)
  const compared = earlier.map((swatch) => ({
    swatch,
    ...comparePair(mine, planned(swatch.factors)),
  }))
  compared.sort(
    (a, b) =>
      a.differs.length + a.unknown.length - (b.differs.length + b.unknown.length) ||
      a.differs.length - b.differs.length ||
      (a.swatch.dyedOn < b.swatch.dyedOn ? 1 : -1),
  )
  const [nearest] = compared
  if (!nearest) return null
  const { swatch: against, verdict, differs, unknown } = nearest
  return { against, verdict, differs, unknown, control: controlFor(mine, against, differs) }
}

function controlFor(plan: Factors, against: EarlierSwatch, differs: Factor[]): Control | null {
  const showsPiece = differs.filter(isOfPiece)
  const showsBath = differs.filter((factor) => !isOfPiece(factor))
  if (differs.length < 2 || showsPiece.length === 0 || showsBath.length === 0) return null
  const pieceFactors = Object.fromEntries(
    PIECE_FACTORS.filter((factor) => factor in against.factors || factor in plan).map((factor) => [
      factor,
      against.factors[factor] ?? null,
    ]),
  )
  return { pieceFactors, showsPiece, showsBath }
}

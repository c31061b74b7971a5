import { mordantMarks, type Mordant } from '../../../catalogue/agents'
import { FIBRES, type Fibre } from '../../../catalogue/fibres'
import type { Part } from '../../../catalogue/parts'
import { sourceKindOf } from '../../../catalogue/source-kinds'
import type { Way } from '../../../catalogue/ways'
import type { Condition } from '../../../core/strength/near-conditions'
import type { PriorContext } from '../../../core/strength/posterior/priors'
import type { NeedsMordant } from '../../schemas/walk/source'
import type { PhBand } from '../../views/strength/ph-band'

const ACID_BELOW = 6
const ALKALINE_ABOVE = 8

/** Where a bath ends decides which curve its swatches lie on; a pH nobody read is as it came. */
export function phBandOf(finalPh: number | null): PhBand {
  if (finalPh === null) return 'asItCame'
  if (finalPh < ACID_BELOW) return 'acid'
  return finalPh > ALKALINE_ABOVE ? 'alkaline' : 'asItCame'
}

/** What a piece and its bath say of the curve it lies on. */
export interface DyedHow {
  fibre: Fibre
  /** Those given before the bath. */
  mordants: readonly Mordant[]
  phBand: PhBand
  way: Way
}

/** What the swatches of one curve have in common. */
export const conditionOf = ({ fibre, mordants, phBand, way }: DyedHow): Condition => ({
  fibre: FIBRES[fibre].class,
  mordant: mordantMarks(mordants),
  ph: phBand,
  way,
})

/** The name of a curve among those of its source: alike swatches share it. */
export const curveKeyOf = ({ fibre, mordant, ph, way }: Condition) =>
  [fibre, mordant, ph, way].join('|')

/** What is known of a curve before its first swatch. */
export const priorContextOf = (
  source: { part: Part; needsMordant: NeedsMordant },
  { fibre, mordants, way }: Pick<DyedHow, 'fibre' | 'mordants' | 'way'>,
): Omit<PriorContext, 'near'> => ({
  kind: sourceKindOf(source.part, mordants, way),
  weakened:
    FIBRES[fibre].class === 'cellulose' || (source.needsMordant === 'yes' && mordants.length === 0),
  unmordanted: mordants.length === 0,
})

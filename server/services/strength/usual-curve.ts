import { mordantMarks, type Mordant } from '../../../catalogue/agents'
import { sourceKindOf } from '../../../catalogue/source-kinds'
import type { CurveJob } from '../../../core/strength/curve-job'
import type { CurveView } from '../../../shared/views/strength/curve'
import { curveKeyOf } from '../../../shared/views/strength/strength'
import type { Source } from '../../../shared/schemas/walk/source'

/**
 * What is usual for the kind of a source, where nobody has dyed with it: on wool, with alum unless
 * it needs none, in the way it is mostly gone about. No swatch stands behind it.
 */
export function usualCurve(source: Source): { head: Omit<CurveView, 'answer'>; job: CurveJob } {
  const mordants: Mordant[] = source.needsMordant === 'no' ? [] : ['alum']
  const way = source.ways[0] ?? 'simmer'
  const condition = { fibre: 'wool', mordant: mordantMarks(mordants), ph: 'asItCame', way } as const
  return {
    head: {
      sourceId: source.id,
      key: curveKeyOf(condition),
      fibreClass: condition.fibre,
      mordant: condition.mordant,
      phBand: condition.ph,
      way,
      donorCurve: null,
      swatchIds: [],
      excludedIds: [],
      dyedFrom: '',
      dyedTo: '',
    },
    job: {
      swatches: [],
      prior: {
        kind: sourceKindOf(source.part, mordants, way),
        weakened: false,
        unmordanted: mordants.length === 0,
      },
    },
  }
}

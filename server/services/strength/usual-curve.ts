import type { Mordant } from '../../../catalogue/agents'
import { FIBRES } from '../../../catalogue/fibres'
import type { CurveJob } from '../../../core/strength/curve-job'
import type { CurveView } from '../../../shared/views/strength/curve'
import type { Source } from '../../../shared/schemas/walk/source'
import { curveKeyOf, conditionOf, priorContextOf } from '../../../shared/rules/strength/condition'

/**
 * What is usual for the kind of a source, where nobody has dyed with it: on wool, with alum unless
 * it needs none, in the way it is mostly gone about. No swatch stands behind it.
 */
export function usualCurve(source: Source): { head: Omit<CurveView, 'answer'>; job: CurveJob } {
  const mordants: Mordant[] = source.needsMordant === 'no' ? [] : ['alum']
  const way = source.ways[0] ?? 'simmer'
  const how = {
    fibre: 'wool',
    mordants,
    mordantKnown: true,
    phBand: 'asItCame',
    way,
    stuff: 'asUsual',
  } as const
  const condition = conditionOf(how)
  return {
    head: {
      sourceId: source.id,
      key: curveKeyOf(condition),
      fibreClass: FIBRES[how.fibre].class,
      mordant: condition.mordant,
      phBand: how.phBand,
      way,
      stuff: how.stuff,
      donorCurve: null,
      swatchIds: [],
      excludedIds: [],
      dyedFrom: '',
      dyedTo: '',
    },
    job: {
      swatches: [],
      prior: priorContextOf(source, how),
    },
  }
}

import type { Mordant } from '../../../catalogue/agents'
import { FIBRES } from '../../../catalogue/fibres'
import type { CurveJob } from '../../../core/strength/curve-job'
import type { CurveView } from '../../../shared/views/strength/curve'
import type { Source } from '../../../shared/schemas/walk/source'
import {
  curveKeyOf,
  conditionOf,
  priorContextOf,
  type DyedHow,
} from '../../../shared/rules/strength/condition'

/** The curve that a fibre lies on where its source is dyed with as usual, by its key. */
export const usualKeyOf = (
  source: Source,
  { fibre, mordants }: Pick<DyedHow, 'fibre' | 'mordants'>,
): string => curveKeyOf(conditionOf(dyedAsUsual(source, { fibre, mordants })))

const dyedAsUsual = (
  source: Source,
  { fibre, mordants }: Pick<DyedHow, 'fibre' | 'mordants'>,
): DyedHow => ({
  fibre,
  mordants,
  mordantKnown: true,
  phBand: 'asItCame',
  way: source.ways[0] ?? 'simmer',
  stuff: 'asUsual',
})

/**
 * What is usual for the kind of a source, where nobody has dyed with it: on wool, with alum unless
 * it needs none, in the way it is mostly gone about. No swatch stands behind it.
 */
export function usualCurve(source: Source): { head: Omit<CurveView, 'answer'>; job: CurveJob } {
  const mordants: Mordant[] = source.needsMordant === 'no' ? [] : ['alum']
  const how = dyedAsUsual(source, { fibre: 'wool', mordants })
  const condition = conditionOf(how)
  return {
    head: {
      sourceId: source.id,
      key: curveKeyOf(condition),
      fibreClass: FIBRES[how.fibre].class,
      mordant: condition.mordant,
      phBand: how.phBand,
      way: how.way,
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

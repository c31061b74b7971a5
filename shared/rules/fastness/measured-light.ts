import type { FibreClass } from '../../../catalogue/fibres'
import type { Fastness } from '../../../catalogue/sources'
import type { MeasuredFading, SourceFastness } from '../../views/fastness/fastness'
import { lightVerdict, type LightVerdict } from '../../words/fastness/half-life-words'

/** What tests say of a source in the light, and whether they are of this very fibre and mordant. */
export interface MeasuredLight extends MeasuredFading {
  verdict: LightVerdict
  isOfThese: boolean
}

export type LightOn = { sourceId: string; fibreClass: FibreClass; mordant: string }

/**
 * How a source holds in the light as its own strips have it: those on this fibre and mordant, else all.
 *
 * @returns null where none was tested
 */
export function measuredLight(
  items: readonly SourceFastness[],
  { sourceId, fibreClass, mordant }: LightOn,
): MeasuredLight | null {
  const of = items.find((item) => item.sourceId === sourceId)
  const own = of?.groups.find(
    (each) => each.fibreClass === fibreClass && each.mordant === mordant && each.light,
  )
  const light = own?.light ?? of?.all.light
  return light ? { ...light, verdict: lightVerdict(light), isOfThese: Boolean(own) } : null
}

/** Whether something that must last may be dyed with it: by one's own strips where they tell it, else by what is typical. */
export function mayLast(measured: MeasuredLight | null, typical: Fastness): boolean {
  if (measured && measured.verdict !== 'unsure') return measured.verdict === 'holds'
  return typical === 'good' || typical === 'fair'
}

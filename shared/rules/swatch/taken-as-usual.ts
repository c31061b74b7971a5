import { FIBRES, type Fibre, type Form } from '../../../catalogue/fibres'
import type { Way } from '../../../catalogue/ways'
import type { Card } from '../../schemas/swatch/card'
import type { Source } from '../../schemas/walk/source'

/** The way that a source is usually used; taken where none is told. */
export const usualWayOf = (source: Pick<Source, 'ways'> | null): Way => source?.ways[0] ?? 'simmer'

/** The state in which a plant is usually weighed; taken where none is told. */
export const usualStateOf = (source: Pick<Source, 'usualRatioState'> | null): Card['state'] =>
  source?.usualRatioState === 'dried' ? 'dried' : 'fresh'

/** The form in which a fibre is usually dyed. */
export function usualFormOf(fibre: Fibre): Form {
  const forms: readonly Form[] = FIBRES[fibre].forms
  return forms.includes('yarn') ? 'yarn' : (forms[0] ?? 'pieces')
}

/**
 * A pot has a way, what was weighed a state, and a piece a fibre: where they were not told they are what
 * is usual, and the pot's note says so.
 *
 * @returns a sentence; empty where all was told
 */
export function notToldWords(missing: readonly string[]): string {
  return missing.length > 0 ? `Not told, taken as usual: ${missing.join(', ')}` : ''
}

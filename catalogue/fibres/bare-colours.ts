import type { Lab } from '../../core/colour/tristimulus'
import { FIBRES, type Fibre } from './index'

/**
 * Colours of undyed fibre, CIELAB (D65), for a swatch whose bare fibre nobody looked at. From memory:
 * flocks, retting and bleaching differ by more than a reading does.
 */
const CLASS_COLOURS = {
  wool: { l: 88, a: 0.5, b: 10 },
  silk: { l: 91, a: 0.3, b: 6 },
  cellulose: { l: 92, a: 0.3, b: 5 },
  skin: { l: 84, a: 2, b: 12 },
  wood: { l: 80, a: 4, b: 20 },
} satisfies Record<string, Lab>

/** CIEDE2000 by which the bare fibre of a stranger is likely off from it; from memory. */
export const BARE_ERROR_DE = 5

export function usualBareLab(fibre: Fibre): Lab {
  const { class: kind, origin } = FIBRES[fibre]
  if (kind === 'silk') return CLASS_COLOURS.silk
  if (origin === 'cellulose') return CLASS_COLOURS.cellulose
  if (origin === 'skin') return CLASS_COLOURS.skin
  return origin === 'wood' ? CLASS_COLOURS.wood : CLASS_COLOURS.wool
}

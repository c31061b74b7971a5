import { formatNumber } from '~/format/quantities'
import type { Lab } from '~~/core/colour/tristimulus'

/** `43.1 · 14.8 · 27.6`, in the order L*, a*, b*. */
export const labText = ({ l, a, b }: Lab) =>
  [l, a, b].map((value) => formatNumber(value)).join(' · ')

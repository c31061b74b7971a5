import { labOfLch, lchOfLab, type Lab } from '../colour/tristimulus'
import type { Effect } from '../evidence/effects'
import { WITH, WITHOUT } from '../evidence/matched-sets'
import { ofAxes, summed, type Covariance } from './hue-spread'

/** What something stirred in does to a colour, as clean pairs of the log have it. */
export interface ColourShift {
  /** `ironSulfate`. */
  agent: string
  /** Of L*, of chroma, and of hue in degrees, with the SD of each. */
  l: Told
  c: Told
  h: Told
  /** Independent proofs behind it. */
  proofs: number
}

interface Told {
  mid: number
  sd: number
}

/** Fewer proofs shift no colour that is promised. */
const LEAST_PROOFS = 3
/** Share of false claims that is borne. */
const MOST_Q = 0.1
/** Half of a 95 % interval, in SDs. */
const NORMAL_95 = 1.96
/** Pieces differ about a mean shift: SD along each axis, from memory. */
const PIECE_SD = 1.5

/** Shifts that the log's own evidence knows well enough to foretell colours by. */
export function knownShifts(effects: readonly Effect[]): ColourShift[] {
  return effects.flatMap(({ factor, of, from, to, proofs, q, delta }) => {
    const isAdded = factor === 'shift' && of !== '' && from === WITHOUT && to === WITH
    if (!isAdded || proofs < LEAST_PROOFS || q === null || q > MOST_Q || !delta) return []
    const told = ({ mid, low, high }: (typeof delta)['l']): Told | null =>
      low === null || high === null ? null : { mid, sd: (high - low) / (2 * NORMAL_95) }
    const [l, c, h] = [told(delta.l), told(delta.c), told(delta.h)]
    return l && c && h ? [{ agent: of, l, c, h, proofs }] : []
  })
}

/** A colour as a shift leaves it. */
export function shifted(lab: Lab, { l, c, h }: ColourShift): Lab {
  const lch = lchOfLab(lab)
  return labOfLch({ l: lch.l + l.mid, c: Math.max(0, lch.c + c.mid), h: lch.h + h.mid })
}

/** How a hue turns where what the shift does is not quite known either. */
export function shiftedHue(hue: Covariance, { l, c, h }: ColourShift, chroma: number): Covariance {
  const across = Math.hypot(c.sd, ((chroma * Math.PI) / 180) * h.sd, PIECE_SD)
  return summed([
    { covariance: hue, times: 1 },
    { covariance: ofAxes([Math.hypot(l.sd, PIECE_SD), across, across]), times: 1 },
  ])
}

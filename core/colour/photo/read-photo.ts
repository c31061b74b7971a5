import { InputError } from '../../input-error'
import { deltaE2000 } from '../screen-colour'
import { labOfXyz, type Lab } from '../tristimulus'
import { DAYLIGHT, weighting } from '../weighting'
import {
  correctFromChart,
  correctFromPatch,
  type CameraCorrection,
  type CorrectionKind,
} from './camera-correction'
import { xyzOfLinearRgb, type LinearRgb } from './linear-rgb'
import { sampleArea, type Levelness, type PixelArea } from './sampled-area'
import { present } from '../../present'
import { mapTriple } from '../../tuple'

/** A grey or white card that is sold as such, or a sheet of paper of nobody knows which make. */
export type KnownPatchKind = 'card' | 'paper'

/** What a photo holds beside the swatch, whose colour is known. */
export type KnownInPhoto =
  | { kind: 'none' }
  | { kind: 'patch'; of: KnownPatchKind; area: PixelArea; lab: Lab }
  /** `readings[k][i]` pairs with `labs[i]`: the chart sampled in each of the ways it may lie. */
  | { kind: 'chart'; readings: readonly (readonly PixelArea[])[]; labs: readonly Lab[] }

export interface PhotoReading {
  /** As corrected, D65. */
  lab: Lab
  /** As the camera had it. */
  uncorrected: Lab
  correction: CorrectionKind
  patches: number
  /** CIEDE2000 left on patches that each were left out in turn; null where they cannot tell. */
  meanError: number | null
  largestError: number | null
  /** CIEDE2000 between the two. */
  moved: number
  /** CIEDE2000 the colour is likely off: told by the chart, else what is usual. */
  errorDe: number
  isErrorTold: boolean
  unevenness: number | null
  levelness: Levelness | null
  /** Quarters by which the chart lay turned. */
  quarters: number
}

/**
 * CIEDE2000 to expect where the photo cannot tell: found with simulated cameras of their own
 * sensitivities under four lamps, paper of five makes
 * (tests/unit/core/colour/photo/spectral-camera.test.ts and white-paper.test.ts print it).
 */
export const USUAL_ERROR_DE: Record<'none' | KnownPatchKind, number> = {
  none: 14,
  card: 7,
  paper: 8,
}

/**
 * A sheet for printers, as a camera sees it: between one that is brightened, whose blue depends on
 * the light, and one that is not. From memory.
 */
export const WHITE_PAPER: Lab = { l: 94, a: 0.2, b: -0.8 }

/** A chart that leaves more than this on its own patches was not met: its corners lie elsewhere. */
const MOST_CHART_ERROR_DE = 9

/**
 * The colour of a swatch in a photo, set right by what else in it is known.
 *
 * @param swatch pixels of the marked area
 * @throws InputError for an area that is empty, clipped or glossy, a card too dark, or a chart none
 *   of whose ways to lie can be read
 */
export function readPhoto(swatch: PixelArea, known: KnownInPhoto): PhotoReading {
  const sampled = sampleArea(swatch)
  const { correction, quarters } = correctionFrom(known)
  const corrected = correction.apply(sampled.mean)
  const lab = labOfXyz(xyzOfLinearRgb(lit(corrected)), daylight)
  return {
    lab,
    uncorrected: sampled.lab,
    correction: correction.kind,
    patches: correction.patches,
    quarters,
    meanError: correction.meanError,
    largestError: correction.largestError,
    moved: deltaE2000(lab, sampled.lab),
    errorDe: correction.meanError ?? usualErrorDe(known),
    isErrorTold: correction.meanError !== null,
    unevenness: sampled.unevenness,
    levelness: sampled.levelness,
  }
}

const usualErrorDe = (known: KnownInPhoto): number =>
  USUAL_ERROR_DE[known.kind === 'patch' ? known.of : 'none']

const NO_CORRECTION: CameraCorrection = {
  kind: 'none',
  meanError: null,
  largestError: null,
  patches: 0,
  apply: (rgb) => rgb,
}

function correctionFrom(known: KnownInPhoto): { correction: CameraCorrection; quarters: number } {
  if (known.kind === 'none') return { correction: NO_CORRECTION, quarters: 0 }
  if (known.kind === 'patch') {
    const measured = sampleArea(known.area, { isCard: true }).mean
    return { correction: correctFromPatch({ measured, lab: known.lab }), quarters: 0 }
  }
  let best: { correction: CameraCorrection; quarters: number } | null = null
  for (const [quarters, areas] of known.readings.entries()) {
    const correction = correctFromChart(
      areas.map((area, i) => ({ measured: patchMean(area, i), lab: known.labs[i]! })),
    )
    if (!best || present(correction.meanError) < present(best.correction.meanError))
      best = { correction, quarters }
  }
  if (!best) throw new InputError('readings must hold a chart; got none', '/readings')
  if (present(best.correction.meanError) > MOST_CHART_ERROR_DE) {
    throw new InputError(
      `patches must be those of the chart: at best ${present(best.correction.meanError).toFixed(0)} ΔE are left on them, however it lies; lay its corners anew`,
      '/readings',
    )
  }
  return best
}

function patchMean(area: PixelArea, i: number): LinearRgb {
  try {
    return sampleArea(area, { isCard: true }).mean
  } catch (cause) {
    if (!(cause instanceof InputError)) throw cause
    throw new InputError(`patch ${i + 1} of the chart: ${cause.message}`, `/patches/${i}`, {
      cause,
    })
  }
}

/** A matrix may land a little below black. */
const lit = (rgb: LinearRgb): LinearRgb => mapTriple(rgb, (value) => Math.max(0, value))

const daylight = weighting(DAYLIGHT)

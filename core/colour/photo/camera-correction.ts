import { mean } from 'd3-array'
import { Matrix, QrDecomposition } from 'ml-matrix'
import { finite } from '../../checks'
import { InputError } from '../../input-error'
import { deltaE2000 } from '../screen-colour'
import { labOfXyz, xyzOfLab, type Lab } from '../tristimulus'
import { DAYLIGHT, weighting } from '../weighting'
import { linearRgbOfXyz, xyzOfLinearRgb, type LinearRgb } from './linear-rgb'
import { first, present } from '../../present'
import { mapTriple } from '../../tuple'

/** A patch as the camera gave it, and as it is known to be (CIELAB, D65). */
export interface KnownPatch {
  measured: LinearRgb
  lab: Lab
}

export type CorrectionKind = 'none' | 'onePatch' | 'linear' | 'rootPolynomial'

export interface CameraCorrection {
  kind: CorrectionKind
  apply(rgb: LinearRgb): LinearRgb
  /** CIEDE2000 left on the patches, each left out in turn where there are enough; null for one. */
  meanError: number | null
  largestError: number | null
  patches: number
}

/** From so many patches on a matrix is told from them. */
const LEAST_PATCHES = 6
/** Root-polynomial terms need more than that to be worth it. */
const LEAST_FOR_ROOTS = 12
/** Pulls a matrix lightly towards changing nothing. */
const RIDGE = 1e-4

/**
 * Correction from one white or grey patch: each channel scaled so that the patch is what it is
 * known to be. Sets the light's colour and the exposure right, not the camera's own hues.
 *
 * @throws InputError for a patch too dark to tell a channel's scale
 */
export function correctFromPatch({ measured, lab }: KnownPatch): CameraCorrection {
  const wanted = wantedOf(lab)
  const scales = mapTriple(measured, (value, channel) => {
    if (finite(value, `/measured/${channel}`) < 0.01) {
      throw new InputError(
        `measured must be at least 0.01 of full light in each channel; got ${value}`,
        `/measured/${channel}`,
      )
    }
    return wanted[channel]! / value
  })
  return {
    kind: 'onePatch',
    apply: (rgb) => mapTriple(rgb, (value, i) => value * scales[i]!),
    meanError: null,
    largestError: null,
    patches: 1,
  }
}

/**
 * Correction from a chart of known patches: a 3x3 matrix on linear light, or a root-polynomial one
 * (with square roots of products, so that it too keeps with the exposure), whichever leaves the
 * smaller error on patches it was not made from.
 *
 * @throws InputError for fewer than six patches
 * Source: Finlayson, Mackiewicz & Hurlbert, "Color correction using root-polynomial regression",
 * IEEE Trans. Image Process. 24 (2015), degree 2.
 */
export function correctFromChart(patches: readonly KnownPatch[]): CameraCorrection {
  if (patches.length < LEAST_PATCHES) {
    throw new InputError(
      `patches must be at least ${LEAST_PATCHES} to make a matrix; got ${patches.length}`,
      '/patches',
    )
  }
  patches.forEach(({ measured }, i) =>
    measured.forEach((value, c) => finite(value, `/patches/${i}/measured/${c}`)),
  )
  const kinds: (keyof typeof TERMS)[] =
    patches.length >= LEAST_FOR_ROOTS ? ['linear', 'rootPolynomial'] : ['linear']
  const tried = kinds.map((kind) => ({ kind, errors: leftOutErrors(patches, kind) }))
  const { kind, errors } = tried.reduce((a, b) =>
    present(mean(b.errors)) < present(mean(a.errors)) ? b : a,
  )
  return {
    kind,
    apply: fitted(patches, kind),
    meanError: present(mean(errors)),
    largestError: Math.max(...errors),
    patches: patches.length,
  }
}

const TERMS = {
  linear: ([r, g, b]: LinearRgb) => [r, g, b],
  rootPolynomial: (rgb: LinearRgb) => {
    // light below nothing is noise
    const [r, g, b] = mapTriple(rgb, (value) => Math.max(0, value))
    return [r, g, b, Math.sqrt(r * g), Math.sqrt(g * b), Math.sqrt(r * b)]
  },
} satisfies Record<string, (rgb: LinearRgb) => number[]>

/** Ridge regression by QR: rows of the patches, and light rows that hold on to "as it is". */
function fitted(patches: readonly KnownPatch[], kind: keyof typeof TERMS) {
  const terms = TERMS[kind]
  const shares = patches.map(({ lab }) => weightOf(lab))
  const rows = patches.map(({ measured }, i) => terms(measured).map((term) => term * shares[i]!))
  const wanted = patches.map(({ lab }, i) => wantedOf(lab).map((value) => value * shares[i]!))
  const count = first(rows).length
  const pull = Math.sqrt(RIDGE * patches.length)
  for (let i = 0; i < count; i++) {
    rows.push(Array.from({ length: count }, (_, j) => (i === j ? pull : 0)))
    wanted.push([0, 1, 2].map((channel) => (i === channel ? pull : 0)))
  }
  const weights = new QrDecomposition(new Matrix(rows)).solve(new Matrix(wanted))
  return (rgb: LinearRgb) => tripleOf(new Matrix([terms(rgb)]).mmul(weights))
}

/**
 * A little more light is much on a dark patch and little on a pale one: each counts by how steeply
 * lightness rises with light at its own.
 */
const weightOf = ({ l }: Lab) => Math.max(0.01, xyzOfLab({ l, a: 0, b: 0 }, daylight).y) ** (-2 / 3)

function leftOutErrors(patches: readonly KnownPatch[], kind: keyof typeof TERMS): number[] {
  return patches.map((patch, i) => {
    const others = patches.filter((_, k) => k !== i)
    return deltaE2000(patch.lab, labOfLinear(fitted(others, kind)(patch.measured)))
  })
}

const daylight = weighting(DAYLIGHT)
const wantedOf = (lab: Lab): LinearRgb => linearRgbOfXyz(xyzOfLab(lab, daylight))
const labOfLinear = (rgb: LinearRgb): Lab => labOfXyz(xyzOfLinearRgb(rgb), daylight)

/** The one row of a matrix of three columns. */
const tripleOf = (row: Matrix): LinearRgb => [row.get(0, 0), row.get(0, 1), row.get(0, 2)]

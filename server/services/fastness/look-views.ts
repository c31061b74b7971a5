import { greyScaleChange, greyScaleStain, greyStep } from '../../../core/colour/grey-scale'
import { deltaE2000 } from '../../../core/colour/screen-colour'
import type { Lab } from '../../../core/colour/tristimulus'
import { doseOfLook } from '../../../shared/rules/fastness/dose-of-look'
import { stageOfLook, type TestedPiece } from '../../../shared/rules/fastness/strip-of-test'
import type { FastnessTest, Look } from '../../../shared/schemas/fastness/fastness-test'
import type { LookView, ToldChange } from '../../../shared/views/fastness/fastness'

/** White cotton as it is sold, where nobody read the piece itself; from memory. */
const WHITE_COTTON: Lab = { l: 95, a: 0, b: 1 }

/** A look with its differences, and what of the strength is left by it. */
export function lookView(
  test: FastnessTest,
  look: Look,
  piece: TestedPiece | null,
  latitude: number,
): LookView {
  const against = look.covered ?? test.before ?? piece?.before ?? null
  const stage = piece && stageOfLook(test, look, piece, latitude)
  const { open, stained, white } = look
  return {
    id: look.id,
    dose: doseOfLook(test, look, latitude),
    left: stage && {
      share: stage.left,
      sd: Math.hypot(stage.left * Math.hypot(stage.relativeSd, stage.beforeSd), stage.absoluteSd),
    },
    change:
      open && against ? changeOf(against.lab, open.lab, greyScaleChange) : judged(look.changeStep),
    stain: stained
      ? changeOf(white?.lab ?? WHITE_COTTON, stained.lab, greyScaleStain)
      : judged(look.stainStep),
    againstHex: against?.hex ?? null,
  }
}

const changeOf = (
  before: Lab,
  after: Lab,
  grade: (before: Lab, after: Lab) => number,
): ToldChange => ({
  de2000: deltaE2000(before, after),
  step: greyStep(grade(before, after)),
  byEye: false,
})

/** Differences of a step in the middle of it (ISO 105-A02; from memory). */
const DE_OF_STEP: Record<number, number> = {
  5: 0,
  4.5: 0.8,
  4: 1.7,
  3.5: 2.5,
  3: 3.4,
  2.5: 4.8,
  2: 6.8,
  1.5: 9.6,
  1: 13.6,
}

const judged = (step: number | null): ToldChange | null =>
  step === null ? null : { de2000: DE_OF_STEP[step] ?? 0, step: greyStep(step), byEye: true }

import type { FadingStrip } from '../../../core/fastness/fading'
import {
  fadingStage,
  seenStage,
  type FadingStage,
  type SeenColour,
} from '../../../core/fastness/strip'
import {
  PLAIN_LOOK,
  PLAIN_TEST,
  type FastnessTest,
  type Look,
} from '../../schemas/fastness/fastness-test'
import type { Reading } from '../../schemas/swatch/reading'
import type { Swatch } from '../../schemas/swatch/swatch'
import { bestReading } from '../swatch/best-reading'
import { doseOfLook } from './dose-of-look'

/** What a piece is held against: its colour before, and its fibre undyed. */
export interface TestedPiece {
  before: Reading | null
  bare: SeenColour
}

const asSeen = ({ reflectance, lab, errorDe }: Reading): SeenColour => ({
  reflectance,
  lab,
  errorDe,
})

/** The colour from before a test: as it was told, else the swatch's own reading that no light had seen. */
export const colourBefore = (
  test: Pick<FastnessTest, 'before'>,
  readings: readonly Reading[],
): Reading | null => test.before ?? bestReading(readings)

/** What a look says of the strength left; null: it says nothing of that. */
export function stageOfLook(
  test: FastnessTest,
  look: Look,
  { before, bare }: TestedPiece,
  latitude: number,
): FadingStage | null {
  const told = doseOfLook(test, look, latitude)
  if (!told || told.dose <= 0) return null
  const { open, covered, seen } = look
  if (open) {
    return fadingStage(told.dose, asSeen(open), {
      covered: covered && asSeen(covered),
      before: before && asSeen(before),
      bare,
    })
  }
  return seen ? seenStage(told.dose, seen) : null
}

/** A strip as fading is reckoned from it; without a stage nothing can be. */
export function stripOfTest(test: FastnessTest, piece: TestedPiece, latitude: number): FadingStrip {
  const telling = test.looks.flatMap((look) => {
    const stage = stageOfLook(test, look, piece, latitude)
    const dose = doseOfLook(test, look, latitude)
    return stage && dose ? [{ stage, logSd: dose.logSd }] : []
  })
  return {
    stages: telling.map(({ stage }) => stage),
    doseLogSd: Math.max(0, ...telling.map(({ logSd }) => logSd)),
    setKey: test.setKey,
  }
}

/**
 * Readings of a swatch that tell hours of light, as the looks at a strip that they are.
 *
 * @returns null where none does
 */
export function testOfReadings(swatch: Swatch): FastnessTest | null {
  const after = swatch.readings.filter(({ lightHours, wet }) => lightHours !== null && !wet)
  if (after.length === 0) return null
  const { rev, createdAt, updatedAt, setAsideAt, id } = swatch
  return {
    ...{ id, rev, createdAt, updatedAt, setAsideAt },
    ...PLAIN_TEST,
    kind: 'light',
    swatchId: id,
    looks: after
      .map((reading): Look => ({
        ...PLAIN_LOOK,
        id: reading.id,
        on: reading.readAt.slice(0, 10),
        dose: { value: reading.lightHours!, unit: 'hours' },
        open: reading,
      }))
      .sort((a, b) => a.dose!.value - b.dose!.value),
  }
}

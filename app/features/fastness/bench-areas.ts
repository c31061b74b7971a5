import type { PhotoBox } from '~~/core/colour/photo/chart-grid'
import type { TestKind } from '~~/shared/schemas/fastness/fastness-test'

/** Which part of a piece is marked. */
export type Part = 'covered' | 'open' | 'stained'

export const areaName = (testId: string, part: Part) => `${part} ${testId}`

/** Parts of a piece that lie in a photo of the bench, from above. */
export const PARTS_OF: Record<TestKind, readonly Part[]> = {
  light: ['covered', 'open'],
  wash: ['open', 'stained'],
  rub: ['stained'],
  drop: ['covered', 'open'],
}

/** Of each cell so much is read: edges, card and threads lie about it. */
const READ_SHARE = 0.6

/**
 * A box drawn around all pieces, cut evenly: side by side in their order, their parts one above the other.
 *
 * @returns by area, in px of the photo
 */
export function evenAreas(
  { x, y, width, height }: PhotoBox,
  testIds: readonly string[],
  parts: readonly Part[],
): Record<string, PhotoBox> {
  const [wide, high] = [width / testIds.length, height / parts.length]
  const margin = (1 - READ_SHARE) / 2
  return Object.fromEntries(
    testIds.flatMap((testId, column) =>
      parts.map((part, row) => [
        areaName(testId, part),
        {
          x: x + (column + margin) * wide,
          y: y + (row + margin) * high,
          width: READ_SHARE * wide,
          height: READ_SHARE * high,
        },
      ]),
    ),
  )
}

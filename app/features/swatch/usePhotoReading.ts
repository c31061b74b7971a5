import { watch } from 'vue'
import type { PhotoReading } from '~~/core/colour/photo/read-photo'
import type { GivenReading } from './given'
import type { PhotoDesk } from './usePhoto'

/** Longer names of files are cut. */
const MOST_NAME = 200

/** What is read from the photo is at once the colour in hand, with how it was come by. */
export function usePhotoReading(
  desk: PhotoDesk,
  form: { dyed: GivenReading | null; bare: GivenReading | null },
): void {
  for (const of of ['swatch', 'bare'] as const) {
    watch(
      () => desk.answers[of],
      (reading) => {
        if (!reading) return
        form[of === 'bare' ? 'bare' : 'dyed'] = givenOfPhoto(reading, desk.file?.name ?? '')
      },
    )
  }
}

/** A colour from a photo with how it was come by. */
export function givenOfPhoto(
  { lab, errorDe, unevenness, correction, patches, meanError, largestError, moved }: PhotoReading,
  fileName: string,
): GivenReading {
  const file = fileName.slice(0, MOST_NAME)
  const about = { file, correction, patches, meanError, largestError, moved }
  return { lab, how: { by: 'photo', errorDe, unevenness, about } }
}

import { watch } from 'vue'
import type { GivenReading } from './given'
import type { PhotoDesk } from './usePhoto'

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
        const { lab, errorDe, unevenness, correction, patches } = reading
        const { meanError, largestError, moved } = reading
        form[of === 'bare' ? 'bare' : 'dyed'] = {
          lab,
          how: {
            by: 'photo',
            errorDe,
            unevenness,
            about: {
              file: desk.file?.name.slice(0, 200) ?? '',
              correction,
              patches,
              meanError,
              largestError,
              moved,
            },
          },
        }
      },
    )
  }
}

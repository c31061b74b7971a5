import { ref } from 'vue'
import { uploadPhoto } from '~/features/walk/upload-photos'
import { newId } from '~~/shared/ids'
import type { Card } from '~~/shared/schemas/swatch/card'
import type { Swatch } from '~~/shared/schemas/swatch/swatch'

/** A photo that the log did not take. */
export interface UnsentPhoto {
  id: string
  swatchId: string
  code: string
  file: File
  /** In words. */
  why: string
}

/** Photos that colours of a card were read from: in hand until the card is kept, then sent. */
export function useCardPhotos() {
  const files = new Map<string, File>()
  const unsent = ref<UnsentPhoto[]>([])

  /** @param was the photo that the skein had before; the same file keeps its id */
  function idFor(file: File, was: string | null): string {
    if (was && files.get(was) === file) return was
    const id = newId()
    files.set(id, file)
    return id
  }

  /** A photo is not in hand any more once the page was loaded anew: its reading names none. */
  function onlyInHand(card: Card): Card {
    const pieces = card.pieces.map((piece) => {
      const { reading } = piece
      const photoId = reading?.about?.photoId
      return !reading || !photoId || files.has(photoId)
        ? piece
        : { ...piece, reading: { ...reading, about: { ...reading.about, photoId: null } } }
    })
    return { ...card, pieces }
  }

  async function send(photo: Omit<UnsentPhoto, 'why'>): Promise<void> {
    unsent.value = unsent.value.filter(({ id }) => id !== photo.id)
    const why = await uploadPhoto(photo.file, { id: photo.id, swatchId: photo.swatchId })
    if (why) unsent.value.push({ ...photo, why })
    else files.delete(photo.id)
  }

  async function sendOf(swatches: readonly Swatch[]): Promise<void> {
    for (const { id: swatchId, code, readings } of swatches) {
      const id = readings[0]?.about.photoId
      const file = id && files.get(id)
      if (id && file) await send({ id, swatchId, code, file })
    }
  }

  /** What is being read from a photo, and is awaited before the card is kept. */
  let settled: () => Promise<void> = () => Promise.resolve()
  const awaitBeforeKeeping = (reading: typeof settled) => void (settled = reading)

  return {
    unsent,
    idFor,
    onlyInHand,
    send,
    sendOf,
    awaitBeforeKeeping,
    settled: () => settled(),
  }
}

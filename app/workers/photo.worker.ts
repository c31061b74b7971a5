import { expose, transfer } from 'comlink'
import { chartBoxes, turned, type Corners, type PhotoBox } from '~~/core/colour/photo/chart-grid'
import { readPhoto, type KnownPatchKind, type PhotoReading } from '~~/core/colour/photo/read-photo'
import type { PixelArea } from '~~/core/colour/photo/sampled-area'
import type { Lab } from '~~/core/colour/tristimulus'
import { InputError } from '~~/core/input-error'
import { present } from '~~/core/present'

/** What in the photo is known, by places in it. */
export type PlacedKnown =
  | { kind: 'none' }
  | { kind: 'patch'; of: KnownPatchKind; box: PhotoBox; lab: Lab }
  | { kind: 'chart'; corners: Corners; columns: number; rows: number; labs: Lab[] }

export interface OpenedPhoto {
  width: number
  height: number
  /** Smaller, for showing. */
  preview: ImageBitmap
  /** From the file to here, ms. */
  tookMs: number
}

export type PhotoAnswer =
  | { reading: PhotoReading; tookMs: number }
  /** Why it cannot be read, in words. */
  | { refusal: string }

/** Larger pictures are not unpacked: they would not fit a phone's memory. */
const MOST_PIXELS = 60_000_000
const PREVIEW_PX = 1400

let picture: ImageBitmap | null = null

/** Decoding and pixels of photos, off the page's own thread. */
const photos = {
  /** @throws Error in words for a file that is no picture, or too large a one */
  async open(file: Blob, progress: (step: string) => void): Promise<OpenedPhoto> {
    const began = performance.now()
    progress('unpacking')
    picture?.close()
    picture = null
    let opened: ImageBitmap
    try {
      opened = await createImageBitmap(file)
    } catch {
      throw new Error('This file is no picture that can be read here: choose a JPEG, PNG or WebP.')
    }
    if (opened.width * opened.height > MOST_PIXELS) {
      opened.close()
      throw new Error(`A picture may have ${MOST_PIXELS / 1e6} million pixels at most.`)
    }
    picture = opened
    progress('making it smaller to show')
    const { width, height } = opened
    const scale = Math.min(1, PREVIEW_PX / Math.max(width, height))
    const preview = await createImageBitmap(opened, {
      resizeWidth: Math.max(1, Math.round(width * scale)),
      resizeHeight: Math.max(1, Math.round(height * scale)),
      resizeQuality: 'medium',
    })
    return transfer({ width, height, preview, tookMs: performance.now() - began }, [preview])
  },

  /** Reads a marked area, set right by what is known. */
  read(box: PhotoBox, known: PlacedKnown): PhotoAnswer {
    const began = performance.now()
    try {
      const reading = readPhoto(pixels(box), knownPixels(known))
      return { reading, tookMs: performance.now() - began }
    } catch (error) {
      if (error instanceof InputError) return { refusal: error.message }
      throw error
    }
  },
}

function knownPixels(known: PlacedKnown): Parameters<typeof readPhoto>[1] {
  if (known.kind === 'none') return known
  if (known.kind === 'patch') {
    const { kind, of, box, lab } = known
    return { kind, of, area: pixels(box), lab }
  }
  const { corners, columns, rows, labs } = known
  // the chart may lie turned by quarters: whichever leaves the least error is how it lay
  const readings = [0, 1, 2, 3].map((quarters) =>
    chartBoxes(turned(corners, quarters), columns, rows).map(pixels),
  )
  return { kind: 'chart', readings, labs }
}

/** Pixels of a box, kept within the picture. */
function pixels(box: PhotoBox): PixelArea {
  if (!picture) throw new InputError('photo must be opened first', '/photo')
  const left = Math.max(0, Math.round(box.x))
  const top = Math.max(0, Math.round(box.y))
  const width = Math.min(picture.width - left, Math.round(box.width))
  const height = Math.min(picture.height - top, Math.round(box.height))
  if (width < 1 || height < 1) {
    throw new InputError('area must lie in the photo: mark it again', '/area')
  }
  const context = present(
    new OffscreenCanvas(width, height).getContext('2d', { willReadFrequently: true }),
  )
  context.drawImage(picture, -left, -top)
  return context.getImageData(0, 0, width, height)
}

export type PhotosWorker = typeof photos

expose(photos)

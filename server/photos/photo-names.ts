export type PhotoSize = 'full' | 'small'

export const PHOTO_SIZES: readonly PhotoSize[] = ['full', 'small']

const NAME = /^([0-9a-f]{64})(?:-small)?\.jpg$/

/** Name of a photo's file: by the SHA-256 of its full picture, wherever it lies. */
export const photoName = (hash: string, size: PhotoSize): string =>
  `${hash}${size === 'small' ? '-small' : ''}.jpg`

/** Which photo a file is of; undefined where it is none. */
export const photoHashOf = (name: string): string | undefined => NAME.exec(name)?.[1]

import { mkdir, readFile, writeFile } from 'node:fs/promises'
import { join } from 'node:path'

export type PhotoSize = 'full' | 'small'

/** Photos as files beside the log, named by what is in them: the same picture is stored once. */
export const photoFiles = (folder: string) => {
  const pathOf = (hash: string, size: PhotoSize) =>
    join(folder, 'photos', `${hash}${size === 'small' ? '-small' : ''}.jpg`)

  return {
    async write(hash: string, pictures: Record<PhotoSize, Buffer>): Promise<void> {
      await mkdir(join(folder, 'photos'), { recursive: true })
      for (const size of ['full', 'small'] as const) {
        // written under the name of its content: one that is there already is the same
        await writeFile(pathOf(hash, size), pictures[size])
      }
    },
    read: (hash: string, size: PhotoSize): Promise<Buffer> => readFile(pathOf(hash, size)),
  }
}

export type PhotoFiles = ReturnType<typeof photoFiles>

import { createHash, randomUUID } from 'node:crypto'
import { closeSync, createReadStream, fsyncSync, openSync } from 'node:fs'
import { open, rename, rm } from 'node:fs/promises'

/** What a kill left half written ends so: no whole file does. */
export const PART = '.part'

/** Makes what was written to a file last through a power cut. */
export function syncFile(file: string): void {
  const fd = openSync(file, 'r')
  try {
    fsyncSync(fd)
  } finally {
    closeSync(fd)
  }
}

/** Makes names in a folder last through a power cut. Some systems have no such thing for folders. */
export function syncFolder(folder: string): void {
  try {
    syncFile(folder)
  } catch (error) {
    const { code } = error as { code?: string }
    if (!['EISDIR', 'EPERM', 'EINVAL', 'ENOTSUP'].includes(code ?? '')) throw error
  }
}

/** Beside its place first, synced, then under its name: it is there whole or not at all. */
export async function writeWhole(file: string, bytes: Buffer): Promise<void> {
  const part = `${file}.${process.pid}-${randomUUID()}${PART}`
  try {
    const handle = await open(part, 'wx')
    try {
      await handle.writeFile(bytes)
      await handle.sync()
    } finally {
      await handle.close()
    }
    await rename(part, file)
  } catch (error) {
    await rm(part, { force: true })
    throw error
  }
}

/** SHA-256 of a file, read piece by piece. */
export async function hashOfFile(file: string): Promise<string> {
  const hash = createHash('sha256')
  for await (const piece of createReadStream(file) as AsyncIterable<Buffer>) hash.update(piece)
  return hash.digest('hex')
}

export const hashOfText = (text: string): string => createHash('sha256').update(text).digest('hex')

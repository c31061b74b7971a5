import { randomBytes } from 'node:crypto'
import { readFile } from 'node:fs/promises'
import { join } from 'node:path'
import Joi from 'joi'
import pLimit from 'p-limit'
import { parseJson } from '../../core/json'
import { writeWhole } from '../database/whole-files'

/** What is remembered of keeping, beside the log and not in it: it stays when another log comes. */
export interface KeepingFile {
  /** Tells the backups of this data folder from those of others in the same named folder. */
  own: string
  /** Folder that was named for backups. */
  folder: string | null
  failure: { at: string; why: string } | null
  /** The backup of the log that was there before another was put in its place. */
  swapped: { key: string; at: string; what: string } | null
}

const FILE = 'keeping.json'
const OWN = /^[0-9a-f]{6}$/

const schema = Joi.object<KeepingFile>({
  own: Joi.string().pattern(OWN).required(),
  folder: Joi.string().allow(null).required(),
  failure: Joi.object({
    at: Joi.string().isoDate().required(),
    why: Joi.string().required(),
  })
    .allow(null)
    .required(),
  swapped: Joi.object({
    key: Joi.string().required(),
    at: Joi.string().isoDate().required(),
    what: Joi.string().required(),
  })
    .allow(null)
    .required(),
})

/** What is remembered, read and written whole; one that cannot be read is begun anew. */
export const keepingFile = (folder: string) => {
  const path = join(folder, FILE)
  // a page and the backup of the day may both be the first to ask
  const oneAtATime = pLimit(1)

  async function readOrBegin(): Promise<KeepingFile> {
    try {
      const { error, value } = schema.validate(parseJson(await readFile(path, 'utf8')))
      if (!error) return value
    } catch {
      // not there yet, or cut
    }
    const own = randomBytes(3).toString('hex')
    return write({ own, folder: null, failure: null, swapped: null })
  }

  async function write(kept: KeepingFile): Promise<KeepingFile> {
    await writeWhole(path, Buffer.from(`${JSON.stringify(kept, null, 1)}\n`))
    return kept
  }

  return {
    read: (): Promise<KeepingFile> => oneAtATime(readOrBegin),
    change: (change: Partial<Omit<KeepingFile, 'own'>>): Promise<KeepingFile> =>
      oneAtATime(async () => write({ ...(await readOrBegin()), ...change })),
  }
}

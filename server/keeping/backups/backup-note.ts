import { readFile, stat } from 'node:fs/promises'
import Joi from 'joi'
import { LRUCache } from 'lru-cache'
import { parseJson } from '../../../core/json'
import { BACKUP_REASONS, type BackupReason } from '../../../shared/views/keeping/keeping'

/** What is written beside a backup once it was found whole: without it, a file is no backup. */
export interface BackupNote {
  /** As its files are named: the instant it was made at, without colons. */
  id: string
  madeAt: string
  reason: BackupReason
  /** What it was made before, in words; empty for those of a day. */
  before: string
  bytes: number
  sha256: string
  /** Newest migration of the log: its form. */
  form: string
  /** Number and id of the newest change in it. */
  change: number
  changeId: string | null
  /** SHA-256 of its settings, which changes do not tell of. */
  settings: string
  /** Rows of each table. */
  rows: Record<string, number>
  /** Hashes of its pictures, which backups share. */
  photos: string[]
  /** Pictures that rows name and that were gone when it was made. */
  missingPhotos: string[]
}

const HASH = /^[0-9a-f]{64}$/
const count = Joi.number().integer().min(0)
const hashes = Joi.array().items(Joi.string().pattern(HASH))

const BACKUP_ID = /^\d{4}-\d\d-\d\dT\d\d-\d\d-\d\d-\d{3}Z$/

const noteSchema = Joi.object<BackupNote>({
  id: Joi.string().pattern(BACKUP_ID).required(),
  madeAt: Joi.string().isoDate().required(),
  reason: Joi.string()
    .valid(...BACKUP_REASONS)
    .required(),
  before: Joi.string().allow('').required(),
  bytes: count.required(),
  sha256: Joi.string().pattern(HASH).required(),
  form: Joi.string().required(),
  change: count.required(),
  changeId: Joi.string().allow(null).required(),
  settings: Joi.string().pattern(HASH).required(),
  rows: Joi.object().pattern(Joi.string(), count).required(),
  photos: hashes.required(),
  missingPhotos: hashes.required(),
}).unknown()

export const noteName = (id: string) => `log-${id}.json`
export const copyName = (id: string) => `log-${id}.sqlite`
export const backupIdOf = (at: string) => at.replaceAll(/[:.]/g, '-')

/** Notes are written once and stay: those that were read are known by their size and time. */
const known = new LRUCache<string, BackupNote>({ max: 200 })

/** A note that can be read as one, or null: what is half written or of something else is none. */
export async function readNote(file: string): Promise<BackupNote | null> {
  try {
    const { size, mtimeMs } = await stat(file)
    const key = `${file} ${size} ${mtimeMs}`
    const note = known.get(key)
    if (note) return note
    const { error, value } = noteSchema.validate(parseJson(await readFile(file, 'utf8')))
    if (error) return null
    known.set(key, value)
    return value
  } catch {
    return null
  }
}

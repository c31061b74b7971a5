import Joi from 'joi'
import { ARCHIVED_PLACES, type ArchivedPlaces } from '../../views/keeping/keeping'
import { idField } from '../log/common'

const backupKey = Joi.string()
  .pattern(/^[\w-]+\/[\w-]+$/)
  .max(100)
  .description('set and id of a backup, as they are listed')

export interface BackupNamed {
  backup: string
}
export const backupNamedSchema = Joi.object<BackupNamed>({ backup: backupKey.required() })

/** A backup that takes the place of the log. */
export interface Restore extends BackupNamed {
  change: number | null
}
export const restoreSchema = Joi.object<Restore>({
  backup: backupKey.required(),
  change: Joi.number()
    .integer()
    .min(0)
    .allow(null)
    .required()
    .description('number of the newest change of the log that was looked at'),
})

/** The folder that backups go into. */
export interface BackupFolder {
  folder: string | null
}
export const backupFolderSchema = Joi.object<BackupFolder>({
  folder: Joi.string().trim().max(1000).allow(null).required(),
})

/** What is done with an archive that was looked at. */
export interface Bring {
  token: string
  mode: 'merge' | 'replace'
  choices: Record<string, 'here' | 'there'>
}
export const bringSchema = Joi.object<Bring>({
  token: idField.required(),
  mode: Joi.string().valid('merge', 'replace').required(),
  choices: Joi.object()
    .pattern(idField, Joi.string().valid('here', 'there'))
    .default({})
    .description('by the id of a thing that both logs changed: whose word counts'),
})

/** An archive that goes out. */
export interface ArchiveAsked {
  places: ArchivedPlaces
  job?: string
}
export const archiveAskedSchema = Joi.object<ArchiveAsked>({
  places: Joi.string()
    .valid(...ARCHIVED_PLACES)
    .default('asPatchesSay'),
  job: idField.description('names it, so that one can ask how far it is, and stop it'),
})

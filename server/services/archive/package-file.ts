import Joi from 'joi'
import type { LogTable } from './log-tables'
import { MISSING } from './table-text'

/** Names within an archive. */
export const PACKAGE = 'datapackage.json'
export const MANIFEST = 'manifest-sha256.txt'
export const README = 'README.txt'
export const tablePath = (name: string) => `tables/${name}.csv`
export const photoPath = (hash: string, isSmall: boolean) =>
  `photos/${hash}${isSmall ? '-small' : ''}.jpg`

/** What an archive says of itself: a Frictionless Data Package (specs.frictionlessdata.io). */
export interface ArchivePackage {
  name: string
  created: string
  /** Migrations of the log it was made of: its form. */
  form: string[]
  resources: { name: string; rows: number }[]
}

const PACKAGE_NAME = 'juniper-haze-log'

export const packageText = (
  { created, form }: Pick<ArchivePackage, 'created' | 'form'>,
  tables: readonly (LogTable & { rows: number })[],
): string =>
  `${JSON.stringify(
    {
      profile: 'data-package',
      name: PACKAGE_NAME,
      title: 'Everything in a Juniper Haze log',
      created,
      form,
      resources: tables.map(({ name, columns, rows }) => ({
        profile: 'tabular-data-resource',
        name,
        path: tablePath(name),
        format: 'csv',
        mediatype: 'text/csv',
        encoding: 'utf-8',
        rows,
        schema: { fields: columns, missingValues: [MISSING] },
      })),
    },
    null,
    2,
  )}\n`

export const packageSchema = Joi.object<ArchivePackage>({
  name: Joi.string().valid(PACKAGE_NAME).required(),
  created: Joi.string().isoDate().required(),
  form: Joi.array().items(Joi.string().max(100)).max(1000).required(),
  resources: Joi.array()
    .items(
      Joi.object({
        name: Joi.string()
          .pattern(/^[a-z_]+$/)
          .required(),
        rows: Joi.number().integer().min(0).required(),
      }).unknown(),
    )
    .max(500)
    .unique('name')
    .required(),
}).unknown()

export const README_TEXT = `Everything in a Juniper Haze log
================================

tables/*.csv            one table each: UTF-8, commas, a header, \\N where nothing is known
photos/*.jpg            pictures by the SHA-256 of what was taken, and a small one of each
datapackage.json        what the tables hold (Frictionless Data Package)
manifest-sha256.txt     SHA-256 of every file here

Masses are in g, volumes in L, temperatures in °C, times in minutes, and colours in CIELAB
(D65, 2 degrees). Places stand here exactly as they are in the log: think before you hand it on.
To have the log again, bring this file into an empty one, on the page of files.
`

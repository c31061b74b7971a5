import Joi from 'joi'
import { ARCHIVED_PLACES, type ArchivedPlaces } from '../../../shared/views/keeping/keeping'
import { photoName, type PhotoSize } from '../../photos/photo-names'
import { columnWords, tableWords } from './column-words'
import type { LogTable } from './log-tables'
import { MISSING } from './table-text'

/** Names within an archive. */
export const PACKAGE = 'datapackage.json'
export const MANIFEST = 'manifest-sha256.txt'
export const README = 'README.txt'
export const SPECTRA = 'spectra.cgats.txt'
/** Tables that are also told as JSON, for a reader that has no use for cells: names of them here. */
export const AS_JSON = {
  'settings.json': 'setting',
  'ways.json': 'own_way',
  'sources.json': 'source',
} as const
export const tablePath = (name: string) => `tables/${name}.csv`
export const photoPath = (hash: string, size: PhotoSize) => `photos/${photoName(hash, size)}`

/** What an archive says of itself: a Frictionless Data Package (specs.frictionlessdata.io). */
export interface ArchivePackage {
  name: string
  created: string
  /** Migrations of the log it was made of: its form. */
  form: string[]
  /** What it tells of places. */
  places: ArchivedPlaces
  resources: { name: string; rows: number }[]
}

const PACKAGE_NAME = 'juniper-haze-log'

export const packageText = (
  { created, form, places }: Pick<ArchivePackage, 'created' | 'form' | 'places'>,
  tables: readonly (LogTable & { rows: number })[],
): string =>
  `${JSON.stringify(
    {
      profile: 'data-package',
      name: PACKAGE_NAME,
      title: 'Everything in a Juniper Haze log',
      created,
      form,
      places,
      resources: tables.map(({ name, columns, rows }) => ({
        profile: 'tabular-data-resource',
        name,
        description: tableWords(name),
        path: tablePath(name),
        format: 'csv',
        mediatype: 'text/csv',
        encoding: 'utf-8',
        rows,
        schema: {
          fields: columns.map((column) => ({ ...column, description: columnWords(column.name) })),
          missingValues: [MISSING],
        },
      })),
    },
    null,
    2,
  )}\n`

export const packageSchema = Joi.object<ArchivePackage>({
  name: Joi.string().valid(PACKAGE_NAME).required(),
  created: Joi.string().isoDate().required(),
  form: Joi.array().items(Joi.string().max(100)).max(1000).required(),
  places: Joi.string()
    .valid(...ARCHIVED_PLACES)
    .default('exact'),
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

const PLACES_TOLD: Record<ArchivedPlaces, string> = {
  asPatchesSay: `Places are told as each of them says: exactly, to a tenth of a degree, or not at all. Where
they are not told, their names and notes are left out, too.`,
  exact: 'Places stand here exactly as they are in the log: think before you hand it on.',
  rounded: 'Places are told to a tenth of a degree at the most, without names and notes.',
  none: 'No places are told, nor their names and notes.',
}

export const readmeText = (places: ArchivedPlaces) => `Everything in a Juniper Haze log
================================

tables/*.csv            one table each: UTF-8, commas, a header, \\N where nothing is known
photos/*.jpg            pictures by the SHA-256 of what was taken, and a small one of each
spectra.cgats.txt       measured reflectances by the code of their swatch (CGATS.17)
settings.json, ways.json, sources.json
                        three of the tables again, as JSON
datapackage.json        what the tables hold, with units (Frictionless Data Package)
manifest-sha256.txt     SHA-256 of every file here

Masses are in g, volumes in L, temperatures in degrees Celsius, times in minutes, and colours in
CIELAB (D65, 2 degrees). ${PLACES_TOLD[places]}
To have the log again, bring this file in on the page Keeping: the tables, photos and package are read,
the rest is for you.
`

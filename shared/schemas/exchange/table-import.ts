import Joi from 'joi'
import { FIBRE_KEYS } from '../../../catalogue/fibres'
import type { MeasureSystem } from '../../../core/quantity/units'
import { MOST_CELL_SIGNS, MOST_COLUMNS, MOST_ROWS } from '../../../core/formats/most-rows'
import { ROLE_KEYS, ROLE_UNITS, SEVERAL, type MappedColumn } from '../../rules/table/column-roles'
import type { TableDefaults } from '../../rules/table/table-cards'
import { WORD_KINDS, type WordMeanings } from '../../rules/table/table-words'
import { dateField } from '../log/common'
import { READ_BY } from '../swatch/reading'

/** Rows of somebody's spreadsheet, and what its columns and words are said to mean. */
export interface TableImport extends TableDefaults {
  rows: { line: number; cells: string[] }[]
  columns: MappedColumn[]
  /** Local date on which it is brought in. */
  today: string
  /** How days of numbers alone are meant. */
  order: 'dmy' | 'mdy' | 'ymd'
  system: MeasureSystem
  words: WordMeanings
}

const UNITS = [...new Set(Object.values(ROLE_UNITS).flat())]

const columnsField = Joi.array()
  .items(
    Joi.object<MappedColumn>({
      role: Joi.string()
        .valid(...ROLE_KEYS)
        .required(),
      unit: Joi.string()
        .valid('', ...UNITS)
        .default(''),
      head: Joi.string().max(200).allow('').default(''),
    }),
  )
  .max(MOST_COLUMNS)
  .custom((columns: MappedColumn[], helpers) => {
    const roles = columns.map(({ role }) => role)
    const twice = roles.find((role, i) => !SEVERAL.includes(role) && roles.indexOf(role) !== i)
    return twice
      ? helpers.message({ custom: `{#label} must hold one column of "${twice}"; got several` })
      : columns
  })

/** Own words of a table are kept with the log, for the next one. */
export const wordsField = Joi.object<WordMeanings>(
  Object.fromEntries(
    WORD_KINDS.map((kind) => [
      kind,
      Joi.object().pattern(Joi.string().max(80), Joi.string().max(60).allow('')).max(500),
    ]),
  ),
)

export const tableImportSchema = Joi.object<TableImport>({
  rows: Joi.array()
    .items(
      Joi.object({
        line: Joi.number().integer().min(1).required(),
        cells: Joi.array()
          .items(Joi.string().max(MOST_CELL_SIGNS).allow(''))
          .max(MOST_COLUMNS)
          .required(),
      }),
    )
    .min(1)
    .max(MOST_ROWS)
    .required(),
  columns: columnsField.required(),
  today: dateField.required(),
  order: Joi.string().valid('dmy', 'mdy', 'ymd').default('dmy'),
  system: Joi.string().valid('metric', 'us', 'imperial').default('us'),
  state: Joi.string().valid('', 'fresh', 'dried', 'frozen').default(''),
  fibre: Joi.string()
    .valid('', ...FIBRE_KEYS)
    .default(''),
  readBy: Joi.string()
    .valid(...READ_BY)
    .default('eye'),
  unread: Joi.string().valid('refuse', 'note').default('refuse'),
  words: wordsField.default({}),
})

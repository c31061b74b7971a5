/** A spreadsheet runs a cell that begins so; a plain number does no harm. */
const FORMULA = /^[=+\-@\t\r]/
const NUMBER = /^[+-]?(?:\d+(?:\.\d*)?|\.\d+)(?:e[+-]?\d+)?$/i

/** Whether a spreadsheet may run a cell in place of showing it. */
export const isFormula = (cell: string): boolean => FORMULA.test(cell) && !NUMBER.test(cell)

/** Whether a cell says how to compute something, in place of what it is. */
export const tellsFormula = (cell: string): boolean => /^=\s*\S/.test(cell)

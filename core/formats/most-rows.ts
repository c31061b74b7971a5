/** More rows or columns than these are no log of one dyer. */
export const MOST_ROWS = 20_000
export const MOST_COLUMNS = 200
/** Signs of a cell: more is no cell. */
export const MOST_CELL_SIGNS = 5000

/**
 * A name as it is searched: lower case, no accents, no punctuation, single spaces. So
 * "Dyer's Broom", "dyers broom" and "DYERS  BROOM" are one.
 */
export const foldName = (name: string): string =>
  name
    .normalize('NFD')
    .replace(/\p{M}/gu, '')
    .toLowerCase()
    .replace(/['\u2019]/g, '')
    .replace(/[^\p{L}\p{N}]+/gu, ' ')
    .trim()

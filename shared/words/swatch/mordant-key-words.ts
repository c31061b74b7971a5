const WORDS: Readonly<Record<string, string>> = {
  none: 'no mordant',
  unknown: 'mordant not known',
}

/** `Al Fe` as it is, `no mordant`, `mordant not known`. */
export const mordantKeyWords = (key: string): string => WORDS[key] ?? key

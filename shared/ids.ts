import { v5, v7, validate, version } from 'uuid'

/** A new UUIDv7, made where a thing is first written down, so that saving it twice is harmless. */
export const newId = (): string => v7()

export const isId = (text: unknown): text is string =>
  typeof text === 'string' && validate(text) && version(text) === 7

/** Namespace of ids that must come out the same on every machine. */
const CATALOGUE = '6f0d4f0c-8d5f-5d6e-9d35-3f2d3a4b5c6d'

/** The id of a catalogue entry: always the same for the same key (UUIDv5). */
export const catalogueId = (key: string): string => v5(key, CATALOGUE)

/** Whether `text` can be the id of a thing in the log: a UUIDv7, or a catalogue entry's UUIDv5. */
export const isAnyId = (text: unknown): text is string =>
  typeof text === 'string' && validate(text) && (version(text) === 7 || version(text) === 5)

import type { ObjectSchema } from 'joi'
import { quoted } from '../core/checks'
import type { FieldProblem } from './problem'

/** Input that breaks a schema: every field that is wrong, not only the first. */
export class ValidationError extends Error {
  constructor(readonly errors: FieldProblem[]) {
    super(errors.map((error) => error.detail).join('; '))
    this.name = 'ValidationError'
  }
}

export interface ValidateOptions {
  /** Whether texts may stand for numbers: true for query strings, false for JSON. */
  convert?: boolean
  /** How a path is written: as a JSON pointer, or as `?name` for a query. */
  pointer?: (path: (string | number)[]) => string
}

export const jsonPointer = (path: (string | number)[]) =>
  path.map((part) => `/${String(part).replaceAll('~', '~0').replaceAll('/', '~1')}`).join('')

/**
 * Checks `input` against a schema and returns it typed, with defaults filled in.
 *
 * @throws ValidationError naming each field, its rule and the value received
 */
export function validate<T>(
  schema: ObjectSchema<T>,
  input: unknown,
  { convert = false, pointer = jsonPointer }: ValidateOptions = {},
): T {
  const nul = pathOfNul(input)
  if (nul) {
    const detail = `${nul.join('.') || 'the value'} must not hold the sign NUL`
    throw new ValidationError([{ pointer: pointer(nul), detail }])
  }
  const { value, error } = prepared(schema, convert).validate(input)
  if (!error) return value as T
  const paths = error.details.map(({ path }) => jsonPointer(path))
  // a value that breaks two rules is told once: by the first of them
  const told = error.details.filter((_, i) => paths.indexOf(paths[i]!) === i)
  throw new ValidationError(
    told.map(({ path, message, context, type }) => ({
      pointer: pointer(path),
      detail: withValue(path.length === 0 ? message.replace(/^value /, 'the body ') : message, {
        type,
        value: context?.value as unknown,
      }),
    })),
  )
}

const preparedSchemas = {
  convert: new WeakMap<object, object>(),
  as: new WeakMap<object, object>(),
}

/** A schema with our words and settings, made once: compiling them takes longer than a check does. */
function prepared<T>(schema: ObjectSchema<T>, convert: boolean): ObjectSchema<T> {
  const known = preparedSchemas[convert ? 'convert' : 'as']
  const before = known.get(schema) as ObjectSchema<T> | undefined
  if (before) return before
  const made = schema.prefs({
    abortEarly: false,
    convert,
    errors: { wrap: { label: false }, label: 'key' },
    messages: MESSAGES,
  })
  known.set(schema, made)
  return made
}

/** Where in an input a text holds a NUL, which ends it for half of all programs; null for nowhere. */
function pathOfNul(input: unknown): (string | number)[] | null {
  if (typeof input === 'string') return input.includes('\0') ? [] : null
  if (typeof input !== 'object' || input === null) return null
  for (const [key, value] of Object.entries(input)) {
    const path = key.includes('\0') ? [] : pathOfNul(value)
    if (path) return [key.replaceAll('\0', ''), ...path]
  }
  return null
}

/** Rules that speak for themselves: the value adds nothing, or there is none. */
const WITHOUT_VALUE = new Set(['any.required', 'object.unknown', 'any.unknown', 'object.missing'])

const withValue = (message: string, { type, value }: { type: string; value: unknown }) =>
  WITHOUT_VALUE.has(type) || message.includes('; got ')
    ? message
    : `${message}; got ${quoted(value)}`

const MESSAGES = {
  'any.required': '{#label} is missing',
  'object.unknown': '{#label} is not a field that is known here',
  'number.greater': '{#label} must be a number above {#limit}',
  'number.min': '{#label} must be a number of {#limit} or more',
  'number.max': '{#label} must be a number of {#limit} or less',
  'number.base': '{#label} must be a number',
  'number.infinity': '{#label} must be a finite number',
  'number.unsafe': '{#label} must be a number of a size that can be stored exactly',
  'string.empty': '{#label} must not be empty',
  'string.base': '{#label} must be a text',
  'string.max': '{#label} must be at most {#limit} characters long',
}

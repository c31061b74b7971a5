/**
 * A value that this program wrote as JSON itself, of a type that it knows. What comes from outside
 * is validated instead.
 *
 * @throws SyntaxError where the text is no JSON
 */
export const parseJson = <T>(text: string): T => JSON.parse(text) as T

/** The keys of a table whose type names all of them. */
export const keysOf = <T extends object>(table: T): (keyof T & string)[] =>
  Object.keys(table) as (keyof T & string)[]

import type Joi from 'joi'
import { newId } from '../../shared/ids'

/** Chance by seed: numbers from 0 to 1. */
export type Random = () => number

export const pick = <T>(random: Random, list: readonly T[]): T =>
  list[Math.floor(random() * list.length)]!

const DEEP = '['.repeat(200) + ']'.repeat(200)
/** Values that nobody means: each broke some program once. */
const WRONG: readonly unknown[] = [
  null,
  true,
  '',
  ' ',
  0,
  -1,
  1e-300,
  1e300,
  -1e-12,
  0.1 + 0.2,
  2 ** 53,
  'x'.repeat(5000),
  '\0',
  'a\0b',
  '\ud800',
  '__proto__',
  'constructor',
  'toString',
  "'; drop table lot; --",
  '=1+1',
  '%_\\',
  '(x+x+)+y',
  '2026-02-30',
  '0000-01-01',
  '9999-12-31T23:59:59Z',
  '2026-09-09T10:30:00+99:99',
  [],
  {},
  [[]],
  [null],
  { constructor: null },
  JSON.parse('{"__proto__":{"x":1}}'),
  JSON.parse(DEEP),
  new Array(3000).fill(0),
]

export const wrongValue = (random: Random): unknown => pick(random, WRONG)

interface Described {
  type?: string
  flags?: { only?: boolean; presence?: string; default?: unknown }
  allow?: unknown[]
  rules?: { name: string; args?: { limit?: number; regex?: string; options?: unknown } }[]
  keys?: Record<string, Described>
  items?: Described[]
  matches?: { schema?: Described }[]
  whens?: { then?: Described; otherwise?: Described }[]
}

export const described = (schema: Joi.Schema): Described => schema.describe() as Described

/**
 * A value as a schema wants it, more or less: most fields sound, some left out, some of another
 * kind. What is wholly sound reaches deepest, so it is not rare.
 *
 * @param ids of things that are in the log
 * @param slips share of fields that get something else
 */
export function valueFor(
  schema: Described,
  random: Random,
  ids: readonly string[],
  slips: number,
  name = '',
): unknown {
  if (random() < slips) return wrongValue(random)
  const only = schema.allow?.filter((each) => typeof each !== 'object' || each === null) ?? []
  if (schema.flags?.only && only.length > 0) return pick(random, only)
  if (only.includes(null) && random() < 0.3) return null
  switch (schema.type) {
    case 'object':
      return Object.fromEntries(
        Object.entries(schema.keys ?? {}).flatMap(([key, field]) => {
          const isNeeded = field.flags?.presence === 'required'
          if (field.flags?.presence === 'forbidden') return []
          if (!isNeeded && random() < 0.5) return []
          return [[key, valueFor(field, random, ids, slips, key)]]
        }),
      )
    case 'array': {
      const item = schema.items?.[0]
      const n = Math.floor(random() * 3) + (random() < 0.9 ? 1 : 0)
      return item
        ? Array.from({ length: n }, () => valueFor(item, random, ids, slips, name))
        : [wrongValue(random)]
    }
    case 'number':
      return numberFor(schema, random)
    case 'boolean':
      return random() < 0.5
    case 'string':
      return textFor(schema, random, ids, name)
    case 'alternatives': {
      const options = (schema.matches ?? []).flatMap((match) => match.schema ?? [])
      return options.length > 0
        ? valueFor(pick(random, options), random, ids, slips, name)
        : wrongValue(random)
    }
    default:
      return wrongValue(random)
  }
}

function numberFor({ rules = [] }: Described, random: Random): number {
  const limit = (wanted: string) => rules.find((rule) => rule.name === wanted)?.args?.limit
  const least = limit('min') ?? limit('greater') ?? 0
  const most = limit('max') ?? limit('less') ?? 1000
  // at the ends, and within
  const edge = random()
  const value = edge < 0.1 ? least : edge < 0.2 ? most : least + (most - least) * random() ** 3
  return rules.some((rule) => rule.name === 'integer') ? Math.round(value) : value
}

function textFor(
  { rules = [] }: Described,
  random: Random,
  ids: readonly string[],
  name: string,
): string {
  const pattern = rules.find((rule) => rule.name === 'pattern')?.args?.regex ?? ''
  if (name === 'id') return random() < 0.9 ? newId() : pick(random, ids)
  if (/Ids?$/.test(name) || name === 'after') return random() < 0.8 ? pick(random, ids) : newId()
  if (/(?:On|From|To)$|[dD]ate/.test(name)) return pick(random, ['2026-08-12', '2026-09-01'])
  if (/At$|^at$/.test(name) || pattern.includes('T\\d')) {
    return pick(random, ['2026-08-12T10:00:00Z', '2026-09-01T10:30:00+02:00'])
  }
  if (pattern.includes('0-9a-fA-F')) return pick(random, ['#8a5a00', '#123', 'ffffff'])
  return pick(random, ['alder', 'x', 'a longer note, with commas; and "marks"', 'Ähre 🍂'])
}

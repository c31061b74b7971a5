import { entriesOf, type SourceFacts } from './entry'

const CODES = { plant: 'UNP', fungus: 'UNF', lichen: 'UNL' } as const
const PART = { plant: 'wholeHerb', fungus: 'fruitBody', lichen: 'thallus' } as const

/** What is held until it is named: no name of a species, so none of its facts. */
export const UNNAMED: readonly SourceFacts[] = (['plant', 'fungus', 'lichen'] as const).map(
  (group) => ({
    ...entriesOf(group)(
      CODES[group],
      `Unnamed ${group}`,
      `unnamed ${group}`,
      PART[group],
      [1, 12],
      {
        otherNames: ['unknown'],
        caution: 'Not named yet: gloves, a piece for naming and no more, apart from food.',
        care: 'Take a piece for naming and leave the rest.',
        rule: { kind: 'none' },
      },
    ),
    stopGroup: group === 'fungus' ? 'fungus' : null,
  }),
)

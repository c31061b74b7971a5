import { describe, expect, test } from '@jest/globals'
import { METRIC_UNITS } from '../../../../core/quantity/unit-choice'
import { guessColumns } from '../../../../shared/rules/table/guess-columns'
import { readRow } from '../../../../shared/rules/table/read-row'

/** One row under its heads, as guessed. */
function read(told: Record<string, string>, words = {}) {
  const [heads, cells] = [Object.keys(told), Object.values(told)]
  const columns = guessColumns(heads, [cells], METRIC_UNITS)
  const context = {
    today: '2026-09-09',
    order: 'dmy',
    system: 'metric',
    words,
    days: new Map(),
  } as const
  return readRow(2, cells, columns, context)
}
const mordantsOf = (told: Record<string, string>, words = {}) => {
  const { pieces, notes, strange } = read({ Plant: 'tansy', ...told }, words)
  return { mordants: pieces.map(({ mordants }) => mordants), notes, strange }
}
const alum = (percentWof: number | null) => ({ agent: 'alum', percentWof })
const iron = (percentWof: number | null) => ({ agent: 'ironSulfate', percentWof })

describe('mordants of a table', () => {
  test.each([
    [{ Mordant: 'alum 12% + iron 2 %' }, [alum(12), iron(2)]],
    [{ Mordant: '10 % alum, 2% iron' }, [alum(10), iron(2)]],
    [{ Mordant: 'alum' }, [alum(null)]],
    [{ Mordant: 'none' }, []],
    [{ Mordant: '?' }, null],
    [{ 'Alum %': '12', 'Iron %': '' }, [alum(12)]],
    [{ 'Alum %': '0', 'Iron %': '0' }, []],
    // no iron says nothing of the alum that nobody noted
    [{ 'Alum %': '', 'Iron %': '0' }, null],
  ])('%j', (told, mordants) => {
    expect(mordantsOf(told)).toEqual({ mordants: [mordants], notes: [], strange: [] })
  })

  test('a weight or a spoon is no percentage: the agent is known, its amount is in the note', () => {
    expect(mordantsOf({ Mordant: '6 g alum' })).toEqual({
      mordants: [[alum(null)]],
      notes: ['Mordant: 6 g alum'],
      strange: [],
    })
    expect(mordantsOf({ 'Alum (g)': '6' })).toMatchObject({
      mordants: [[alum(null)]],
      notes: ['Alum (g): 6'],
    })
    expect(mordantsOf({ Mordant: '1 tsp of alum' }).mordants).toEqual([[alum(null)]])
  })

  test('one that came after the dye leaves the mordant not known, in a cell and over a colour', () => {
    expect(mordantsOf({ Mordant: 'alum 12%, iron after' })).toEqual({
      mordants: [null],
      notes: ['Mordant: alum 12%, iron after'],
      strange: [],
    })
    const colours = mordantsOf({ Mordant: 'alum 12%', alum: '#d8c24a', 'iron dip': '#6d6636' })
    expect(colours.mordants).toEqual([[alum(null)], null])
    expect(colours.notes).toEqual(['iron dip: #6d6636'])
  })

  test('a word that was said to be none of them is kept in the note', () => {
    const words = { mordant: { sally: '' } }
    expect(mordantsOf({ Mordant: 'alum 12% + sally' }, words)).toEqual({
      mordants: [[alum(12)]],
      notes: ['Mordant: alum 12% + sally'],
      strange: [],
    })
    expect(mordantsOf({ Mordant: 'sally' }).strange).toEqual([{ kind: 'mordant', text: 'sally' }])
  })
})

describe('what has no place of its own', () => {
  test('is kept in the note with its head: other columns, second ones, the name of the pot', () => {
    const { notes } = read({
      Plant: 'tansy',
      Pot: 'P7',
      Mood: 'hopeful',
      Date: '2024-08-15',
      Day: 'Thursday',
      Notes: 'clear',
    })
    expect(notes).toEqual(['Pot: P7', 'Mood: hopeful', 'Day: Thursday', 'clear'])
  })

  test('a column of remarks on colour is no colour', () => {
    expect(read({ Plant: 'tansy', 'Colour notes': 'bright yellow' })).toMatchObject({
      notes: ['bright yellow'],
      left: [],
    })
  })
})

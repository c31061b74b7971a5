import { describe, expect, test } from '@jest/globals'
import { recipeMarkdown, type RecipeCard } from '../../../../core/formats/recipe-card'

const card: RecipeCard = {
  code: 'POT-26-07',
  title: 'tansy flower heads',
  dyedOn: '2026-08-20',
  way: 'simmer',
  plants: [
    {
      name: 'tansy',
      scientificName: 'Tanacetum vulgare',
      part: 'flower heads',
      state: 'fresh',
      massG: 300,
      dryG: 54,
    },
  ],
  fibreG: 100,
  ratioAsWeighed: 3,
  ratioDry: 0.54,
  waterL: 4,
  tempC: 82,
  minutes: 60,
  finalPh: null,
  bathNumber: 1,
  additions: [{ agent: 'washing soda', massG: 3 }],
  steps: ['Chop', 'Strain'],
  pieces: [
    {
      code: 'WOL-26-01',
      fibre: 'wool',
      dryG: 100,
      mordant: 'Al',
      minutes: 60,
      hex: '#c8a400',
      basis: 'measured',
      handle: ['soft'],
    },
  ],
  departures: ['It boiled.'],
  cautions: ['Hot liquor.'],
  note: '',
}

describe('a recipe card', () => {
  test('tells ratio with its state, and what was not read as not read', () => {
    const text = recipeMarkdown(card)
    expect(text).toContain('# tansy flower heads')
    expect(text).toContain('300 g tansy flower heads (*Tanacetum vulgare*), fresh = 54 g dry')
    expect(text).toContain('**Ratio:** 3 : 1 as weighed, 0.54 : 1 dry')
    expect(text).toContain('**Final pH:** not noted')
    expect(text).toContain('| WOL-26-01 | wool | 100 g | Al | 60 min | #c8a400 (measured) | soft |')
    expect(text).toContain('## Otherwise than planned\n\n- It boiled.')
    expect(text).not.toContain('## Note')
  })

  test('a ratio nobody knows is not made up; a later bath is said', () => {
    const text = recipeMarkdown({ ...card, ratioDry: null, ratioAsWeighed: null, bathNumber: 2 })
    expect(text).toContain('**Ratio:** not known')
    expect(text).toContain('bath 2 of one liquor')
  })

  test('words that look like markup stay words', () => {
    const text = recipeMarkdown({ ...card, title: '# <b>bold</b> [x](y)', note: 'a | b\n# c' })
    expect(text).toContain('# \\# \\<b\\>bold\\</b\\> \\[x\\](y)')
    expect(text).toContain('a \\| b \\# c')
  })
})

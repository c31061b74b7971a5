import { describe, expect, test } from '@jest/globals'
import { CALC_AGENTS, AGENT_FORMS, SOLUBILITY } from '../../../../core/mordant/agents'
import { convertForm, gramsToWeigh, inForm, usualForm } from '../../../../core/mordant/hydrates'
import { leastWaterL } from '../../../../core/mordant/least-water'
import { mordantBath, type MordantRecipe } from '../../../../core/mordant/mordant-bath'

describe('forms of one salt', () => {
  // ratios of molar masses: IUPAC abridged standard atomic weights, by mf-parser 3.9.3
  test.each([
    ['alum', 'dodecahydrate', 'anhydrous', 0.54429],
    ['ironSulfate', 'heptahydrate', 'anhydrous', 0.546402],
    ['copperSulfate', 'pentahydrate', 'anhydrous', 0.639239],
    ['sodaAsh', 'decahydrate', 'anhydrous', 0.370406],
    ['sodaAsh', 'monohydrate', 'anhydrous', 0.85472],
  ] as const)('%s: 1 g of %s is as much as the ratio of %s', (agent, from, to, ratio) => {
    expect(convertForm(agent, 1, from, to)).toBeCloseTo(ratio, 4)
    expect(convertForm(agent, convertForm(agent, 7, from, to), to, from)).toBeCloseTo(7, 12)
  })

  test('a form it does not come in is refused, with those it does', () => {
    expect(() => convertForm('alum', 1, 'dodecahydrate', 'flakes')).toThrow(
      'form of alum must be one of: dodecahydrate, anhydrous; got "flakes"',
    )
    expect(() => convertForm('salt', 1, '', 'rock')).toThrow('one form only')
    expect(() => convertForm('alum', 1, 'constructor', 'anhydrous')).toThrow('form of alum')
  })

  test('what is weighed out follows the form on the shelf; one form only stays as it is', () => {
    const alum = { agent: 'alum', percentWof: 10 }
    expect(gramsToWeigh({ ...alum, form: '' }, 100)).toBe(10)
    expect(gramsToWeigh({ ...alum, form: 'anhydrous' }, 100)).toBeCloseTo(5.443, 3)
    expect(gramsToWeigh({ agent: 'vinegar', percentWof: 50, form: '' }, 100)).toBe(50)
    expect(inForm('vinegar', 7, '', 'any')).toBe(7)
    expect(() => gramsToWeigh({ ...alum, form: 'flakes' }, 100)).toThrow('form of alum')
  })

  test('the usual form is the first, and every solubility is of a form that exists', () => {
    expect(usualForm('ironSulfate')).toBe('heptahydrate')
    expect(usualForm('salt')).toBe('')
    for (const agent of CALC_AGENTS) {
      const known = SOLUBILITY[agent]
      if (known && AGENT_FORMS[agent]) expect(Object.keys(AGENT_FORMS[agent])).toContain(known.form)
      const grams = known?.perHundred.map(([, g]) => g) ?? []
      expect(grams).toEqual([...grams].sort((a, b) => a - b))
    }
  })
})

describe('least water', () => {
  // Lange's Handbook (from memory): 11.4 g of alum crystals in 100 g of water at 20 °C
  test.each([
    [11.4, 20, 0.1],
    [80, 20, 80 / 114],
    [23.83, 40, 0.1],
    [57.5, 60, 0.1],
    // no more is promised above the table than at its end
    [57.5, 80, 0.1],
    [5.65, -5, 0.1],
    // half way between 20 and 30 °C: 13.99, beside 13.9 interpolated in the handbook
    [13.99, 25, 0.1],
  ])('%d g of alum at %d °C want %d L', (massG, tempC, litres) => {
    expect(leastWaterL('alum', massG, { tempC })).toBeCloseTo(litres, 3)
  })

  test('dried alum counts as the crystals it turns into', () => {
    const dried = convertForm('alum', 80, 'dodecahydrate', 'anhydrous')
    expect(leastWaterL('alum', dried, { form: 'anhydrous' })).toBeCloseTo(
      leastWaterL('alum', 80)!,
      12,
    )
  })

  test('is not guessed where nothing is known', () => {
    expect(leastWaterL('oakGall', 10)).toBeNull()
  })
})

describe('a mordant bath', () => {
  const grams = (bath: MordantRecipe) => mordantBath(bath).agents.map(({ massG }) => massG)
  const codes = (bath: MordantRecipe) => mordantBath(bath).warnings.map(({ code }) => code)

  // common practice, no source
  test.each([
    [100, 'alum', 10, 10],
    [800, 'alum', 10, 80],
    [11, 'alum', 16, 1.76],
    [11, 'ironSulfate', 6, 0.66],
  ] as const)('%d g of fibre, %s at %d %%: %d g', (fibreG, agent, percentWof, massG) => {
    expect(grams({ fibreG, agents: [{ agent, percentWof }] })[0]).toBeCloseTo(massG, 10)
  })

  test('a percentage is of crystals, also where the shelf holds the dried salt', () => {
    const agents = [{ agent: 'alum' as const, percentWof: 10, form: 'anhydrous' }]
    expect(grams({ fibreG: 100, agents })[0]).toBeCloseTo(5.443, 3)
  })

  test('says what to mind', () => {
    const alum = { agent: 'alum' as const, percentWof: 10 }
    const iron = { agent: 'ironSulfate' as const, percentWof: 2 }
    expect(codes({ fibreG: 100, agents: [alum] })).toEqual([])
    expect(codes({ fibreG: 100, agents: [{ ...alum, percentWof: 25 }] })).toEqual(['tooMuch'])
    expect(codes({ fibreG: 100, agents: [{ ...iron, percentWof: 7 }] })).toEqual(['tooMuch'])
    expect(codes({ fibreG: 100, agents: [{ ...iron, percentWof: 6 }] })).toEqual([])
    expect(codes({ fibreG: 800, agents: [alum], bathL: 0.5, tempC: 20 })).toEqual([
      'tooLittleWater',
    ])
    expect(codes({ fibreG: 800, agents: [alum], bathL: 0.5, tempC: 50 })).toEqual([])
    expect(codes({ fibreG: 100, agents: [alum, iron] })).toEqual(['ironCreeps'])
  })

  test.each([
    [{ fibreG: 0, agents: [] }, 'fibreG must be above 0 g; got 0'],
    [
      { fibreG: 1, agents: [{ agent: 'alum' as const, percentWof: -1 }] },
      'percentWof must be 0 % or more; got -1',
    ],
  ])('refuses %j', (bath, message) => expect(() => mordantBath(bath)).toThrow(message))
})

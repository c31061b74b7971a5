import { describe, expect, test } from '@jest/globals'
import { blankCard, type CardDraft } from '../../../app/features/card/card-draft'
import { tallyOf } from '../../../app/features/card/card-tally'
import { fillCard } from '../../../app/features/card/fill-card'
import { readCard } from '../../../app/features/card/read-card'
import { clippedChannels, deltaE2000, hexOfLab } from '../../../core/colour/screen-colour'
import { CHIP_DEPTHS, CHIP_ERROR_DE, eyeChips, nudged } from '../../../core/colour/eye-chips'
import { lchOfLab } from '../../../core/colour/tristimulus'
import { readNote } from '../../../shared/rules/note/read-note'
import { cardSchema } from '../../../shared/schemas/swatch/card'
import type { Source } from '../../../shared/schemas/walk/source'
import { TANSY } from '../../fixtures/log'
import { validate } from '../../../shared/validate'

const CONTEXT = {
  today: '2026-11-30',
  order: 'dmy',
  system: 'us',
  units: { mass: 'g', volume: 'L', temperature: '°C' },
} as const
const source = {
  id: TANSY,
  commonName: 'tansy',
  ways: ['simmer'],
  dryFraction: 0.18,
  usualRatioState: 'fresh',
} as unknown as Source
const draftOf = (fields: Partial<CardDraft> = {}, piece: object = {}): CardDraft => {
  const draft = { ...blankCard(), source, ...fields }
  return { ...draft, pieces: [{ ...draft.pieces[0]!, ...piece }] }
}

describe('a card as it is typed', () => {
  test('is read blank by blank, and passes the schema', () => {
    const { card, troubles } = readCard(
      draftOf(
        {
          plantText: '1 lb',
          gatheredText: 'Aug 2024',
          dyedText: '20 Aug 2024',
          minutesText: '1 h',
          waterText: '1 gal',
          phText: '6.5',
        },
        {
          fibreText: 'about 2 oz',
          mordantText: 'alum 12 % and iron 2 %',
          colour: { hex: '#d8c24a' },
          how: { by: 'eye', errorDe: CHIP_ERROR_DE },
        },
      ),
      CONTEXT,
    )
    expect(troubles).toEqual({})
    expect(validate(cardSchema, card)).toMatchObject({
      massG: expect.closeTo(453.592, 2) as unknown,
      gathered: { on: '2024-08-15', withinDays: 15 },
      dyed: { on: '2024-08-20', withinDays: 0 },
      minutes: 60,
      waterL: expect.closeTo(3.785, 3) as unknown,
      finalPh: 6.5,
      pieces: [
        {
          dryBasis: 'about',
          mordants: [
            { agent: 'alum', percentWof: 12 },
            { agent: 'ironSulfate', percentWof: 2 },
          ],
          reading: { hex: '#d8c24a', errorDe: 5, washed: null },
        },
      ],
    })
  })

  test('an empty blank is not known; "none" is none', () => {
    const unknown = readCard(draftOf(), CONTEXT).card!
    expect(unknown).toMatchObject({ massG: null, gathered: null, dyed: null, minutes: null })
    expect(unknown.pieces[0]).toMatchObject({ dryG: null, mordants: null, reading: null })
    expect(
      readCard(draftOf({}, { mordantText: 'none' }), CONTEXT).card!.pieces[0]!.mordants,
    ).toEqual([])
  })

  test.each([
    ['plant', { plantText: 'a good deal' }],
    ['dyed', { dyedText: 'when it rained' }],
    ['water', { waterText: 'enough' }],
  ] as const)('a %s that cannot be read is said, and nothing is kept', (name, fields) => {
    const { card, troubles } = readCard(draftOf(fields), CONTEXT)
    expect(card).toBeNull()
    expect(troubles[name]).toMatch(/^Not read: write it as/)
  })

  test('a way that was not told is the usual one, and the pot says so', () => {
    expect(readCard(draftOf({ note: 'blue tag' }), CONTEXT).card).toMatchObject({
      way: 'simmer',
      note: 'blue tag. Not told, taken as usual: way',
    })
    const told = readCard(draftOf({ way: 'coldSteep', note: 'blue tag' }), CONTEXT).card
    expect(told).toMatchObject({ way: 'coldSteep', note: 'blue tag' })
  })

  test('a state that was not told is the usual one of what was weighed, and the pot says so', () => {
    const weighed = readCard(draftOf({ plantText: '340', way: 'simmer' }), CONTEXT).card
    expect(weighed).toMatchObject({
      massG: 340,
      state: 'fresh',
      note: 'Not told, taken as usual: state of the plant',
    })
    const said = readCard(draftOf({ plantText: '340', state: 'dried', way: 'simmer' }), CONTEXT)
    expect(said.card).toMatchObject({ state: 'dried', note: '' })
  })

  test('a bare number is in the unit that is set', () => {
    const units = { mass: 'oz', volume: 'qt', temperature: '°F' } as const
    const draft = draftOf({ plantText: '12', waterText: '4', tempText: '180', minutesText: '45' })
    expect(readCard(draft, { ...CONTEXT, units }).card).toMatchObject({
      massG: expect.closeTo(12 * 28.349523125, 6) as unknown,
      waterL: expect.closeTo(3.785411784, 6) as unknown,
      tempC: expect.closeTo(82.222, 3) as unknown,
      minutes: 45,
    })
  })

  test.each([
    ['plant', { plantText: '340 g and a bit of dock' }, '"bit of dock"'],
    ['plant', { plantText: '340 g on 50 g' }, 'Not read'],
    ['temp', { tempText: '80 °C, then 60 °C' }, '"60'],
  ] as const)('what a blank does not ask is said, and not dropped: %s', (name, fields, words) => {
    const { card, troubles } = readCard(draftOf(fields), CONTEXT)
    expect(card).toBeNull()
    expect(troubles[name]).toContain(words)
  })

  test('a mordant that is not known by name is not dropped beside one that is', () => {
    const { troubles } = readCard(
      draftOf({}, { mordantText: 'alum 12 % and cream of tartar 6 %' }),
      CONTEXT,
    )
    expect(troubles.mordant0).toContain('cream of tartar')
  })

  test('without its plant there is no card', () => {
    expect(readCard(draftOf({ source: null }), CONTEXT).troubles.source).toMatch(/^Which plant/)
  })

  test('a note fills its blanks, as it was written', () => {
    const draft = draftOf({ source: null })
    const text =
      '420 g fresh tansy, gathered mid August 2024, on 60 g silk, alum 12 %, dyed 1 Sep 2024 at 80 °C, again'
    fillCard(draft, { ...readNote(text, CONTEXT), text, source, others: [] })
    expect(draft).toMatchObject({
      plantText: '420 g',
      gatheredText: 'mid August 2024',
      dyedText: '1 Sep 2024',
      tempText: 'at 80 °C',
      pieces: [{ fibreText: '60 g', fibre: 'silk', mordantText: 'alum 12 %', verdict: 'again' }],
    })
    const { card } = readCard(draft, CONTEXT)
    expect(card).toMatchObject({
      massG: 420,
      gathered: { withinDays: 5 },
      dyed: { on: '2024-09-01' },
    })
  })
})

describe('what a card comes to', () => {
  test('its ratio, its strength, and what is not known', () => {
    const { card } = readCard(
      draftOf(
        { plantText: '340 g' },
        { fibreText: '50 g', mordantText: 'alum 12 %', colour: { hex: '#c8b23a' } },
      ),
      CONTEXT,
    )
    const tally = tallyOf(card!, source)
    expect(tally.ratio!.asWeighed).toBeCloseTo(6.8, 9)
    expect(tally.ratio!.dry).toBeCloseTo(6.8 * 0.18, 9)
    const { low, mid, high, depths } = tally.strength!
    expect(mid).toBeGreaterThan(0.2)
    // a shared factor of a quarter alone is half as much again, nine times in ten
    expect(high / mid).toBeGreaterThan(1.5)
    expect(low).toBeLessThan(mid / 1.5)
    expect(depths.length).toBeGreaterThan(0)
    expect(tally.unknown).toEqual(['day', 'time', 'water'])
    const empty = tallyOf(readCard(draftOf(), CONTEXT).card!, source)
    expect(empty).toMatchObject({ ratio: null, strength: null })
    expect(empty.unknown).toEqual(['ratio', 'day', 'time', 'water', 'mordant', 'colour'])
  })
})

describe('colours to choose from by eye', () => {
  test('all can be shown by a screen, go from pale to deep, and differ to the eye', () => {
    for (const hue of eyeChips()) {
      expect(hue).toHaveLength(CHIP_DEPTHS)
      hue.forEach((lab, i) => {
        expect(clippedChannels(hexOfLab(lab))).toEqual([])
        if (i === 0) return
        expect(lab.l).toBeLessThan(hue[i - 1]!.l)
        expect(deltaE2000(lab, hue[i - 1]!)).toBeGreaterThan(3)
      })
    }
  })

  test('a step makes it what it says', () => {
    const yellow = eyeChips()[1]![2]!
    expect(nudged(yellow, 'greener').a).toBeLessThan(yellow.a)
    expect(nudged(yellow, 'redder').a).toBeGreaterThan(yellow.a)
    expect(nudged(yellow, 'paler').l).toBeGreaterThan(yellow.l)
    expect(nudged(yellow, 'deeper').l).toBeLessThan(yellow.l)
    expect(lchOfLab(nudged(yellow, 'duller')).c).toBeLessThan(lchOfLab(yellow).c)
    const purple = eyeChips()[7]![2]!
    expect(nudged(purple, 'redder').a).toBeGreaterThan(purple.a)
  })
})

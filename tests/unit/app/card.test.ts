import { describe, expect, test } from '@jest/globals'
import {
  blankCard,
  fillCard,
  readCard,
  type CardDraft,
} from '../../../app/features/card/card-draft'
import { tallyOf } from '../../../app/features/card/card-tally'
import { clippedChannels, deltaE2000, hexOfLab } from '../../../core/colour/screen-colour'
import { CHIP_DEPTHS, eyeChips, nudged } from '../../../core/colour/eye-chips'
import { lchOfLab } from '../../../core/colour/tristimulus'
import { readNote } from '../../../shared/rules/note/read-note'
import { cardSchema } from '../../../shared/schemas/swatch/card'
import type { Source } from '../../../shared/schemas/walk/source'
import { TANSY } from '../../fixtures/log'
import { validate } from '../../../shared/validate'

const CONTEXT = { today: '2026-11-30', order: 'dmy', system: 'us' } as const
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
          isByChip: true,
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
      note: 'blue tag. The way is as usual of the plant: it was not told.',
    })
    const told = readCard(draftOf({ way: 'coldSteep', note: 'blue tag' }), CONTEXT).card
    expect(told).toMatchObject({ way: 'coldSteep', note: 'blue tag' })
  })

  test('without its plant there is no card', () => {
    expect(readCard(draftOf({ source: null }), CONTEXT).troubles.source).toMatch(/^Which plant/)
  })

  test('a note fills its blanks, as it was written', () => {
    const draft = draftOf({ source: null })
    const text =
      '420 g fresh tansy, gathered mid August 2024, on 60 g silk, alum 12 %, dyed 1 Sep 2024, again'
    const reading = readNote(text, CONTEXT)
    const words = (kind: string, nth?: number) => {
      const found = reading.spans
        .filter((span) => span.kind === kind)
        .map(({ start, end }) => text.slice(start, end).trim())
      return nth === undefined ? found.join(', ') : (found[nth] ?? '')
    }
    fillCard(draft, { facts: reading.facts, source, words, rest: 'tansy' })
    expect(draft).toMatchObject({
      plantText: '420 g',
      gatheredText: 'mid August 2024',
      dyedText: '1 Sep 2024',
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
    expect(tally.strength!.value).toBeGreaterThan(0.2)
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

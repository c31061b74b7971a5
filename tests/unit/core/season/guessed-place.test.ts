import { describe, expect, test } from '@jest/globals'
import meta from 'moment-timezone/data/meta/latest.json'
import { HUE_FAMILIES, hueFamilyOf } from '../../../../core/colour/colour-name'
import { middlingHex } from '../../../../core/colour/hue-swatch'
import { clippedChannels, labOfHex } from '../../../../core/colour/screen-colour'
import { METRIC_UNITS, US_UNITS } from '../../../../core/quantity/unit-choice'
import { guessedHemisphere, guessedUnits } from '../../../../core/season/guessed-place'

describe('what a browser tells of where somebody is', () => {
  // where the IANA time zone database has each zone's place, as moment-timezone ships it
  const zones = Object.values(meta.zones)
  test('each zone lies in the half that its place does', () => {
    const wrong = zones.filter(
      ({ name, lat }) => guessedHemisphere(name) !== (lat < 0 ? 'southern' : 'northern'),
    )
    expect(wrong.map(({ name }) => name)).toEqual([])
  })

  test('old names, and names of no place', () => {
    expect(zones.length).toBeGreaterThan(400)
    expect(['America/Buenos_Aires', 'Australia/NSW', 'UTC', ''].map(guessedHemisphere)).toEqual([
      'southern',
      'southern',
      'northern',
      'northern',
    ])
  })

  test.each([
    ['en-US', US_UNITS],
    ['es-US', US_UNITS],
    ['en', METRIC_UNITS],
    ['en-GB', METRIC_UNITS],
    ['zh-Hant-TW', METRIC_UNITS],
    ['de-AT', METRIC_UNITS],
  ])('a browser in %s measures so', (language, units) => {
    expect(guessedUnits(language)).toEqual(units)
  })
})

test.each(HUE_FAMILIES)(
  'the colour that stands for %s is one of it, and on the screen',
  (family) => {
    const hex = middlingHex(family)
    expect(hueFamilyOf(labOfHex(hex))).toBe(family)
    expect(clippedChannels(hex)).toEqual([])
  },
)

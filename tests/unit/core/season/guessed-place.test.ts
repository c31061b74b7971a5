import { describe, expect, test } from '@jest/globals'
import { HUE_FAMILIES, hueFamilyOf } from '../../../../core/colour/colour-name'
import { middlingHex } from '../../../../core/colour/hue-swatch'
import { clippedChannels, labOfHex } from '../../../../core/colour/screen-colour'
import { METRIC_UNITS, US_UNITS } from '../../../../core/quantity/unit-choice'
import { guessedHemisphere, guessedUnits } from '../../../../core/season/guessed-place'

describe('what a browser tells of where somebody is', () => {
  // capitals and their zones, by the IANA time zone database (2024a names)
  test.each([
    ['Europe/Dublin', 'northern'],
    ['America/New_York', 'northern'],
    ['America/Bogota', 'northern'],
    ['Asia/Kolkata', 'northern'],
    ['Africa/Nairobi', 'northern'],
    ['UTC', 'northern'],
    ['Australia/Hobart', 'southern'],
    ['Pacific/Auckland', 'southern'],
    ['America/Argentina/Ushuaia', 'southern'],
    ['Africa/Johannesburg', 'southern'],
    ['America/Lima', 'southern'],
  ])('%s lies in the %s half', (zone, half) => {
    expect(guessedHemisphere(zone)).toBe(half)
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

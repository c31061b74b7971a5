import { afterEach, beforeEach, describe, expect, test } from '@jest/globals'
import { SOURCES } from '../../../../catalogue/sources'
import { UNNAMED } from '../../../../catalogue/sources/unnamed'
import { seedCatalogue } from '../../../../server/services/log/catalogue'
import { codeFor } from '../../../../server/services/walk/sources'
import { newId } from '../../../../shared/ids'
import { PLAIN_PATCH } from '../../../../shared/schemas/walk/patch'
import { DOCK, openTestLog, refusal, TANSY, type TestLog } from '../../../fixtures/log'

let here: TestLog
beforeEach(async () => void (here = await openTestLog()))
afterEach(() => here.database.close())

const find = async (q: string) =>
  (await here.log.sources.page({ q, limit: 50, aside: false })).items.map(
    ({ commonName, part }) => `${commonName} ${part}`,
  )

describe('the catalogue’s shelf', () => {
  test('holds every entry once, however often it is filled', async () => {
    await seedCatalogue(here.database.write, '2026-09-10T10:00:00Z')
    const [{ n }] = (await here.database.read('source').count('* as n')) as [{ n: number }]
    expect(n).toBe(SOURCES.length + UNNAMED.length)
  })

  test('what the user corrected stays, and says whose it is', async () => {
    await here.log.sources.change(TANSY, 1, { usualRatio: 2.5 })
    await seedCatalogue(here.database.write, '2026-09-10T10:00:00Z')
    expect(await here.log.sources.read(TANSY)).toMatchObject({
      usualRatio: 2.5,
      corrected: ['usualRatio'],
    })
  })

  test.each([
    ['tanacetum', 'tansy flowerHead'],
    ['Chrysanthemum vulgare', 'tansy flowerHead'],
    ['dermocybe', 'bloodred webcap cap'],
    ['DYERS  broom', "dyer's broom floweringTop"],
    ['crab s eye', "crab's-eye lichen thallus"],
    ['bitter dock', 'broad-leaved dock root'],
    ['lecanora', "crab's-eye lichen thallus"],
  ])('%s finds %s', async (typed, found) => {
    expect(await find(typed.replace('crab s', "crab's"))).toContain(found)
  })

  test('words are found at their beginning, in any order, and signs of LIKE mean nothing', async () => {
    expect(await find('vulg tan')).toEqual(['tansy flowerHead'])
    expect(await find('%')).toHaveLength(50)
    expect(await find('nsy')).toEqual([])
  })

  test('one of your own gets a code and a typical dryness', async () => {
    const { item } = await here.log.sources.create({
      id: newId(),
      scientificName: 'Ligustrum vulgare',
      commonName: 'Privet',
      synonyms: [],
      otherNames: ['prim'],
      part: 'leaf',
      needsMordant: 'unknown',
      usualRatio: null,
      usualRatioState: 'fresh',
      windowFrom: null,
      windowTo: null,
      caution: null,
    })
    expect(item).toMatchObject({ code: 'PRI', dryFraction: 0.22, provenance: 'yours' })
    expect(await find('prim')).toEqual(['Privet leaf'])
    expect(codeFor('Ox')).toBe('OXX')
    expect(codeFor('Érable')).toBe('ERA')
  })

  test('two places of one name are refused', async () => {
    const patch = PLAIN_PATCH
    await here.log.patches.create({ id: newId(), name: 'Ling Moor', ...patch })
    await expect(
      here.log.patches.create({ id: newId(), name: 'ling  MOOR', ...patch }),
    ).rejects.toMatchObject(refusal(422, 'already a place called'))
  })
})

describe('today', () => {
  test('an empty log has nothing waiting', async () => {
    expect(await here.log.today.view('2026-09-09')).toEqual({
      counts: { ready: 0, wilting: 0, jars: 0, unmordanted: 0, unread: 0 },
      bathsDue: [],
      looksDue: [],
      potsDue: [],
      unread: [],
      wilting: [],
      jarsDue: [],
      wishes: [],
      latest: [],
    })
  })

  test('names what waits, what is ready and what was learnt', async () => {
    const tansy = await here.lot()
    const bare = await here.piece({ treatments: [] })
    const piece = await here.piece()
    const pot = await here.pot(tansy, [piece], { massG: 60 })
    await here.lot({ sourceId: DOCK, state: 'dried' })
    const before = await here.log.today.view('2026-09-09')
    expect(before.counts).toEqual({
      ready: 2,
      wilting: 1,
      jars: 0,
      unmordanted: 1,
      unread: 1,
    })
    expect(before.unread).toMatchObject([
      { potCode: 'POT-26-01', swatches: 1, sourceNames: 'tansy' },
    ])
    expect(before.wilting).toMatchObject([{ code: 'TAN-26-01', leftG: 240 }])
    const gathered = async (on: string) =>
      (await here.log.walk.view(on)).rows.filter(({ gatherings }) => gatherings.length)
    expect((await gathered('2026-09-09')).map(({ source }) => source.id).sort()).toEqual(
      [TANSY, DOCK].sort(),
    )

    const reading = { hex: '#c8a030', wet: false, washed: true }
    await here.log.swatches.change(pot.pieces[0]!.swatchId!, 1, { reading })
    const after = await here.log.today.view('2026-01-09')
    expect(after.counts).toMatchObject({ unread: 0, ready: 0 })
    expect(after.latest).toMatchObject([
      { code: 'SWA-26-01', hex: '#c8a030', sourceId: TANSY, mordant: 'Al', basis: 'estimated' },
    ])
    expect(after.latest[0]!.strength).toBeGreaterThan(0)
    const rows = await gathered('2026-01-09')
    expect(rows.find(({ source }) => source.id === TANSY)!.gatherings).toMatchObject([
      { code: 'TAN-26-01', netG: 300, hex: '#c8a030' },
    ])
    await here.log.pieces.setAside(bare.id, 1)
    expect((await here.log.today.view('2026-09-09')).counts.unmordanted).toBe(0)
  })
})

describe('find', () => {
  test('finds tags by their beginning and things by name', async () => {
    const lot = await here.lot()
    await here.log.patches.create({ ...PLAIN_PATCH, id: newId(), name: 'Tannery Bank' })
    const hits = await here.log.find.find('tan')
    expect(hits).toEqual(
      expect.arrayContaining([
        expect.objectContaining({ kind: 'lot', id: lot.id, label: 'TAN-26-01' }),
        expect.objectContaining({ kind: 'source', id: TANSY }),
        expect.objectContaining({ kind: 'patch', label: 'Tannery Bank' }),
      ]),
    )
    expect(await here.log.find.find('zzz')).toEqual([])
  })
})

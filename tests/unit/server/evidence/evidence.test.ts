import { afterEach, beforeEach, describe, expect, test } from '@jest/globals'
import Papa from 'papaparse'
import type { ExportName } from '../../../../server/services/exchange/exchange'
import { newId } from '../../../../shared/ids'
import type { NewPiece } from '../../../../shared/schemas/basket/piece'
import { swatchesOf } from '../../../../server/services/evidence/log-swatches'
import { evidenceService } from '../../../../server/services/evidence/evidence'
import { runHere, type RunTask } from '../../../../server/workers/task-pool'
import type { EvidenceSwatch } from '../../../../core/evidence/fingerprints'
import { DOCK, openTestLog, refusal, TANSY, type TestLog } from '../../../fixtures/log'

let here: TestLog
beforeEach(async () => {
  here = await openTestLog()
})
afterEach(() => here.database.close())

const alum = {
  kind: 'mordant' as const,
  agent: 'alum' as const,
  percentWof: 10,
  doneOn: '2026-08-01',
}
const iron = { ...alum, agent: 'ironSulfate' as const, percentWof: 2 }
const PLAIN = { heat: 'hot' as const, finish: 'dried' as const }

/** A pot of one lot with pieces of these mordants, each read as a colour. */
async function dyed(
  pieces: { treatments: NewPiece['treatments']; hex: string; fibre?: NewPiece['fibre'] }[],
  sourceId = TANSY,
) {
  const lot = await here.lot({ state: 'dried', sourceId })
  const made = []
  for (const { treatments, fibre } of pieces) {
    made.push(await here.piece({ treatments, ...(fibre && { fibre }) }))
  }
  const pot = await here.pot(lot, made)
  for (const [i, { hex }] of pieces.entries()) {
    const id = pot.pieces[i]!.swatchId!
    await here.log.swatches.change(id, 1, {
      reading: { id: newId(), hex, wet: false, washed: true },
    })
  }
  return pot
}

describe('what made the difference', () => {
  test('two pieces of a pot whose water nobody wrote down are a clean pair, and stand side by side', async () => {
    const pot = await dyed([
      { treatments: [{ ...alum, ...PLAIN }], hex: '#d0a040' },
      {
        treatments: [
          { ...alum, ...PLAIN },
          { ...iron, ...PLAIN },
        ],
        hex: '#6b5a30',
      },
    ])
    const view = await here.log.evidence.view({})
    expect(view).toMatchObject({ read: 2, known: 0, faint: 0 })
    expect(view.effects).toHaveLength(1)
    expect(view.effects[0]).toMatchObject({
      factor: 'mordant',
      from: 'Al',
      to: 'Al Fe',
      pairs: 1,
      proofs: 1,
      q: null,
      times: { low: null, high: null },
    })
    expect(view.effects[0]!.times.mid).toBeGreaterThan(1)
    const [shown] = view.effects[0]!.shown
    const lookOf = (id: string) => view.looks.find((look) => look.id === id)
    expect(lookOf(shown!.from)).toMatchObject({ potCode: pot.code, hex: '#d0a040' })
    expect(lookOf(shown!.to)).toMatchObject({ potCode: pot.code, hex: '#6b5a30' })
    expect(Object.values(view.sourceNames)).toEqual(['tansy flower heads'])
  })

  test('mordant and fibre changed at once prove nothing, and each is told to have spoilt the other', async () => {
    await dyed([
      { treatments: [{ ...alum, ...PLAIN }], hex: '#d0a040' },
      {
        treatments: [
          { ...alum, ...PLAIN },
          { ...iron, ...PLAIN },
        ],
        hex: '#6b5a30',
        fibre: 'silk',
      },
    ])
    expect((await here.log.evidence.view({})).effects).toEqual([])
    const { items } = await here.log.evidence.spoilt({ factor: 'mordant' })
    expect(items).toEqual([{ by: 'fibre', differed: 1, unknown: 0, isCut: false }])
  })

  test('a mordant of unknown percentage is not taken as alike', async () => {
    const { percentWof: _, ...spoon } = { ...alum, ...PLAIN }
    await dyed([
      { treatments: [spoon], hex: '#d0a040' },
      { treatments: [{ ...alum, ...PLAIN }], hex: '#6b5a30', fibre: 'silk' },
    ])
    expect((await here.log.evidence.view({})).effects).toEqual([])
    const { items } = await here.log.evidence.spoilt({ factor: 'fibre' })
    expect(items).toEqual([{ by: 'mordantPercent', differed: 0, unknown: 1, isCut: false }])
  })

  test('of one source alone, and of a log in which nothing was read', async () => {
    const none = await here.log.evidence.view({})
    expect(none).toMatchObject({ read: 0, effects: [], looks: [] })
    await dyed([
      { treatments: [{ ...alum, ...PLAIN }], hex: '#d0a040' },
      { treatments: [{ ...alum, ...PLAIN }], hex: '#a08030', fibre: 'silk' },
    ])
    const all = await here.log.evidence.view({})
    expect(all.effects.map(({ factor }) => factor)).toEqual(['fibre'])
    const [sourceId] = Object.keys(all.sourceNames)
    expect(await here.log.evidence.view({ sourceId: sourceId! })).toEqual(all)
  })

  test('a swatch more is its own source anew, and no other', async () => {
    const asked: string[] = []
    const counting: RunTask = (name, input) => {
      if (name === 'sourceEvidence') asked.push((input as readonly EvidenceSwatch[])[0]!.source)
      return runHere(name, input)
    }
    const { view } = evidenceService(here.database.read, counting, here.log.curves)
    const two = [
      { treatments: [{ ...alum, ...PLAIN }], hex: '#d0a040' },
      { treatments: [{ ...alum, ...PLAIN }], hex: '#a08030', fibre: 'silk' as const },
    ]
    await dyed(two)
    await dyed(two, DOCK)
    expect((await view({})).read).toBe(4)
    await dyed(two, DOCK)
    const again = await view({})
    expect(again.read).toBe(6)
    expect([[...asked].slice(0, 2).sort(), asked.slice(2)]).toEqual([[TANSY, DOCK].sort(), [DOCK]])
    expect(again.effects[0]!.perSource.map(({ source, proofs }) => [source, proofs])).toEqual([
      [DOCK, 2],
      [TANSY, 1],
    ])
    // a pot of another material may change what any of them is alike in
    await here.log.vessels.create({
      id: newId(),
      name: 'copper kettle',
      material: 'copper',
      fullL: 8,
      emptyG: null,
      isDyeOnly: true,
      note: '',
    })
    await view({})
    expect(asked).toHaveLength(5)
  })

  test('of any ratio where that is asked, along a curve where there is one', async () => {
    await dyed([{ treatments: [{ ...alum, ...PLAIN }], hex: '#d0a040' }])
    expect(await here.log.evidence.view({ ratios: 'any' })).toMatchObject({
      ratios: 'any',
      withoutCurve: 1,
    })
    for (const hex of ['#d8b060', '#c89830', '#c09028']) {
      await dyed([{ treatments: [{ ...alum, ...PLAIN }], hex }])
    }
    expect(await here.log.evidence.view({ ratios: 'any' })).toMatchObject({ withoutCurve: 0 })
  })

  test('any two stand side by side, by code or id, with what nobody wrote down', async () => {
    await dyed([{ treatments: [{ ...alum, ...PLAIN }], hex: '#d0a040' }])
    const other = await dyed([
      { treatments: [{ ...alum, ...PLAIN }], hex: '#a08030', fibre: 'silk' },
    ])
    const two = await here.log.evidence.two({ a: 'swa-26-01', b: other.pieces[0]!.swatchId! })
    expect([two.a.code, two.b.code]).toEqual(['SWA-26-01', 'SWA-26-02'])
    expect(two.judged).toMatchObject({ verdict: 'unsure', isMoreThanLuck: null })
    expect(two.judged.differs).toEqual(['lot', 'fibre'])
    expect(two.judged.unknown).toContain('water')
    expect(two.values[1]).toEqual({ factor: 'fibre', a: 'wool', b: 'silk' })
    expect(two.values.find(({ factor }) => factor === 'water')).toMatchObject({ a: null, b: null })
    await expect(here.log.evidence.two({ a: 'SWA-26-01', b: 'SWA-26-99' })).rejects.toMatchObject(
      refusal(422, 'There is no swatch SWA-26-99.'),
    )
    const unread = await here.pot(await here.lot(), [await here.piece()])
    await expect(
      here.log.evidence.two({ a: 'SWA-26-01', b: unread.pieces[0]!.swatchId! }),
    ).rejects.toMatchObject(refusal(422, 'No strength can be told of SWA-26-03'))
  })

  test('later baths of two liquors are not of one lot because neither took plant of its own', async () => {
    const two = [{ treatments: [{ ...alum, ...PLAIN }], hex: '#d0a040' }]
    const firsts = [await dyed(two), await dyed(two)]
    const codes: string[] = []
    for (const first of firsts) {
      const piece = await here.piece({ treatments: [{ ...alum, ...PLAIN }] })
      const body = { id: newId(), title: '', dyedOn: '2026-08-21', way: 'simmer' as const }
      const { item } = await here.log.pots.create({
        ...body,
        fromPotId: first.id,
        lots: [],
        pieces: [{ pieceId: piece.id }],
        waterL: null,
        tempC: null,
        minutes: null,
        finalPh: null,
        note: '',
      })
      const { swatchId, swatchCode } = item.pieces[0]!
      await here.log.swatches.change(swatchId!, 1, {
        reading: { id: newId(), hex: '#e0c080', wet: false, washed: true },
      })
      codes.push(swatchCode!)
    }
    const { judged } = await here.log.evidence.two({ a: codes[0]!, b: codes[1]! })
    // of one lot nobody would have to know whether its stuff was alike
    expect([...judged.differs, ...judged.unknown]).toContain('ratioDry')
    const items = await swatchesOf(here.database.read, TANSY, new Map())
    const lots = items.items.map(({ swatch }) => swatch.lot)
    expect(new Set(lots).size).toBe(2)
    expect(lots).not.toContain('')
  })

  test('goes out as tables and as JSON, with all that is known of both sides', async () => {
    await dyed([
      { treatments: [{ ...alum, ...PLAIN }], hex: '#d0a040' },
      { treatments: [{ ...alum, ...PLAIN }], hex: '#a08030', fibre: 'silk' },
    ])
    const fileOf = async (name: ExportName) => {
      let text = ''
      for await (const piece of here.log.exchange.write(name)) text += piece
      return text
    }
    const rowsOf = async (name: ExportName) =>
      Papa.parse<Record<string, string>>((await fileOf(name)).trim(), { header: true }).data
    const [effect] = await rowsOf('effects.csv')
    expect(effect).toMatchObject({ factor: 'fibre', from: 'silk', to: 'wool', proofs: '1', q: '' })
    const [pair] = await rowsOf('pairs.csv')
    expect(pair).toMatchObject({ fibreA: 'silk', fibreB: 'wool', mordantPercentA: 'alum 10' })
    expect(pair).toMatchObject({ waterA: '', boiledB: '' })
    const json = JSON.parse(await fileOf('evidence.json')) as unknown
    expect(json).toEqual(await here.log.evidence.view({}))
  })
})

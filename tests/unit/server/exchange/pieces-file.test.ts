import { afterEach, beforeEach, describe, expect, test } from '@jest/globals'
import { readTreatments, treatmentsText } from '../../../../server/services/exchange/pieces-table'
import type { Treatment } from '../../../../shared/schemas/basket/treatment'
import { openTestLog, refusal, type TestLog } from '../../../fixtures/log'
import { wholeOf } from '../../../fixtures/whole-of'

let here: TestLog
beforeEach(async () => void (here = await openTestLog()))
afterEach(() => here.database.close())

const bytes = (text: string) => new TextEncoder().encode(text)
const noProgress = () => undefined
const HEAD = 'code,fibre,form,dryG,blend,name,mark,set,treatments,bareHex,soldAsG,note'

const preview = (log: TestLog['log'], text: string) =>
  log.exchange.pieces.preview(bytes(text), noProgress)

async function bringIn(log: TestLog['log'], text: string) {
  const { hash } = await preview(log, text)
  return log.exchange.pieces.apply(bytes(text), hash, noProgress)
}

describe('a file of pieces', () => {
  test('goes out and comes back as the same, and into an empty log as it was', async () => {
    const piece = await here.piece({
      name: '=SUM',
      mark: '2 knots',
      blend: [{ fibre: 'silk', percent: 30 }],
      treatments: [
        { kind: 'wash', doneOn: '2026-07-30' },
        { kind: 'mordant', agent: 'alum', percentWof: 10, doneOn: '2026-08-01', finish: 'dried' },
      ],
    })
    await here.piece({
      fibre: 'cotton',
      form: 'cloth',
      widthCm: 50,
      lengthCm: 70.5,
      treatments: [],
    })
    const out = await wholeOf(here.log.exchange.write('pieces.csv'))
    expect(out).toContain(`${piece.code},wool,yarn,50,silk 30 %,'=SUM,2 knots,white,,`)
    expect(out).toContain('wash 2026-07-30; mordant alum 10 % 2026-08-01 dried')
    expect((await preview(here.log, out)).counts).toEqual({
      new: 0,
      same: 2,
      changed: 0,
      leftOut: 0,
      refused: 0,
    })

    const empty = await openTestLog()
    await bringIn(empty.log, out)
    const again = await wholeOf(empty.log.exchange.write('pieces.csv'))
    const lines = (text: string) => text.trim().split('\r\n').sort()
    expect(lines(again)).toEqual(lines(out))
    await empty.database.close()
  })

  test('new rows, changed rows and their set are one change, undone as one', async () => {
    const piece = await here.piece()
    const file = [
      HEAD,
      `${piece.code},wool,yarn,52,,skein,1 knot,,,,,`,
      ',wool,yarn,"10,5",,hank,2 knots,Market,wash 2026-08-01,#e4dac6,50,from the market',
    ].join('\n')
    const plan = await preview(here.log, file)
    expect(plan.rows.map(({ outcome, why }) => [outcome, why])).toEqual([
      ['changed', 'name, mark, dry weight 50 g to 52 g'],
      ['new', 'the set Market is added'],
    ])
    const { changeSetId, rows } = await bringIn(here.log, file)
    expect(rows).toBe(2)
    expect(await here.log.pieces.read(piece.id)).toMatchObject({ name: 'skein', dryG: 52 })
    expect((await here.log.basket.view(null)).sets).toMatchObject([{ name: 'Market', dryG: 10.5 }])
    await here.log.changes.undo(changeSetId!)
    expect(await here.log.pieces.read(piece.id)).toMatchObject({ name: '', dryG: 50 })
    expect((await here.log.basket.view(null)).sets).toEqual([])
  })

  test('a code keeps to its tag, and one that belongs elsewhere is given anew', async () => {
    await bringIn(
      here.log,
      [HEAD, 'WOL-19-07,wool,yarn,50,,,,,,,,', 'X1,silk,yarn,9,,,,,,,,'].join('\n'),
    )
    const { items } = await here.log.pieces.page({ aside: false, limit: 9 })
    expect(items.map(({ code }) => code).sort()).toEqual(['SLK-26-01', 'WOL-19-07'])
  })

  test.each([
    [',felt,yarn,5,,,,,,,,', 'fibre must be one of'],
    [',wool,yarn,heavy,,,,,,,,', 'dryG must be a number; got "heavy"'],
    [',wool,yarn,-5,,,,,,,,', 'dryG must be'],
    [',wool,yarn,5,silk,,,,,,,', 'blend must read such as "silk 30 %"; got "silk"'],
    [',wool,yarn,5,,,,,soaked in tea,,,', 'treatments must read such as'],
    [',wool,yarn,5,,,,,wash 2027-08-01,,,', 'must not lie in the future'],
    [',wool,yarn,5,,,,,mordant 2026-08-01,,,', 'agent is missing'],
  ])('refuses %s', async (row, why) => {
    const plan = await preview(here.log, `${HEAD}\n${row}`)
    expect(plan.rows[0]).toMatchObject({ line: 2, outcome: 'refused' })
    expect(plan.rows[0]!.why).toContain(why)
    await expect(bringIn(here.log, `${HEAD}\n${row}`)).rejects.toMatchObject(
      refusal(422, 'rows are refused, the first on line 2'),
    )
  })

  test('a code twice, another fibre than it is, and one set aside are refused', async () => {
    const piece = await here.piece()
    const gone = await here.piece()
    await here.log.pieces.setAside(gone.id, 1)
    const rows = [
      `${piece.code},silk,yarn,5,,,,,,,,`,
      `${piece.code},wool,yarn,5,,,,,,,,`,
      `${gone.code},wool,yarn,5,,,,,,,,`,
    ]
    const plan = await preview(here.log, [HEAD, ...rows].join('\n'))
    expect(plan.rows.map(({ why }) => why)).toEqual([
      `fibre of ${piece.code} is wool; got silk`,
      `the code ${piece.code} stands on line 2 already`,
      `${gone.code} is set aside: bring it back first`,
    ])
  })
})

test('what was done reads back as it was written', () => {
  const done = (kind: 'wash' | 'soak', more: Partial<Treatment> = {}): Treatment => ({
    id: '',
    kind,
    agent: null,
    percentWof: null,
    massG: null,
    doneOn: '2026-08-01',
    bathId: null,
    potId: null,
    lotId: null,
    finish: null,
    heat: null,
    basis: 'measured',
    note: '',
    ...more,
  })
  const text = treatmentsText([done('wash'), done('soak', { agent: 'chalk', percentWof: 2.5 })])
  expect(text).toBe('wash 2026-08-01; soak chalk 2.5 % 2026-08-01')
  expect(readTreatments(text)).toEqual([
    { kind: 'wash', doneOn: '2026-08-01' },
    { kind: 'soak', agent: 'chalk', percentWof: 2.5, doneOn: '2026-08-01' },
  ])
  const cold = done('wash', { kind: 'mordant', agent: 'alum', heat: 'cold', finish: 'heldWet' })
  expect(readTreatments(treatmentsText([cold]))).toEqual([
    { kind: 'mordant', agent: 'alum', heat: 'cold', finish: 'heldWet', doneOn: '2026-08-01' },
  ])
  expect(readTreatments('')).toEqual([])
})

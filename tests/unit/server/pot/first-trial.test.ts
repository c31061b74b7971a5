import { afterEach, beforeEach, describe, expect, test } from '@jest/globals'
import { catalogueId, newId } from '../../../../shared/ids'
import { firstTrialSchema, type FirstTrial } from '../../../../shared/schemas/pot/first-trial'
import { validate } from '../../../../shared/validate'
import { openTestLog, refusal, TANSY, type TestLog } from '../../../fixtures/log'

let here: TestLog
beforeEach(async () => void (here = await openTestLog()))
afterEach(() => here.database.close())

const pair = (fields: object = {}): FirstTrial =>
  validate(firstTrialSchema, {
    id: newId(),
    sourceId: TANSY,
    state: 'fresh',
    sureness: 'sure',
    gatheredG: 60,
    on: '2026-08-20',
    fibre: 'wool',
    form: 'yarn',
    pieceG: 10,
    way: 'simmer',
    jars: [
      { id: newId(), ratio: 1 },
      { id: newId(), ratio: 4 },
    ],
    ...fields,
  })

describe('a first pair of trial jars', () => {
  test('makes plant, two pieces and two planned jars at once, and undoes them as one', async () => {
    const asked = pair()
    const { items, changeSetId } = await here.log.firstTrial.make(asked)
    expect(items.map(({ stage, groupId }) => ({ stage, groupId }))).toEqual([
      { stage: 'planned', groupId: asked.id },
      { stage: 'planned', groupId: asked.id },
    ])
    expect(items.map(({ ratioAsWeighed }) => ratioAsWeighed)).toEqual([1, 4])
    // 0.04 L a gram, in both
    expect(items.map(({ waterL }) => waterL)).toEqual([0.4, 0.4])
    expect(items.every(({ pieces }) => pieces.length === 1)).toBe(true)
    const lots = await here.log.lots.page({ aside: false, limit: 10 })
    expect(lots.items).toMatchObject([
      // which day it was gathered on nobody said
      { netG: 60, gatheredOn: '2026-08-20', gatheredWithinDays: 3, state: 'fresh' },
    ])

    await here.log.changes.undo(changeSetId!)
    expect((await here.log.lots.page({ aside: false, limit: 10 })).items).toEqual([])
    expect((await here.log.pots.page({ aside: false, limit: 10 })).items).toEqual([])
    expect((await here.log.pieces.page({ aside: false, limit: 10 })).items).toEqual([])
  })

  test('is made once, however often it is sent', async () => {
    const asked = pair()
    const first = await here.log.firstTrial.make(asked)
    const again = await here.log.firstTrial.make(asked)
    expect(again.changeSetId).toBeNull()
    expect(again.items.map(({ id }) => id)).toEqual(first.items.map(({ id }) => id))
    expect((await here.log.pieces.page({ aside: false, limit: 10 })).items).toHaveLength(2)
  })

  test('less plant than both jars take is refused, and nothing is half made', async () => {
    await expect(here.log.firstTrial.make(pair({ gatheredG: 49 }))).rejects.toMatchObject(
      refusal(422, 'gatheredG must be at least the 50 g that both jars take; got 49 g'),
    )
    expect((await here.log.lots.page({ aside: false, limit: 10 })).items).toEqual([])
  })

  test('a fungus whose name is only likely is not dyed with', async () => {
    const fungus = pair({
      sourceId: catalogueId('cortinarius-semisanguineus/cap'),
      sureness: 'likely',
    })
    await expect(here.log.firstTrial.make(fungus)).rejects.toMatchObject(
      refusal(422, 'its name is not sure'),
    )
    expect((await here.log.lots.page({ aside: false, limit: 10 })).items).toEqual([])
  })
})

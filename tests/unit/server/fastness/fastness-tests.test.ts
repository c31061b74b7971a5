import { afterEach, beforeEach, describe, expect, test } from '@jest/globals'
import { first, present } from '../../../../core/present'
import { newId } from '../../../../shared/ids'
import { newFastnessTestSchema } from '../../../../shared/schemas/fastness/fastness-test'
import { validate } from '../../../../shared/validate'
import { lookAt, testsOf, TODAY, WINDOW } from '../../../fixtures/fastness'
import { openTestLog, refusal, type TestLog } from '../../../fixtures/log'

let here: TestLog
let swatchOf: ReturnType<typeof testsOf>['swatchOf']
let make: ReturnType<typeof testsOf>['make']
beforeEach(async () => {
  here = await openTestLog()
  ;({ swatchOf, make } = testsOf(here))
})
afterEach(() => here.database.close())

describe('tests as they are kept', () => {
  test('every fact told comes back as it was told', async () => {
    const { id: swatchId } = await swatchOf()
    const told = {
      kind: 'light' as const,
      swatchId,
      setKey: newId(),
      place: 'kitchen window',
      begunOn: '2026-06-01',
      endedOn: '2026-09-01',
      lookOn: null,
      light: { facing: 'SE' as const, sky: 'clear' as const },
      note: 'half under card',
      before: { hex: '#c8a83c', wet: false, washed: null, errorDe: 3, by: 'photo' as const },
      looks: [
        {
          id: newId(),
          on: '2026-07-01',
          dose: { value: 120.5, unit: 'klxh' as const },
          seen: 'hardly' as const,
          changeStep: 3.5,
          stainStep: 4.5,
          note: 'edge only',
          open: { lab: { l: 70, a: 3, b: 40 }, wet: false, washed: true },
        },
      ],
    }
    const kept = await here.log.fastnessTests.read((await make(told)).id)
    expect(kept).toMatchObject({
      ...told,
      before: { hex: '#c8a83c', errorDe: 3, by: 'photo', washed: null },
      looks: [{ ...told.looks[0], open: { lab: { l: 70, a: 3, b: 40 }, basis: 'estimated' } }],
    })
    const wash = { tempC: 30, soap: 'wool soap' }
    expect(await make({ kind: 'wash', swatchId, wash })).toMatchObject({ wash, drop: null })
    const drop = { agent: 'lemon' as const, words: 'half and half' }
    expect(await make({ kind: 'drop', swatchId, drop })).toMatchObject({ drop, light: null })
  })

  test('what nobody knows stays not known', async () => {
    const { id: swatchId } = await swatchOf()
    const kept = await make({ kind: 'light', swatchId, looks: [{ id: newId(), seen: 'half' }] })
    expect(kept).toMatchObject({
      setKey: null,
      place: '',
      begunOn: null,
      endedOn: null,
      lookOn: null,
      light: null,
      before: null,
      looks: [{ on: null, dose: null, state: null, open: null, covered: null, changeStep: null }],
    })
    // a word without any light says nothing of a half-life
    const { sets } = await here.log.fastness.view(TODAY)
    expect(first(first(sets).tests)).toMatchObject({
      halfLife: null,
      looks: [{ dose: null, left: null }],
    })
  })

  test('a look is added in its place, put right, taken out, and undone', async () => {
    const { id: swatchId } = await swatchOf()
    const { id, rev } = await make({ ...WINDOW, swatchId })
    const late = lookAt('2026-08-01', 0.6)
    const early = lookAt('2026-07-01', 0.9)
    const one = (await here.log.fastnessTests.change(id, rev, { look: late })).item
    const two = (await here.log.fastnessTests.change(id, one.rev, { look: early })).item
    expect(two.looks.map(({ on }) => on)).toEqual(['2026-07-01', '2026-08-01'])
    // only what is told of it changes: its colours stay
    const put = { id: early.id, on: '2026-07-02', note: 'a day later' }
    const three = (await here.log.fastnessTests.change(id, two.rev, { look: put })).item
    expect(three.looks[0]).toMatchObject({ ...put, open: two.looks[0]!.open })
    const four = await here.log.fastnessTests.change(id, three.rev, { withoutLook: late.id })
    expect(four.item.looks).toHaveLength(1)
    await here.log.changes.undo(present(four.changeSetId))
    expect((await here.log.fastnessTests.read(id)).looks).toEqual(three.looks)
    await expect(
      here.log.fastnessTests.change(id, four.item.rev + 1, { withoutLook: newId() }),
    ).rejects.toMatchObject(refusal(422, 'There is no look'))
  })

  test('what cannot be is refused, and nothing is kept of it', async () => {
    const { id: swatchId } = await swatchOf()
    await expect(make({ kind: 'light', swatchId: newId() })).rejects.toMatchObject(
      refusal(422, 'There is no swatch'),
    )
    await expect(
      make({ ...WINDOW, swatchId, looks: [lookAt('2026-05-01', 1)] }),
    ).rejects.toMatchObject(refusal(422, 'was looked at on 2026-05-01, before it began'))
    await expect(make({ ...WINDOW, swatchId, endedOn: '2026-01-01' })).rejects.toMatchObject(
      refusal(422, 'ended on 2026-01-01, before it began'),
    )
    const bad = (test: object) => () => validate(newFastnessTestSchema, { id: newId(), ...test })
    expect(bad({ kind: 'light' })).toThrow()
    expect(bad({ kind: 'wash', blueWool: 3 })).toThrow()
    expect(bad({ kind: 'drop', swatchId })).toThrow()
    expect(bad({ kind: 'wash', swatchId, light: { facing: 'S' } })).toThrow()
    expect(bad({ kind: 'light', swatchId, looks: [{ id: newId(), changeStep: 3.2 }] })).toThrow()
    expect((await here.log.fastness.view(TODAY)).sets).toEqual([])
  })

  test('many are set out, looked at and undone as one; sent twice, they are one', async () => {
    const swatches = [await swatchOf(), await swatchOf(0.8)]
    const setKey = newId()
    const tests = swatches.map(({ id }) => ({ ...WINDOW, id: newId(), swatchId: id, setKey }))
    const made = await here.log.testSets.set({ tests })
    expect(made.items).toHaveLength(2)
    expect((await here.log.testSets.set({ tests })).items).toEqual([])
    const { changeSetId } = await here.log.testSets.change({
      changes: tests.map(({ id }) => ({ id, change: { look: lookAt('2026-07-01', 0.7) } })),
    })
    const [set] = (await here.log.fastness.view(TODAY)).sets
    expect(set!.tests.map(({ looks }) => looks.length)).toEqual([1, 1])
    await here.log.changes.undo(present(changeSetId))
    expect(first((await here.log.fastness.view(TODAY)).sets).tests[0]!.looks).toEqual([])
    // one that cannot be changed leaves the others as they were
    await expect(
      here.log.testSets.change({
        changes: [
          { id: tests[0]!.id, change: { endedOn: '2026-09-01' } },
          { id: tests[1]!.id, change: { endedOn: '2026-01-01' } },
        ],
      }),
    ).rejects.toMatchObject({ status: 422 })
    expect(first((await here.log.fastness.view(TODAY)).sets).endedOn).toBeNull()
  })
})

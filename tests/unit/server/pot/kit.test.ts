import { afterEach, beforeEach, describe, expect, test } from '@jest/globals'
import { wayFacts } from '../../../../catalogue/ways'
import { newId } from '../../../../shared/ids'
import { newOwnWaySchema } from '../../../../shared/schemas/pot/own-way'
import { newPotEventSchema } from '../../../../shared/schemas/pot/pot-event'
import { PLAIN_SETTINGS, settingsSchema } from '../../../../shared/schemas/log/settings'
import { newVesselSchema } from '../../../../shared/schemas/pot/vessel'
import { validate, ValidationError } from '../../../../shared/validate'
import { refusal } from '../../../fixtures/log'
import { at, openPotLog, type PotLog } from '../../../fixtures/pots'

let here: PotLog
beforeEach(async () => void (here = await openPotLog()))
afterEach(() => here.database.close())

const complaint = (run: () => unknown): string => {
  try {
    run()
  } catch (error) {
    if (error instanceof ValidationError) return error.errors[0]!.detail
    throw error
  }
  return ''
}

describe('settings', () => {
  test('are as usual until they are set, and keep what was not named', async () => {
    expect(await here.log.settings.read()).toEqual(PLAIN_SETTINGS)
    await here.log.settings.change({ altitudeM: 1200, handsFrom: '06:30' })
    await here.log.settings.change({ hemisphere: 'southern', seed: 0.25 })
    expect(await here.log.settings.read()).toEqual({
      ...PLAIN_SETTINGS,
      altitudeM: 1200,
      handsFrom: '06:30',
      hemisphere: 'southern',
      seed: 0.25,
    })
  })

  test('the first ones, kept as plain words, are read as they were', async () => {
    await here.database.write('setting').insert({ name: 'hemisphere', value: 'southern' })
    expect((await here.log.settings.read()).hemisphere).toBe('southern')
  })

  test('a day that ends before it begins is refused, and nothing of it is kept', async () => {
    await expect(
      here.log.settings.change({ handsFrom: '23:00', handsTo: '06:00' }),
    ).rejects.toMatchObject(refusal(422, 'handsTo must be later than handsFrom (23:00); got 06:00'))
    await expect(
      here.log.settings.change({ handsFrom: '22:00', altitudeM: 5 }),
    ).rejects.toMatchObject({
      status: 422,
    })
    expect(await here.log.settings.read()).toEqual(PLAIN_SETTINGS)
  })

  test.each([
    [{ handsFrom: '7 am' }, 'must be a time of day such as 07:30'],
    [{ burners: [] }, 'burners'],
    [{ burners: [{ name: 'x', powerW: 5 }] }, 'powerW'],
    [{ seed: 1 }, 'seed'],
    [{ latitude: 80 }, 'latitude'],
    [{}, ''],
  ])('%j is refused in words', (body, words) => {
    expect(() => validate(settingsSchema, body)).toThrow(ValidationError)
    expect(complaint(() => validate(settingsSchema, body))).toContain(words)
  })
})

describe('vessels', () => {
  test('are kept with what they hold, changed, set aside and brought back', async () => {
    const body = validate(newVesselSchema, {
      id: newId(),
      name: 'big pot',
      material: 'steel',
      fullL: 14,
    })
    expect(body).toMatchObject({ isDyeOnly: true, emptyG: null, note: '' })
    const { item } = await here.log.vessels.create(body)
    expect(item.isDyeOnly).toBe(true)
    const changed = await here.log.vessels.change(item.id, 1, { isDyeOnly: false, emptyG: 1850 })
    expect(changed.item).toMatchObject({ isDyeOnly: false, emptyG: 1850, name: 'big pot' })
    await here.log.changes.undo(changed.changeSetId!)
    expect(await here.log.vessels.read(item.id)).toMatchObject({ isDyeOnly: true, emptyG: null })
    expect(() => validate(newVesselSchema, { ...body, material: 'lead' })).toThrow(ValidationError)
  })

  test('a pot in a zinc bucket is not lit with acid; in another vessel it is', async () => {
    const zinc = (
      await here.log.vessels.create({
        id: newId(),
        name: 'zinc bucket',
        material: 'zinc',
        fullL: 10,
        emptyG: null,
        isDyeOnly: true,
        note: '',
      })
    ).item
    const lot = await here.lot({ netG: 200 })
    const wash = { kind: 'wash' as const, doneOn: '2026-08-01' }
    const alum = {
      kind: 'mordant' as const,
      agent: 'alum' as const,
      percentWof: 10,
      doneOn: '2026-08-02',
    }
    const piece = await here.piece({ treatments: [wash, alum] })
    const plan = {
      additions: [{ agent: 'vinegar' as const, form: '', massG: 20, when: 'in' as const }],
    }
    const pot = await here.plan([[lot, 50]], [piece], { vesselId: zinc.id, plan })
    await expect(
      here.light(pot, '08:00', [{ code: 'acidInZinc', why: 'never mind' }]),
    ).rejects.toMatchObject(refusal(422, 'acid dissolves it'))
    const other = await here.plan([[lot, 50]], [piece], { plan })
    expect((await here.light(other)).stage).toBe('running')
    await expect(here.plan([[lot, 50]], [piece], { vesselId: newId() })).rejects.toMatchObject(
      refusal(422, 'There is no vessel with the id'),
    )
  })
})

describe('own ways', () => {
  const steps = wayFacts('simmer').steps
  const body = (fields: object = {}) => ({
    id: newId(),
    name: 'Slow',
    basedOn: 'simmer',
    steps,
    ...fields,
  })

  test('are kept with their steps, and a pot keeps the steps it was planned with', async () => {
    const { item } = await here.log.ways.create(validate(newOwnWaySchema, body()))
    expect(item.steps).toHaveLength(steps.length)
    const lot = await here.lot({ netG: 100 })
    const pot = await here.plan([[lot, 10]], [await here.piece()], {
      ownWayId: item.id,
      wayName: 'Slow',
      plan: { steps: item.steps },
    })
    await here.log.ways.change(item.id, 1, {
      steps: item.steps.map((step) => ({ ...step, minutes: 1 })),
    })
    expect((await here.log.pots.read(pot.id)).plan!.steps[0]!.minutes).toBe(20)
    expect((await here.log.pots.read(pot.id)).wayName).toBe('Slow')
  })

  test.each([
    [
      'a circle',
      steps.map((step, i) => (i === 0 ? { ...step, after: [{ id: 'lift' }] } : step)),
      'in a circle',
    ],
    [
      'a wait for nothing',
      steps.map((step, i) => (i === 1 ? { ...step, after: [{ id: 'nowhere' }] } : step)),
      'must name another step; got nowhere',
    ],
    [
      'no way in',
      steps.filter(({ kind }) => kind !== 'enter').map((step) => ({ ...step, after: [] })),
      'must let the pieces in once; got 0 times',
    ],
    ['nothing', [], 'must contain at least 1'],
  ])('%s is refused in words', (_, wrong, words) => {
    expect(complaint(() => validate(newOwnWaySchema, body({ steps: wrong })))).toContain(words)
  })
})

describe('notes of a pot, as they are sent', () => {
  const note = (fields: object) => ({ id: newId(), at: at('09:00'), ...fields })

  test.each([
    [{ kind: 'reading', data: {} }, 'a temperature, a dial setting or a pH'],
    [{ kind: 'add', data: { agent: 'sodaAsh' } }, 'must say how much went in'],
    [{ kind: 'add', data: { agent: 'sodaAsh', lotId: newId(), massG: 1 } }, 'not both'],
    [{ kind: 'enter', data: { pieceIds: [] } }, 'pieceIds'],
    [{ kind: 'lit', data: {} }, 'kind'],
    [{ kind: 'look', data: { of: 'sky', how: 'glass' } }, 'of'],
    [{ kind: 'reading', at: 'at nine', data: { ph: 7 } }, 'must be an instant'],
  ])('%j is refused', (fields, words) => {
    expect(complaint(() => validate(newPotEventSchema, note(fields)))).toContain(words)
  })

  test('what is left out is filled in', () => {
    expect(validate(newPotEventSchema, note({ kind: 'reading', data: { ph: 8.5 } }))).toMatchObject(
      {
        note: '',
        stepId: null,
        data: { tempC: null, ph: 8.5, dialC: null, by: 'typed' },
      },
    )
  })
})

describe('instruments', () => {
  test('are none until they are chosen, and say what to do', async () => {
    await expect(here.log.instruments.scale()).rejects.toMatchObject(
      refusal(409, 'No scale is chosen'),
    )
    await expect(here.log.instruments.probe(newId())).rejects.toMatchObject(
      refusal(409, 'No probe is chosen'),
    )
  })

  test('the scale is one device from call to call, and another with another seed', async () => {
    await here.log.settings.change({ scale: 'simulated' })
    await here.log.instruments.handle({ putG: 120 })
    here.at('2026-09-09T10:00:05Z')
    expect((await here.log.instruments.handle({ tare: true })).massG).toBeCloseTo(0, 0)
    const device = await here.log.instruments.scale()
    expect(device.isSimulated).toBe(true)
    expect(Math.abs(device.read(here.log.instruments.now()).massG)).toBeLessThan(0.5)
    await here.log.settings.change({ seed: 0.9 })
    expect((await here.log.instruments.handle({ putG: 0 })).massG).toBeCloseTo(0, 0)
  })

  test('the probe follows the pot: heat, water and soda as they are noted', async () => {
    await here.log.settings.change({ probe: 'simulated' })
    const lot = await here.lot({ netG: 100 })
    const planned = await here.plan([[lot, 10]], [await here.piece()], {
      plan: { pourL: 4, powerW: 1800 },
    })
    await expect(here.log.instruments.probe(planned.id)).rejects.toMatchObject(
      refusal(409, 'is not lit'),
    )
    const pot = await here.light(planned, '08:00', [{ code: 'notWashed', why: 'new' }])
    await here.note(pot, 'heat', '08:05', { data: { isOn: true, holdC: 82 } })
    await here.note(pot, 'add', '10:00', {
      data: { agent: 'sodaAsh', form: 'anhydrous', massG: 4 },
    })
    const { device } = await here.log.instruments.probe(pot.id)
    const cold = device.read(Date.parse(at('08:04')))
    expect(cold.tempC).toBeLessThan(22)
    expect(cold.ph).toBeCloseTo(5.5, 0)
    const hot = device.read(Date.parse(at('09:59')))
    expect(hot.tempC).toBeCloseTo(82, -1)
    expect(device.read(Date.parse(at('10:10'))).ph).toBeGreaterThan(hot.ph + 1)
    // as after a restart: another device, the same readings
    const again = await here.log.instruments.probe(pot.id)
    expect(again.device.read(Date.parse(at('09:59')))).toEqual(hot)
  })
})

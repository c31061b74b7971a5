import { describe, expect, test } from '@jest/globals'
import { liquorNow, phCourse } from '../../../../app/features/hob/ph-course'
import { PLAIN_PLAN } from '../../../../shared/schemas/pot/pot-plan'
import type { PotEvent } from '../../../../shared/schemas/pot/pot-event'

const at = (minute: number) => new Date(Date.UTC(2026, 8, 9, 8, minute)).toISOString()
const NOW = Date.parse(at(59))
const LOT = '0192d3a0-0000-7000-8000-000000000001'

const event = (kind: string, minute: number, data: object) =>
  ({
    id: `${kind}${minute}`,
    kind,
    at: at(minute),
    toleranceMin: 0,
    note: '',
    stepId: null,
    data,
  }) as unknown as PotEvent
const reading = (minute: number, ph: number | null, tempC: number | null = null) =>
  event('reading', minute, { ph, tempC, dialC: null, by: 'typed' })
const add = (minute: number, data: object) =>
  event('add', minute, { agent: null, form: '', massG: 0, lotId: null, waterL: 0, ...data })
const soda = (minute: number, massG: number | null) => add(minute, { agent: 'sodaAsh', massG })

const course = (events: PotEvent[], fields: object = {}) =>
  phCourse(
    { events, plan: { ...PLAIN_PLAN, pourL: 4, lid: 'on' }, waterL: 4, tempC: 60, ...fields },
    'sodaAsh',
    NOW,
    null,
  )

describe('what the pH of a pot has to go by', () => {
  test('each reading has all that had gone in by then', () => {
    const { readings, isUnread } = course([reading(0, 5), soda(2, 1), reading(5, 7), soda(6, 2)])
    expect(readings.map(({ totalMassG, ph }) => [totalMassG, ph])).toEqual([
      [0, 5],
      [1, 7],
    ])
    expect(isUnread).toBe(true)
  })

  test('what else moves the pH stands beside it, each with its amount', () => {
    const { readings } = course([
      reading(0, 5),
      soda(2, 3),
      reading(5, 9.7),
      add(6, { agent: 'vinegar', massG: 5 }),
      reading(9, 9.1),
    ])
    expect(readings.at(-1)).toMatchObject({
      totalMassG: 3,
      others: [{ agent: 'vinegar', massG: 5 }],
    })
  })

  test.each([
    ['a dose that nobody weighed', soda(2, null)],
    ['alum, which moves it by nobody knows how much', add(2, { agent: 'alum', massG: 5 })],
    ['more plant', add(2, { lotId: LOT, massG: 20 })],
  ])('%s makes another bath of it, to be read anew', (_, change) => {
    const { readings, isUnread } = course([reading(0, 5), change])
    expect(readings).toEqual([])
    expect(isUnread).toBe(true)
    expect(course([reading(0, 5), change, reading(5, 6)]).readings).toMatchObject([
      { totalMassG: 0, ph: 6 },
    ])
  })

  test('salt is no matter', () => {
    expect(course([reading(0, 5), add(2, { agent: 'salt', massG: 20 })])).toMatchObject({
      isUnread: false,
      readings: [{ ph: 5 }],
    })
  })

  test('water that was added thins it, and is to be read', () => {
    const there = course([reading(0, 6), add(2, { waterL: 1.9 }), reading(8, 6.1)])
    expect(there.readings.map(({ dilution }) => dilution)).toEqual([1, (4 + 1.9) / 4])
    expect(there.liquorL).toBeCloseTo(5.9, 9)
    expect(course([reading(0, 6), add(2, { waterL: 1.9 })]).isUnread).toBe(true)
  })

  test('an hour of open heat boils some away, a lid keeps it', () => {
    const heated = [event('heat', 0, { isOn: true, holdC: 90, burner: '' })]
    const lostL = (lid: 'on' | 'off') =>
      4 - course(heated, { plan: { ...PLAIN_PLAN, pourL: 4, lid } }).liquorL!
    expect(lostL('off')).toBeGreaterThan(0.05)
    expect(lostL('on')).toBeLessThan(lostL('off') / 5)
    const off = [...heated, event('heat', 10, { isOn: false, holdC: null, burner: '' })]
    expect(4 - course(off, { plan: { ...PLAIN_PLAN, pourL: 4, lid: 'off' } }).liquorL!).toBeCloseTo(
      (lostL('off') * 10) / 59,
      6,
    )
  })
})

describe('the liquor that stands in the pot', () => {
  const there = course([reading(0, 6)])

  test('is as the notes have it, unless the dyer sees another', () => {
    expect(liquorNow(there, null)).toMatchObject({ waterL: 4, kept: 1, now: { dilution: 1 } })
  })

  test('less was taken out; more was thinned', () => {
    expect(liquorNow(there, 3)).toMatchObject({ waterL: 4, kept: 0.75, now: { dilution: 1 } })
    expect(liquorNow(there, 5)).toMatchObject({ waterL: 4, kept: 1, now: { dilution: 1.25 } })
  })

  test('is asked for where nobody noted it', () => {
    const unknown = course([reading(0, 6)], { plan: null, waterL: null })
    expect(liquorNow(unknown, null)).toBeNull()
    expect(liquorNow(unknown, 6)).toMatchObject({ waterL: 6, kept: 1 })
  })
})

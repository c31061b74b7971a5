import { afterEach, beforeEach, describe, expect, test } from '@jest/globals'
import ICAL from 'ical.js'
import { writeCalendar } from '../../../../server/services/calendar/write-calendar'
import type { Lot } from '../../../../shared/schemas/loft/lot'
import type { Piece } from '../../../../shared/schemas/basket/piece'
import { newId } from '../../../../shared/ids'
import { PLAIN_PATCH } from '../../../../shared/schemas/walk/patch'
import type { CalendarEntry } from '../../../../shared/views/log/calendar-entry'
import { openPotLog, potBody, type PotLog } from '../../../fixtures/pots'

/* Read back by ical.js, a parser that has nothing in common with what writes them. */

function parsed(text: string) {
  return new ICAL.Component(ICAL.parse(text) as [])
    .getAllSubcomponents('vevent')
    .map((component) => new ICAL.Event(component))
}

const entry = (fields: Partial<CalendarEntry> = {}): CalendarEntry => ({
  uid: 'a@juniper-haze',
  sequence: 1,
  changedAt: '2026-03-01T10:00:00.000Z',
  summary: 'Look',
  description: '',
  place: '',
  when: { kind: 'instants', from: '2026-03-29T00:30:00.000Z', to: '2026-03-29T00:45:00.000Z' },
  alarmMin: null,
  ...fields,
})

describe('a calendar file', () => {
  test('says what it was given: words of any tongue, commas and lines, however long', () => {
    const summary =
      'Färberröte, „Krapp“; gemahlen: 染料, ' + 'sehr lange einweichen '.repeat(8) + '\\ Ende'
    const [event] = parsed(
      writeCalendar([entry({ summary, description: 'one\ntwo, three', place: 'Quarry Lane' })]),
    )
    expect(event).toMatchObject({
      uid: 'a@juniper-haze',
      sequence: 1,
      summary,
      description: 'one\ntwo, three',
      location: 'Quarry Lane',
    })
  })

  test('folds its lines at 75 octets, and ends them as RFC 5545 says (3.1)', () => {
    const text = writeCalendar([entry({ summary: 'ä'.repeat(200) })])
    const lines = text.split('\r\n')
    expect(text.replaceAll('\r\n', '')).not.toMatch(/[\r\n]/)
    for (const line of lines) expect(Buffer.byteLength(line)).toBeLessThanOrEqual(75)
    expect(parsed(text)[0]!.summary).toBe('ä'.repeat(200))
  })

  test('an instant is the same on both sides of a change to summer time', () => {
    // Europe's clocks go forward on 29 March 2026 at 01:00 UTC
    const [event] = parsed(writeCalendar([entry({ alarmMin: 10 })]))
    expect(event!.startDate.toJSDate().toISOString()).toBe('2026-03-29T00:30:00.000Z')
    expect(event!.endDate.toJSDate().toISOString()).toBe('2026-03-29T00:45:00.000Z')
    const [alarm] = event!.component.getAllSubcomponents('valarm')
    expect(String(alarm!.getFirstPropertyValue('trigger'))).toBe('-PT10M')
  })

  test('days are days, the last of them counted', () => {
    const [event] = parsed(
      writeCalendar([entry({ when: { kind: 'days', from: '2026-03-20', to: '2026-04-02' } })]),
    )
    expect(event!.startDate.isDate).toBe(true)
    // the end of a day is the day after (RFC 5545, 3.6.1)
    expect([String(event!.startDate), String(event!.endDate)]).toEqual(['2026-03-20', '2026-04-03'])
  })
})

describe('the calendar of a log', () => {
  let here: PotLog
  let lot: Lot
  let pieces: Piece[]
  beforeEach(async () => {
    here = await openPotLog()
    lot = await here.lot()
    const treatments = [
      { kind: 'wash' as const, doneOn: '2026-07-30' },
      { kind: 'mordant' as const, agent: 'alum' as const, percentWof: 10, doneOn: '2026-08-01' },
    ]
    pieces = [await here.piece({ treatments }), await here.piece({ treatments })]
  })
  afterEach(() => here.database.close())
  const ask = { on: '2026-09-09', withPlaces: false }
  const events = async (withPlaces = false) =>
    parsed(await here.log.calendar.file({ ...ask, withPlaces }))

  test('a pot that is moved keeps its UID, and its SEQUENCE grows', async () => {
    const pot = await here.plan([[lot, 100]], pieces, { dyedOn: '2026-12-24' })
    const of = async () => (await events()).find(({ uid }) => uid.startsWith('pot-'))!
    const before = await of()
    expect(before.summary).toContain(pot.code)
    expect(String(before.startDate)).toBe('2026-12-24')
    const { id: _, stage: __, ...replan } = potBody([[lot, 100]], pieces, { dyedOn: '2026-12-26' })
    await here.log.pots.change(pot.id, pot.rev, { replan })
    const after = await of()
    expect(after.uid).toBe(before.uid)
    expect(after.sequence).toBeGreaterThan(before.sequence)
    expect(String(after.startDate)).toBe('2026-12-26')
  })

  test('each step of a plan that was laid into days has its own time; hands are rung for', async () => {
    const body = potBody([[lot, 100]], pieces)
    const steps = body.plan!.steps
    const starts = steps.map(({ id }, i) => ({
      stepId: id,
      at: `2026-12-24T${String(8 + i).padStart(2, '0')}:00:00.000Z`,
    }))
    await here.log.pots.create({ ...body, plan: { ...body.plan!, starts } })
    const laid = (await events()).filter(({ uid }) => uid.startsWith('pot-'))
    expect(laid).toHaveLength(steps.length)
    const rung = laid.filter(({ component }) => component.getAllSubcomponents('valarm').length > 0)
    expect(rung).toHaveLength(steps.filter(({ attended }) => attended).length)
  })

  test('a running pot rings when its step is over', async () => {
    await here.light(await here.plan([[lot, 100]], pieces.slice(0, 1)))
    expect((await events()).some(({ uid }) => uid.startsWith('pot-due-'))).toBe(true)
  })

  test('seasons of what one gathers are whole days, and no place is told unasked', async () => {
    const patch = (
      await here.log.patches.create({
        ...PLAIN_PATCH,
        id: newId(),
        name: 'Quarry Lane',
        lat: 47.03,
        lon: -20.01,
      })
    ).item
    await here.lot({ patchId: patch.id })
    const text = await here.log.calendar.file(ask)
    expect(text).not.toContain('Quarry Lane')
    const seasons = (await events(true)).filter(({ uid }) => uid.startsWith('window-'))
    expect(seasons.length).toBeGreaterThan(0)
    for (const season of seasons) {
      expect(season.startDate.isDate).toBe(true)
      expect(season.location).toContain('Quarry Lane')
    }
    expect(await here.log.calendar.file({ ...ask, withPlaces: true })).not.toContain('47.03')
  })
})

import { afterAll, beforeAll, describe, expect, test } from '@jest/globals'
import { randomLcg } from 'd3-random'
import { readNote, type NoteFacts } from '../../../../shared/rules/note/read-note'
import { openTestLog, type TestLog } from '../../../fixtures/log'
import { WRITTEN_NOTES, type WrittenNote } from '../../../fixtures/written-notes'

let here: TestLog
beforeAll(async () => void (here = await openTestLog()))
afterAll(() => here.database.close())

const CONTEXT = { today: '2026-11-30', order: 'dmy', system: 'us' } as const
const NOTHING: NoteFacts = readNote('', CONTEXT).facts

/** Facts told and read right, and facts that are wrong: another value, or one that was never told. */
function judge({ facts: told }: WrittenNote, read: NoteFacts): { right: number; wrong: string[] } {
  let right = 0
  const wrong: string[] = []
  for (const key of Object.keys(NOTHING) as (keyof NoteFacts)[]) {
    const expected = told[key] ?? NOTHING[key]
    const got = read[key]
    const same =
      typeof expected === 'number' && typeof got === 'number'
        ? Math.abs(got / expected - 1) < 1e-6
        : JSON.stringify(got) === JSON.stringify(expected)
    if (same && key in told) right++
    if (!same && got !== NOTHING[key]) wrong.push(`${key}: ${JSON.stringify(got)}`)
  }
  return { right, wrong }
}

describe('notes as people write them', () => {
  test('of forty by five hands nine in ten facts are read, and none wrongly', async () => {
    let [told, right, named, known] = [0, 0, 0, 0]
    const wrong: string[] = []
    for (const note of WRITTEN_NOTES) {
      const context = { ...CONTEXT, order: note.order ?? 'dmy' }
      const [line] = await here.log.notes.read([note.text], context)
      const judged = judge(note, line!.facts)
      told += Object.keys(note.facts).length
      right += judged.right
      wrong.push(...judged.wrong.map((words) => `${note.text}: ${words}`))
      known += Number(note.source !== undefined)
      named += Number(note.source !== undefined && line!.source?.commonName === note.source)
      if (line!.source && line!.source.commonName !== note.source) {
        wrong.push(`${note.text}: ${line!.source.commonName}`)
      }
    }
    expect(wrong).toEqual([])
    expect(WRITTEN_NOTES).toHaveLength(40)
    expect(right / told).toBeGreaterThan(0.9)
    expect(named / known).toBeGreaterThan(0.9)
  })

  test('of two hundred put together at random, in any order, nine in ten are read, and none wrongly', () => {
    const uniform = randomLcg(0.37)
    const pick = <T>(from: readonly T[]): T => from[Math.floor(uniform() * from.length)]!
    let [told, right] = [0, 0]
    const wrong: string[] = []
    for (let i = 0; i < 200; i++) {
      const plantG = Math.round(20 + 900 * uniform())
      const fibreG = Math.round(10 + 200 * uniform())
      const percent = Math.round(5 + 15 * uniform())
      const day = 1 + Math.floor(28 * uniform())
      const iso = `2024-08-${String(day).padStart(2, '0')}`
      const fibre = pick(['wool', 'silk', 'linen'] as const)
      const parts = [
        pick([`${plantG} g tansy`, `tansy ${plantG}g`, `${plantG} g of fresh tansy`]),
        pick([`on ${fibreG} g ${fibre}`, `${fibre} ${fibreG} g`, `${fibreG}g ${fibre}`]),
        pick([`alum ${percent}%`, `${percent} % alum`, `alum at ${percent} %`]),
        pick([iso, `${day} Aug 2024`, `${day}/8/24`, `${day}.8.2024`, `August ${day}, 2024`]),
        pick(['1 h', '60 min', 'for an hour', '60 minutes']),
      ]
      const text = parts
        .map((part) => [uniform(), part] as const)
        .sort((a, b) => a[0] - b[0])
        .map(([, part]) => part)
        .join(pick([', ', '; ', ' | ']))
      const facts: Partial<NoteFacts> = {
        plantG,
        fibreG,
        fibre,
        mordants: [{ agent: 'alum', percentWof: percent }],
        day: { on: iso, withinDays: 0 },
        minutes: 60,
        ...(text.includes('fresh') && { state: 'fresh' }),
      }
      const judged = judge({ text, facts }, readNote(text, CONTEXT).facts)
      told += Object.keys(facts).length
      right += judged.right
      wrong.push(...judged.wrong.map((words) => `${text}: ${words}`))
    }
    expect(wrong).toEqual([])
    expect(right / told).toBeGreaterThan(0.9)
  })

  test('a plant that is not named word for word is offered, and never taken', async () => {
    const [line] = await here.log.notes.read(['300 g goldenrod on 50 g wool'], CONTEXT)
    expect(line!.source).toBeNull()
    expect(line!.others.map(({ commonName }) => commonName)).toContain('Canada goldenrod')
  })

  test('what is not understood is left for whoever wrote it', () => {
    const { rest, spans } = readNote('340 g tansy, two glugs of vinegar, clear yellow', CONTEXT)
    expect(rest.map(({ text }) => text)).toEqual(['tansy', 'two glugs of vinegar', 'clear yellow'])
    expect(spans.map(({ kind }) => kind)).toEqual(['plantMass'])
  })

  test.each([
    ['mid August 2024', '2024-08-15', 5],
    ['late March 2023', '2023-03-25', 5],
    ['August 2024', '2024-08-15', 15],
    ['summer 2024', '2024-07-15', 46],
    ['in 2019', '2019-07-02', 183],
    ['15 août 2023', '2023-08-15', 0],
    ['15. August 2023', '2023-08-15', 0],
    ['15 de agosto de 2023', '2023-08-15', 0],
    ['3 December', '2025-12-03', 0],
    ['yesterday', '2026-11-29', 0],
  ])('%s is %s, give or take %d days', (text, day, withinDays) => {
    expect(readNote(`tansy, ${text}, wool`, CONTEXT).facts.day).toEqual({ on: day, withinDays })
  })

  test.each(['60 g', '1 h', '2024 g wool', 'pH 8', '12 %', 'next May', 'may be'])(
    '"%s" is no day',
    (text) => {
      expect(readNote(text, CONTEXT).facts.day).toBeNull()
    },
  )
})

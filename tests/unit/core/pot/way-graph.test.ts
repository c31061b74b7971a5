import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { courseEnd, courseSteps, openSteps, type StepMark } from '../../../../core/pot/course'
import { andBefore, andLater, inOrder, type WayStep } from '../../../../core/pot/way-steps'
import { dayPlan, type Span } from '../../../../core/schedule/day-plan'

const MIN = 60_000
const HOUR = 60 * MIN

/** Ways as anybody might draw them: each step waits for some that were drawn before it. */
const ways = fc
  .array(
    fc.record({
      minutes: fc.integer({ min: 0, max: 90 }),
      back: fc.array(fc.integer({ min: 1, max: 4 }), { maxLength: 2 }),
      minLagMin: fc.integer({ min: 0, max: 30 }),
      attended: fc.boolean(),
      burner: fc.boolean(),
      again: fc.option(fc.integer({ min: 0, max: 3 }), { nil: undefined }),
    }),
    { minLength: 1, maxLength: 9 },
  )
  .map((rows) =>
    rows.map(({ minutes, back, minLagMin, attended, burner, again }, i): WayStep => {
      const waits = [...new Set(back.map((b) => i - b).filter((k) => k >= 0))]
      return {
        id: `s${i}`,
        kind: 'stand',
        words: `step ${i}`,
        minutes,
        mostMinutes: null,
        tempC: null,
        attended,
        burner,
        after: waits.map((k) => ({ id: `s${k}`, minLagMin })),
        // a round goes back to the step itself, or to one it waits for
        ...(again !== undefined && {
          again: {
            from: waits[again] === undefined ? `s${i}` : `s${waits[again]}`,
            words: 'again?',
            most: 3,
          },
        }),
      }
    }),
  )

describe('any way', () => {
  test('is put in an order in which each step follows those it waits for', () => {
    fc.assert(
      fc.property(ways, (steps) => {
        const order = inOrder([...steps].reverse()).map(({ id }) => id)
        expect([...order].sort()).toEqual(steps.map(({ id }) => id).sort())
        for (const { id, after } of steps) {
          for (const each of after) expect(order.indexOf(each.id)).toBeLessThan(order.indexOf(id))
        }
      }),
    )
  })

  test('before and later mirror each other', () => {
    fc.assert(
      fc.property(ways, fc.nat(), fc.nat(), (steps, i, k) => {
        const [a, b] = [steps[i % steps.length]!.id, steps[k % steps.length]!.id]
        expect(andLater(steps, a).has(b)).toBe(andBefore(steps, b).has(a))
      }),
    )
  })

  test('a round asked for again adds steps, keeps the rest, and still comes to an end', () => {
    fc.assert(
      fc.property(ways, (steps) => {
        const bearer = steps.find(({ again }) => again)
        if (!bearer) return
        const first = courseSteps(steps, [bearer.id])
        const second = courseSteps(steps, [bearer.id, `${bearer.id}#2`])
        expect(first.length).toBeGreaterThan(steps.length)
        expect(second.length - first.length).toBe(first.length - steps.length)
        expect(new Set(second.map(({ id }) => id)).size).toBe(second.length)
        // nothing that waited for the round goes on before its last repeat
        for (const { after } of second.filter(
          ({ base }) => !first.some((s) => s.base === base && s.round > 1),
        )) {
          expect(after.some(({ id }) => id === bearer.id)).toBe(false)
        }
        const marks: StepMark[] = []
        for (let i = 0; i < second.length; i++) {
          const [next] = openSteps(second, marks, 0)
          marks.push({ stepId: next!.step.id, at: i * MIN, skipped: i % 3 === 0 })
        }
        expect(openSteps(second, marks, 0)).toEqual([])
      }),
    )
  })

  test('no clock begins before it was lit, and the end is never before now', () => {
    fc.assert(
      fc.property(ways, fc.integer({ min: 0, max: 500 }), (steps, nowMin) => {
        const course = courseSteps(steps, [])
        for (const { began, due } of openSteps(course, [], 7 * MIN)) {
          expect(began).toBeGreaterThanOrEqual(7 * MIN)
          expect(due).toBeGreaterThanOrEqual(began)
        }
        expect(courseEnd(course, [], 0, nowMin * MIN)).toBeGreaterThanOrEqual(nowMin * MIN)
      }),
    )
  })

  test('laid into days it keeps its waits and its hours, forwards and backwards alike', () => {
    const DAY = 24 * HOUR
    const hands: Span[] = Array.from({ length: 60 }, (_, d) => [
      (d - 30) * DAY + 7 * HOUR,
      (d - 30) * DAY + 22 * HOUR,
    ])
    fc.assert(
      fc.property(ways, fc.integer({ min: 0, max: 23 }), fc.boolean(), (steps, hour, forwards) => {
        const at = hour * HOUR
        const plan = dayPlan({
          steps,
          hands,
          daylight: hands,
          burners: 1,
          busy: [[2 * HOUR, 9 * HOUR]],
          ...(forwards ? { from: at } : { by: at }),
        })
        if (forwards) expect(plan.begins).toBeGreaterThanOrEqual(at)
        else expect(plan.ends).toBeLessThanOrEqual(at)
        const byId = new Map(steps.map((step) => [step.id, step]))
        const flames: Span[] = [[2 * HOUR, 9 * HOUR]]
        for (const { id, after, minutes, attended, burner } of steps) {
          const start = plan.start[id]!
          const end = start + minutes * MIN
          for (const { id: other, minLagMin = 0 } of after) {
            const free = plan.start[other]! + (byId.get(other)!.minutes + minLagMin) * MIN
            expect(start).toBeGreaterThanOrEqual(free)
          }
          if (attended || burner) {
            expect(hands.some(([from, to]) => from <= start && end <= to)).toBe(true)
          }
          if (burner && minutes > 0) {
            expect(flames.some(([from, to]) => from < end && to > start)).toBe(false)
            flames.push([start, end])
          }
        }
      }),
      { numRuns: 60 },
    )
  })
})

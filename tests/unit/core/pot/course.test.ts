import { describe, expect, test } from '@jest/globals'
import { WAY_KEYS, wayFacts } from '../../../../catalogue/ways'
import {
  courseEnd,
  courseSteps,
  nextLook,
  openSteps,
  type StepMark,
} from '../../../../core/pot/course'
import { inOrder } from '../../../../core/pot/way-steps'

const MIN = 60_000
const mark = (stepId: string, min: number, skipped = false): StepMark => ({
  stepId,
  skipped,
  at: min * MIN,
})
const names = (list: { step: { id: string } }[]) => list.map(({ step }) => step.id)

describe('a way', () => {
  test.each(WAY_KEYS)(
    '%s is a graph that can be gone through to its end, in each of its rounds',
    (way) => {
      const { steps } = wayFacts(way)
      expect(inOrder(steps)).toHaveLength(steps.length)
      expect(steps.filter(({ kind }) => kind === 'enter')).toHaveLength(1)
      expect(steps.filter(({ kind }) => kind === 'wetOut')).toHaveLength(1)
      const rounds = steps.filter(({ again }) => again).map(({ id }) => id)
      for (const id of rounds) {
        const course = courseSteps(steps, [id])
        expect(course.length).toBeGreaterThan(steps.length)
        // by hand to the end: something is always open until all is done
        const marks: StepMark[] = []
        for (let i = 0; i < course.length; i++) {
          const [next] = openSteps(course, marks, 0)
          marks.push(mark(next!.step.id, i))
        }
        expect(openSteps(course, marks, 0)).toEqual([])
      }
    },
  )

  test('skins are only offered ways in which pieces meet no heat', () => {
    for (const way of WAY_KEYS) {
      const { dyeC, steps } = wayFacts(way)
      if (dyeC !== null) continue
      const enter = steps.findIndex(({ kind }) => kind === 'enter')
      const heated = inOrder(steps).filter(({ burner }) => burner)
      // whatever is heated is over before the pieces go in
      for (const { id } of heated) {
        expect(steps.findIndex((step) => step.id === id)).toBeLessThan(enter)
      }
    }
  })
})

describe('the course of a pot', () => {
  const steps = wayFacts('simmer').steps

  test('wetting out goes on beside the extraction; entering waits for both', () => {
    const course = courseSteps(steps, [])
    expect(names(openSteps(course, [], 0)).sort()).toEqual(['prepare', 'wetOut'])
    const marks = [mark('prepare', 10), mark('heat', 60), mark('extract', 120), mark('strain', 130)]
    expect(names(openSteps(course, marks, 0))).toEqual(['wetOut'])
    const [enter] = openSteps(course, [...marks, mark('wetOut', 140)], 0)
    expect(enter).toMatchObject({ began: 140 * MIN, due: 145 * MIN, late: 170 * MIN })
  })

  test('a clock counts from when the step before was done, late or left out alike', () => {
    const course = courseSteps(steps, [])
    const [, heat] = openSteps(course, [mark('prepare', 200, true)], 0)
    expect(heat).toMatchObject({ began: 200 * MIN, due: 245 * MIN })
  })

  test('one more extraction puts itself between, and the strain waits for it', () => {
    const course = courseSteps(steps, ['extract'])
    const marks = [mark('wetOut', 5), mark('prepare', 10), mark('heat', 60), mark('extract', 120)]
    expect(names(openSteps(course, marks, 0))).toEqual(['extract#2'])
    expect(names(openSteps(course, [...marks, mark('extract#2', 180)], 0))).toEqual(['strain'])
  })

  test('lichen is warmed and rested round by round, up to its most', () => {
    const lichen = wayFacts('ammoniaFerment').steps
    const course = courseSteps(lichen, ['rest', 'rest#2'])
    const ids = course.map(({ id }) => id)
    expect(ids).toEqual(
      expect.arrayContaining(['heat#2', 'dye#2', 'rest#2', 'heat#3', 'dye#3', 'rest#3']),
    )
    expect(course.find(({ id }) => id === 'lift')!.after).toEqual([{ id: 'rest#3' }])
    expect(course.find(({ id }) => id === 'heat#2')!.after).toEqual([{ id: 'rest' }])
    const five = ['rest', 'rest#2', 'rest#3', 'rest#4', 'rest#5']
    expect(() => courseSteps(lichen, [...five, 'rest#6'])).toThrow('6 rounds at most; got 7')
    expect(() => courseSteps(lichen, ['rest', 'rest'])).toThrow('another round already')
    expect(() => courseSteps(lichen, ['dye'])).toThrow(
      'again must name a step with a round: rest; got dye',
    )
  })

  test('the end is reckoned from now where a step is overdue', () => {
    const course = courseSteps(steps, [])
    const usual = courseEnd(course, [], 0, 0)
    expect(usual / MIN).toBe(20 + 45 + 60 + 10 + 5 + 60 + 480 + 10)
    const late = courseEnd(course, [mark('prepare', 20), mark('wetOut', 30)], 0, 500 * MIN)
    expect(late / MIN).toBe(500 + 60 + 10 + 5 + 60 + 480 + 10)
  })

  test('strong sources are looked at early, others as the way says', () => {
    const dye = { step: courseSteps(steps, []).find(({ id }) => id === 'dye')!, began: 100 * MIN }
    expect(nextLook(dye, [])! / MIN).toBe(115)
    expect(nextLook(dye, [], true)! / MIN).toBe(105)
    expect(nextLook(dye, [105 * MIN], true)! / MIN).toBe(110)
    expect(nextLook(dye, [105 * MIN, 112 * MIN], true)! / MIN).toBe(120)
    expect(nextLook(dye, [121 * MIN], true)! / MIN).toBe(136)
    // a look before the step began says nothing of it
    expect(nextLook(dye, [99 * MIN])! / MIN).toBe(115)
  })
})

import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { J301_1 } from '../../../fixtures/psplib-j301'
import { leastMakespan, type ScheduleStep } from '../../../../core/schedule/least-makespan'

/** Machine and minutes of each operation, job by job. */
type JobShop = readonly (readonly (readonly [machine: number, minutes: number])[])[]

/**
 * Fisher and Thompson's 6 x 6 job shop ("Industrial Scheduling", Muth and Thompson 1963; mt06 or
 * ft06 of the OR-Library). Optimum 55.
 */
const FT06: JobShop = [
  [
    [2, 1],
    [0, 3],
    [1, 6],
    [3, 7],
    [5, 3],
    [4, 6],
  ],
  [
    [1, 8],
    [2, 5],
    [4, 10],
    [5, 10],
    [0, 10],
    [3, 4],
  ],
  [
    [2, 5],
    [3, 4],
    [5, 8],
    [0, 9],
    [1, 1],
    [4, 7],
  ],
  [
    [1, 5],
    [0, 5],
    [2, 5],
    [3, 3],
    [4, 8],
    [5, 9],
  ],
  [
    [2, 9],
    [1, 3],
    [4, 5],
    [5, 4],
    [0, 3],
    [3, 1],
  ],
  [
    [1, 3],
    [3, 3],
    [5, 9],
    [0, 10],
    [4, 4],
    [2, 1],
  ],
]

function stepsOf(shop: JobShop): ScheduleStep[] {
  return shop.flatMap((job, j) =>
    job.map(([machine, minutes], k) => ({
      id: `${j}-${k}`,
      minutes,
      after: k > 0 ? [{ id: `${j}-${k - 1}` }] : [],
      needs: { [`m${machine}`]: 1 },
    })),
  )
}

const machines = Object.fromEntries([0, 1, 2, 3, 4, 5].map((m) => [`m${m}`, 1]))

/** Every rule of a question holds in a schedule. */
function isSound(
  { steps, resources }: Parameters<typeof leastMakespan>[0],
  { start, makespan }: ReturnType<typeof leastMakespan>,
) {
  const byId = new Map(steps.map((step) => [step.id, step]))
  for (const { id, minutes, after } of steps) {
    expect(start[id]).toBeGreaterThanOrEqual(0)
    expect(start[id]! + minutes).toBeLessThanOrEqual(makespan + 1e-6)
    for (const { id: other, minLag = 0, maxLag = Infinity } of after) {
      const lag = start[id]! - (start[other]! + byId.get(other)!.minutes)
      expect(lag).toBeGreaterThanOrEqual(minLag - 1e-6)
      expect(lag).toBeLessThanOrEqual(maxLag + 1e-6)
    }
  }
  for (const [name, there] of Object.entries(resources)) {
    for (const { id } of steps) {
      const at = start[id]! + 1e-6
      const used = steps.filter(
        (step) => start[step.id]! <= at && start[step.id]! + step.minutes > at,
      )
      const sum = used.reduce((all, { needs = {} }) => all + (needs[name] ?? 0), 0)
      expect(sum).toBeLessThanOrEqual(there)
    }
  }
}

describe('the shortest schedule', () => {
  test('meets the published optimum of a 6 x 6 job shop', () => {
    const question = { steps: stepsOf(FT06), resources: machines }
    const answer = leastMakespan(question)
    expect(answer.makespan).toBe(55)
    isSound(question, answer)
  })

  test('meets the published optimum of a project of thirty jobs on four resources', () => {
    const steps: ScheduleStep[] = J301_1.jobs.map(([job, minutes, needs]) => ({
      id: `${job}`,
      minutes,
      needs,
      after: J301_1.jobs
        .filter(([, , , next]) => (next as readonly number[]).includes(job))
        .map(([id]) => ({ id: `${id}` })),
    }))
    const free = Object.fromEntries(Object.keys(J301_1.resources).map((name) => [name, 1000]))
    // what is remembered of it has the length that is published without resources
    expect(leastMakespan({ steps, resources: free }).makespan).toBe(J301_1.longestPath)
    const question = { steps, resources: J301_1.resources }
    const answer = leastMakespan(question)
    isSound(question, answer)
    expect(answer.makespan).toBe(J301_1.optimum)
  })

  test('one burner for two pots: one after the other; two burners: side by side', () => {
    const pot = (name: string): ScheduleStep[] => [
      { id: `${name}-heat`, minutes: 40, after: [], needs: { burner: 1 } },
      {
        id: `${name}-dye`,
        minutes: 60,
        after: [{ id: `${name}-heat`, maxLag: 0 }],
        needs: { burner: 1 },
      },
      { id: `${name}-cool`, minutes: 480, after: [{ id: `${name}-dye` }] },
    ]
    const steps = [...pot('a'), ...pot('b')]
    expect(leastMakespan({ steps, resources: { burner: 1 } }).makespan).toBe(680)
    expect(leastMakespan({ steps, resources: { burner: 2 } }).makespan).toBe(580)
  })

  test('a greatest wait pushes what comes before it later, not the rule aside', () => {
    const steps: ScheduleStep[] = [
      { id: 'long', minutes: 100, after: [] },
      { id: 'wet', minutes: 30, after: [] },
      { id: 'enter', minutes: 5, after: [{ id: 'long' }, { id: 'wet', maxLag: 10 }] },
    ]
    const { start, makespan } = leastMakespan({ steps, resources: {} })
    expect(makespan).toBe(105)
    expect(start.wet).toBeGreaterThanOrEqual(60)
  })

  test('any small question is answered soundly, and never below its lower bound', () => {
    const question = fc
      .array(
        fc.record({
          minutes: fc.integer({ min: 0, max: 60 }),
          back: fc.array(fc.integer({ min: 1, max: 4 }), { maxLength: 2 }),
          minLag: fc.integer({ min: 0, max: 10 }),
          need: fc.integer({ min: 0, max: 2 }),
        }),
        { minLength: 1, maxLength: 9 },
      )
      .map((rows) => ({
        resources: { hands: 2 },
        steps: rows.map(({ minutes, back, minLag, need }, i) => ({
          id: `s${i}`,
          minutes,
          after: [...new Set(back.map((b) => i - b).filter((k) => k >= 0))].map((k) => ({
            id: `s${k}`,
            minLag,
          })),
          needs: { hands: need },
        })),
      }))
    fc.assert(
      fc.property(question, (asked) => {
        const answer = leastMakespan(asked)
        isSound(asked, answer)
        expect(answer.makespan).toBeGreaterThanOrEqual(answer.lowerBound - 1e-6)
      }),
      { numRuns: 60 },
    )
  })

  test.each([
    [
      'a circle',
      [
        { id: 'a', minutes: 1, after: [{ id: 'b' }] },
        { id: 'b', minutes: 1, after: [{ id: 'a' }] },
      ],
      'circle',
    ],
    [
      'a name nobody has',
      [{ id: 'a', minutes: 1, after: [{ id: 'x' }] }],
      'must name another step; got x',
    ],
    [
      'too much of something',
      [{ id: 'a', minutes: 1, after: [], needs: { burner: 3 } }],
      'at most what there is (2); got 3',
    ],
    [
      'lags that cross',
      [
        { id: 'a', minutes: 1, after: [] },
        { id: 'b', minutes: 1, after: [{ id: 'a', minLag: 9, maxLag: 3 }] },
      ],
      'maxLag must not be below minLag',
    ],
    ['nothing', [], 'at least one step'],
  ])('refuses %s in words', (_, steps, words) => {
    expect(() =>
      leastMakespan({ steps: steps as ScheduleStep[], resources: { burner: 2 } }),
    ).toThrow(words)
  })
})

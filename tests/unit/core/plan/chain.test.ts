import { describe, expect, test } from '@jest/globals'
import { randomInt, randomLcg } from 'd3-random'
import { wayFacts, WAY_KEYS } from '../../../../catalogue/ways'
import { bathSteps } from '../../../../core/mordant/bath-steps'
import {
  chainGroups,
  type ChainQuestion,
  type PlantQuestion,
} from '../../../../core/plan/chain-steps'
import { layChain, type ChainHours, type LaidChain } from '../../../../core/plan/lay-chain'
import type { DayStep, Span } from '../../../../core/schedule/day-plan'
import { mordantSteps } from '../../../../core/plan/mordant-steps'

const HOUR = 3_600_000
const DAY = 24 * HOUR
const NOW = Date.UTC(2026, 10, 29, 8)
const MIDNIGHT = Date.UTC(2026, 10, 29)
const daily = (from: number, to: number, away: readonly number[] = []): Span[] =>
  Array.from({ length: 700 }, (_, d) => d)
    .filter((d) => !away.includes(d))
    .map((d): Span => [MIDNIGHT + d * DAY + from * HOUR, MIDNIGHT + d * DAY + to * HOUR])
const hours: ChainHours = {
  hands: daily(7, 22),
  daylight: daily(8, 16),
  burners: 1,
  busy: [],
  now: NOW,
  by: null,
  spareMs: 7 * DAY,
  moved: {},
}
const pot = { steps: wayFacts('simmer').steps, liquorOf: null }
const alum = mordantSteps({ agents: ['alum'], heat: 'hot', finish: 'heldWet' })
const dried: PlantQuestion = {
  gather: { minutes: 120, within: null },
  dryingDays: 7,
  jar: null,
}
const dock: ChainQuestion = {
  plants: [dried],
  isWashed: false,
  mordant: alum,
  mordantBaths: 1,
  heldWetDays: 3,
  pots: [pot, { ...pot, liquorOf: 0 }],
}
const withPlant = (plant: Partial<PlantQuestion>): ChainQuestion => ({
  ...dock,
  plants: [{ ...dried, ...plant }],
})
const groupOf = ({ groups }: LaidChain, id: string) => groups.find((group) => group.id === id)!
const dayOf = (ms: number) => Math.floor((ms - MIDNIGHT) / DAY)

/** What no chain may break: waits, nights, flames. */
function holds(question: ChainQuestion, asked: ChainHours, start: Record<string, number>) {
  const steps = chainGroups(question).flatMap((group) => group.steps)
  const endOf = ({ id, minutes }: DayStep) => start[id]! + minutes * 60_000
  const byId = new Map(steps.map((step) => [step.id, step]))
  const lit: Span[] = []
  for (const step of steps) {
    for (const { id, minLagMin = 0, maxLagMin = Infinity } of step.after) {
      const lag = (start[step.id]! - endOf(byId.get(id)!)) / 60_000
      expect([step.id, id, lag >= minLagMin && lag <= maxLagMin]).toEqual([step.id, id, true])
    }
    if (step.attended || step.burner) {
      const isUp = asked.hands.some(([from, to]) => from <= start[step.id]! && to >= endOf(step))
      expect([step.id, isUp]).toEqual([step.id, true])
    }
    if (step.burner) lit.push([start[step.id]!, endOf(step)])
  }
  for (const [from] of lit) {
    const together = lit.filter(([begin, end]) => begin <= from && end > from).length
    expect(together).toBeLessThanOrEqual(asked.burners)
  }
}

describe('a plan’s chain', () => {
  test('goes from the walk over rack, mordant and pots to dry skeins, each after what it waits for', () => {
    const groups = chainGroups(dock)
    expect(groups.map(({ id }) => id)).toEqual([
      'gather',
      'dry',
      'mordant1',
      'pot1',
      'pot2',
      'finish',
    ])
    const chain = layChain(groups, hours)
    const order = groups.map(({ id }) => groupOf(chain, id).from)
    expect(groupOf(chain, 'gather').from).toBe(NOW)
    expect(groupOf(chain, 'dry').from).toBeGreaterThanOrEqual(groupOf(chain, 'gather').to)
    expect(order.at(-1)).toBe(Math.max(...order))
    // the plant is dry after a week, and the pot is filled then; pieces may soak the day before
    expect(dayOf(chain.start['pot1/prepare']!)).toBe(7)
    expect(chain.soonest).toBeNull()
  })

  test('is laid backwards from a wanted day with a week to spare, mordant before its pot', () => {
    const by = MIDNIGHT + 60 * DAY
    const chain = layChain(chainGroups(dock), { ...hours, by })
    expect(chain.spareMs! / DAY).toBeGreaterThanOrEqual(7)
    expect(chain.spareMs! / DAY).toBeLessThan(8.5)
    const mordant = groupOf(chain, 'mordant1')
    const enters = groupOf(chain, 'pot1')
    expect(enters.to - mordant.to).toBeLessThanOrEqual(3 * DAY + 12 * HOUR)
    // dried stuff keeps: it is gathered no later than it must be
    expect(dayOf(groupOf(chain, 'gather').from)).toBeGreaterThan(30)
  })

  test('that comes too late says on which day it could be done', () => {
    const chain = layChain(chainGroups(dock), { ...hours, by: MIDNIGHT + 5 * DAY })
    expect(chain.spareMs).toBeNull()
    expect(dayOf(chain.soonest!)).toBe(dayOf(chain.ends))
    expect(chain.ends).toBeGreaterThan(MIDNIGHT + 9 * DAY)
  })

  test('waits for a season, and for a jar that is too young', () => {
    const season: Span[] = [[MIDNIGHT + 30 * DAY, MIDNIGHT + 60 * DAY]]
    const later = layChain(
      chainGroups(withPlant({ gather: { minutes: 60, within: season } })),
      hours,
    )
    expect(dayOf(groupOf(later, 'gather').from)).toBe(30)
    const standing = withPlant({
      gather: null,
      dryingDays: null,
      jar: { readyAt: MIDNIGHT + 20 * DAY },
    })
    expect(dayOf(layChain(chainGroups(standing), hours).start['pot1/prepare']!)).toBe(20)
    const young = withPlant({ dryingDays: null, jar: { standDays: 30 } })
    expect(dayOf(layChain(chainGroups(young), hours).start['pot1/prepare']!)).toBe(30)
    const over = withPlant({
      gather: { minutes: 60, within: [[NOW - 9 * DAY, NOW - DAY]] as Span[] },
    })
    expect(() => layChain(chainGroups(over), hours)).toThrow('no hour was found for: Gather')
  })

  test('what is moved takes along what depends on it; moved back, all lies as before', () => {
    const by = MIDNIGHT + 60 * DAY
    const asked = { ...hours, by }
    const before = layChain(chainGroups(dock), asked)
    const day = MIDNIGHT + 20 * DAY
    const moved = layChain(chainGroups(dock), { ...asked, moved: { pot1: [day, day + DAY] } })
    expect(dayOf(groupOf(moved, 'pot1').from)).toBe(20)
    expect(groupOf(moved, 'gather').to).toBeLessThan(groupOf(moved, 'pot1').from)
    expect(layChain(chainGroups(dock), asked)).toEqual(before)
    // a day on which nobody is there
    const away = { ...asked, hands: daily(7, 22, [20]), moved: { pot1: [day, day + DAY] as Span } }
    expect(() => layChain(chainGroups(dock), away)).toThrow('no hour was found')
  })

  test('a bath that waits for its plant lies whole before the pot, and fills no vessel for days', () => {
    // held wet no longer than three days, while the plant dries for a month
    const question = withPlant({ dryingDays: 28 })
    const vessels = [{ id: 'kettle', busy: [] as Span[] }]
    const fits = { mordant1: ['kettle'], pot1: ['kettle'], pot2: ['kettle'] }
    const chain = layChain(chainGroups(question), { ...hours, vessels, fits })
    const mordant = groupOf(chain, 'mordant1')
    expect(dayOf(mordant.from)).toBeGreaterThan(24)
    expect(mordant.to - mordant.from).toBeLessThan(DAY)
  })

  test('skeins hang up when the last pot is out, though its kettle is wanted by others', () => {
    const by = MIDNIGHT + 60 * DAY
    const busy: Span[] = [[by - 30 * DAY, by]]
    const one = { ...dock, pots: [pot], mordant: [] }
    const taken = { vessels: [{ id: 'kettle', busy }], fits: { pot1: ['kettle'] } }
    const chain = layChain(chainGroups(one), { ...hours, ...taken, by })
    expect(groupOf(chain, 'finish').from).toBe(groupOf(chain, 'pot1').to)
    expect(chain.ends).toBe(groupOf(chain, 'finish').to)
    expect(chain.spareMs! / DAY).toBeGreaterThan(28)
  })

  test('a rack is counted from the day on which the walk was done', () => {
    const minutesOf = (doneAt: number) =>
      chainGroups({ ...dock, done: new Map([['gather', doneAt]]), now: NOW }).find(
        ({ id }) => id === 'dry',
      )!.steps[0]!
    expect(minutesOf(NOW)).toMatchObject({ minutes: 7 * 24 * 60, after: [] })
    expect(minutesOf(NOW - 3 * DAY).minutes).toBe(4 * 24 * 60)
    expect(minutesOf(NOW - 30 * DAY).minutes).toBe(0)
    // what hands do takes as long as ever
    const mordanted = { ...dock, done: new Map([['mordant1', NOW - 30 * DAY]]), now: NOW }
    const [pot1] = chainGroups(mordanted).filter(({ id }) => id === 'pot1')
    expect(pot1!.steps.map(({ minutes }) => minutes)).toEqual(pot.steps.map((step) => step.minutes))
  })

  test('a pot tells until when it must be lit', () => {
    const [first] = layChain(
      chainGroups(withPlant({ gather: null, dryingDays: null })),
      hours,
    ).groups
    expect(first!.latestStart).toBeGreaterThan(first!.from)
    const lit = { ...hours, now: first!.latestStart! }
    expect(
      layChain(chainGroups(withPlant({ gather: null, dryingDays: null })), lit).groups[0]!.from,
    ).toBe(first!.latestStart)
  })

  test('never burns while nobody is up, takes no burner or vessel twice, and breaks no wait', () => {
    const draw = randomLcg(0.41)
    const int = (from: number, to: number) => randomInt.source(draw)(from, to + 1)()
    for (let round = 0; round < 60; round++) {
      const way = WAY_KEYS[int(0, WAY_KEYS.length - 1)]!
      const steps = wayFacts(way).steps
      const count = int(1, 4)
      const question: ChainQuestion = {
        plants: [
          {
            gather: int(0, 1) ? { minutes: int(30, 300), within: null } : null,
            // fresh stuff wants its one pot by the next day
            dryingDays: count === 1 && int(0, 1) ? null : int(3, 28),
            jar: int(0, 3) ? null : { standDays: int(2, 40) },
          },
          { gather: { minutes: int(30, 300), within: null }, dryingDays: int(3, 28), jar: null },
        ],
        isWashed: int(0, 1) === 1,
        mordant: int(0, 1) ? alum : [],
        mordantBaths: int(1, 3),
        heldWetDays: null,
        pots: Array.from({ length: count }, (_, i) => ({
          steps,
          liquorOf: i > 0 && int(0, 2) === 0 ? i - 1 : null,
          plant: int(0, 3) ? 0 : 1,
        })),
      }
      const asked: ChainHours = {
        ...hours,
        burners: int(1, 2),
        hands: daily(7, 22, [int(1, 9), int(10, 20)]),
        by: int(0, 1) ? MIDNIGHT + int(10, 150) * DAY : null,
        vessels: ['small', 'large'].map((id) => ({ id, busy: [[NOW, NOW + 5 * HOUR]] })),
      }
      const groups = chainGroups(question)
      const pots = new Set(groups.flatMap((g) => g.steps.flatMap(({ pot: of }) => of ?? [])))
      const fits = [...pots].map((id) => [id, int(0, 1) ? ['large'] : ['small', 'large']])
      const tries = int(1, 4)
      const chain = layChain(groups, { ...asked, tries, fits: Object.fromEntries(fits) })
      holds(question, asked, chain.start)
      question.pots.forEach(({ liquorOf }, i) => {
        if (liquorOf === null) return
        const ends = groupOf(chain, `pot${liquorOf + 1}`).to
        const enters = chain.start[`pot${i + 1}/enter`]!
        expect(enters).toBeGreaterThanOrEqual(ends)
        expect(enters - ends).toBeLessThanOrEqual(4 * DAY)
      })
      expect(chain.holds.map(({ group }) => group).sort()).toEqual([...pots].sort())
      chain.holds.forEach(({ vessel, span: [from, to] }, i) => {
        expect(from).toBeGreaterThanOrEqual(NOW + 5 * HOUR)
        for (const other of chain.holds.slice(i + 1)) {
          const meets = other.vessel === vessel && other.span[0] < to && other.span[1] > from
          expect(meets).toBe(false)
        }
      })
      expect(chain.begins).toBeGreaterThanOrEqual(NOW)
    }
  })
})

test('steps of a bath are those that the basket has, for the days', () => {
  const own = bathSteps({
    stages: [{ agents: ['alum'] }],
    heat: 'hot',
    finish: 'dried',
    rinse: true,
    wetOutMin: 60,
  })
  const steps = mordantSteps({ agents: ['alum'], heat: 'hot', finish: 'dried' })
  expect(steps.map(({ minutes }) => minutes)).toEqual(own.map(({ minutes }) => minutes))
})

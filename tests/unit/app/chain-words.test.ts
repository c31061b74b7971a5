import { describe, expect, test } from '@jest/globals'
import { barsOf, movedTo } from '../../../app/features/year/lanes'
import { chainLines, chainTroubles, spareWords } from '../../../app/features/year/chain-words'
import { daysOfChains, shiftsBetween } from '../../../app/features/year/shifts'
import { monthsAhead } from '../../../app/features/year/months-ahead'
import { blankPlan, planBody, planOfWish } from '../../../app/features/year/plan-draft'
import { newPlanSchema } from '../../../shared/schemas/year/plan'
import type { ChainPlant, ChainStep, ChainView } from '../../../shared/views/year/chain'

const at = (day: number, hour = 9) => new Date(2026, 10, day, hour).getTime()
const step = (fields: Partial<ChainStep> & Pick<ChainStep, 'id' | 'kind'>): ChainStep => ({
  index: 0,
  after: [],
  from: at(29),
  to: at(29, 11),
  latestStart: null,
  vessel: null,
  isMoved: false,
  ...fields,
})
const dock: ChainPlant = {
  sourceId: 's',
  sourceName: 'broad-leaved dock',
  fastness: 'good',
  jar: null,
  dryingDays: [14, 28],
  wantedDryG: 450,
  stockDryG: 0,
  stockCodes: [],
  gatherG: { mid: 1880, low: 1520, high: 2490 },
  basis: 'measured',
  shares: [{ patchId: 'o', patchName: 'Orchard Bank', massG: 1880 }],
  shortG: 0,
  isRatioKnown: true,
  forDepth: { n: 8, tried: [0.1, 0.8] },
  usualN: 12,
}
const chain = (fields: Partial<ChainView> = {}): ChainView => ({
  plan: {
    id: 'p',
    rev: 1,
    createdAt: '',
    updatedAt: '',
    setAsideAt: null,
    words: 'Dock orange',
    sourceId: 's',
    wishId: null,
    fibre: 'wool',
    form: 'yarn',
    isWashed: true,
    isLasting: false,
    mordant: 'alum',
    mordantPercent: 10,
    parts: [
      { fibreG: 600, pieces: 6, depth: 'full', isLaterBath: false, sourceId: null, again: null },
    ],
    wantedBy: '2026-12-20',
    moved: {},
    done: {},
    doneOn: null,
  },
  sourceName: 'broad-leaved dock',
  hex: null,
  cautions: [],
  plants: [dock],
  pots: [
    {
      fibreG: 300,
      pieces: 3,
      plant: 0,
      againCode: null,
      depth: 'full',
      isDepthLikely: true,
      liquorOf: null,
      ratioDry: 0.75,
      ratioAsWeighed: 0.75,
      state: 'dried',
    },
    {
      fibreG: 300,
      pieces: 3,
      plant: 0,
      againCode: null,
      depth: null,
      isDepthLikely: false,
      liquorOf: 0,
      ratioDry: null,
      ratioAsWeighed: null,
      state: 'dried',
    },
  ],
  roomL: 16,
  mordantG: 60,
  mordantOnShelfG: 40,
  isHeldWet: true,
  steps: [
    step({ id: 'gather', kind: 'gather' }),
    step({ id: 'pot1', kind: 'pot', from: at(36), to: at(37), latestStart: at(36, 15) }),
    step({ id: 'pot2', kind: 'pot', index: 1, from: at(38), to: at(39) }),
  ],
  done: [],
  begins: at(29),
  ends: at(43),
  spareMs: 7.9 * 86_400_000,
  soonest: null,
  failure: '',
  nextGood: null,
  ...fields,
})

describe('a chain in words', () => {
  test('tells amounts with their span outwards, places, swatches, and until when to begin', () => {
    const [gather, first, second] = chainLines(chain())
    expect(gather!.what).toBe('gather 1.9 kg fresh')
    expect(gather!.when).not.toMatch(/^by /)
    const dried = chain({ steps: [...chain().steps, step({ id: 'dry', kind: 'dry' })] })
    expect(chainLines(dried)[0]!.when).toMatch(/^by /)
    expect(gather!.more).toBe('1.5 kg to 2.5 kg, its dry matter weighed; Orchard Bank: 1.9 kg')
    expect(first!.what).toBe('pot 1: 300 g in 3 pieces at 0.75 : 1 dried')
    expect(first!.more).toMatch(/^full or deeper 8 times in 10, by 8 swatches of yours; begun by /)
    expect(second!.what).toBe('pot 2: 300 g in 3 pieces in what pot 1 left')
    expect(second!.more).toContain('by how much is not promised')
  })

  test('a spare day is a whole one; what comes too late says when it can be', () => {
    expect(spareWords(chain())).toBe('7 days to spare')
    const late = chain({ spareMs: null, soonest: new Date(2027, 0, 3, 9).getTime() })
    expect(spareWords(late)).toMatch(/^too late for .*: by /)
    expect(chainTroubles(chain())).toEqual(['20 g of alum must be bought.'])
    const jar = { code: 'OCH-26-02', readyAt: at(30), dryG: 20 }
    expect(chainTroubles(chain({ plants: [{ ...dock, jar }], mordantOnShelfG: 60 }))).toEqual([
      'OCH-26-02 holds 20 g of dry plant, and 450 g are wanted: less fibre, or another jar.',
    ])
    const short = chain({
      plants: [{ ...dock, shortG: 700 }],
      roomL: null,
      mordantOnShelfG: 100,
    })
    expect(chainTroubles(short)).toEqual([
      'Your places bear 700 g less broad-leaved dock than that this year.',
      'No vessel is listed in your kit: one of 10 L is planned by.',
    ])
  })

  test('no depth is promised by what was tried on another fibre or mordant, or far off', () => {
    const [pot] = chain().pots
    const unsure = chain({ pots: [{ ...pot!, isDepthLikely: false }], mordantOnShelfG: 60 })
    expect(chainLines(unsure)[1]!.more).toMatch(
      /^whether it gets full is not known; as you take it, by 12 swatches; begun by /,
    )
    expect(chainTroubles(unsure)[0]).toMatch(
      /^No swatch of broad-leaved dock on this fibre and mordant tells/,
    )
    const far = chain({ pots: [{ ...pot!, ratioDry: 4 }], mordantOnShelfG: 60 })
    expect(chainTroubles(far)).toEqual([
      'The ratio for that depth is a guess: 5 times over any ratio tried.',
    ])
  })

  test('two plants are told apart, and a swatch made again is named', () => {
    const weld = { ...dock, sourceId: 'w', sourceName: 'weld', jar: null }
    const [first, second] = chain().pots
    const two = chain({
      plants: [dock, weld],
      pots: [
        first!,
        {
          ...second!,
          plant: 1,
          liquorOf: null,
          ratioDry: 0.5,
          ratioAsWeighed: 0.5,
          againCode: 'WEL-26-01-02',
        },
      ],
      steps: [
        step({ id: 'gather', kind: 'gather' }),
        step({ id: 'gather2', kind: 'gather', index: 1 }),
        step({ id: 'dry2', kind: 'dry', index: 1 }),
        step({ id: 'pot1', kind: 'pot' }),
        step({ id: 'pot2', kind: 'pot', index: 1 }),
      ],
    })
    expect(chainLines(two).map(({ what }) => what)).toEqual([
      'gather 1.9 kg broad-leaved dock fresh',
      'gather 1.9 kg weld fresh',
      'dry weld',
      'pot 1: broad-leaved dock, 300 g in 3 pieces at 0.75 : 1 dried',
      'pot 2: weld, 300 g in 3 pieces at 0.5 : 1 dried',
    ])
    expect(chainLines(two)[4]!.more).toBe('at the ratio of WEL-26-01-02')
  })

  test('what lies on another day than before is told; what is new or done is not', () => {
    const before = daysOfChains([chain()])
    const [gather, first, second] = chain().steps
    expect(shiftsBetween(before, [chain()])).toEqual([])
    const later = [gather!, { ...first!, from: at(37) }, step({ id: 'dry', kind: 'dry' })]
    const [shift, ...others] = shiftsBetween(before, [chain({ steps: later })])
    expect(others).toEqual([])
    expect(shift!.words).toMatch(/^Dock orange, pot 1: \w+ .+ to \w+ .+/)
    expect(shiftsBetween(before, [chain({ steps: [second!] })])).toEqual([])
  })

  test('a piece that no vessel lets move is told of', () => {
    const parts = [
      { fibreG: 900, pieces: 1, depth: null, isLaterBath: false, sourceId: null, again: null },
    ]
    // 900 g of yarn at 30 L/kg want 27 L
    expect(chainTroubles(chain({ plan: { ...chain().plan, parts }, mordantOnShelfG: 60 }))).toEqual(
      ['A piece of 900 g wants 27 L to move in, and your largest vessel may be filled to 16 L.'],
    )
  })

  test('bars that overlap lie in rows of their own; a move is to a day', () => {
    const bars = barsOf([chain(), chain({ plan: { ...chain().plan, id: 'q' } })], [], [])
    const pots = bars.filter(({ key }) => key.endsWith('pot1'))
    expect(pots.map(({ row, lane }) => [row, lane])).toEqual([
      [0, 'hob'],
      [1, 'hob'],
    ])
    expect(movedTo(chain().steps[1]!, -2)).toBe('2026-12-04')
  })

  test('months ahead say what hands are wanted for', () => {
    const [november, december] = monthsAhead('2026-11-28', [], [chain()], [])
    expect(november!.asks).toBe('broad-leaved dock: gather')
    expect(december!.asks).toBe('broad-leaved dock: 2 pots')
    const three = [chain(), chain(), chain({ sourceName: 'madder' })]
    expect(monthsAhead('2026-11-28', [], three, [])[0]!.asks).toBe(
      'broad-leaved dock: gather 2 times; madder: gather',
    )
    expect(monthsAhead('2026-11-28', [], [], [])[0]!.asks).toBe('nothing that is known of')
  })
})

test('a plan grows out of a wish, and says what is missing', () => {
  const wish = {
    id: '01a0d3a4-0000-7000-8000-000000000001',
    rev: 1,
    createdAt: '',
    updatedAt: '',
    setAsideAt: null,
    words: 'a darker try',
    sourceId: null,
    jarId: null,
    agent: null,
    dueOn: null,
    fibreG: 100,
    depth: 'deep',
    doneOn: null,
  } as const
  const draft = planOfWish(wish, null)
  expect(draft).toMatchObject({ words: 'a darker try', wishId: wish.id })
  expect(draft.parts[0]).toMatchObject({ fibreG: 100, depth: 'deep' })
  expect(newPlanSchema.validate(planBody(draft)).error!.message).toContain('sourceId')
  expect(newPlanSchema.validate(planBody(blankPlan())).error).toBeDefined()
})

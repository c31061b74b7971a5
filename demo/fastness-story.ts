import { kOverSOf, reflectanceOfKOverS } from '../core/colour/kubelka-munk'
import { estimateReflectance } from '../core/colour/estimate-reflectance'
import type { Reflectance } from '../core/colour/spectrum'
import { windowLight } from '../core/fastness/window-light'
import { first, present } from '../core/present'
import type { Log } from '../server/services/log/log'
import { spectrumOf } from '../server/services/swatch/readings'
import { catalogueId } from '../shared/ids'
import type { NewFastnessTest, NewLook } from '../shared/schemas/fastness/fastness-test'
import type { Swatch } from '../shared/schemas/swatch/swatch'
import type { Act, StoryClock } from './act'
import { addDays } from './days'
import { BARE_LAB } from './truth'

/** Hours of window sun after which half is gone, and the share that stays: hidden, to be found again. */
const LIGHT_TRUTH: Record<string, { halfH: number; stays: number }> = {
  'tanacetum-vulgare/flowerHead': { halfH: 75, stays: 0.06 },
  'alnus-glutinosa/bark': { halfH: 2600, stays: 0.2 },
  'rumex-obtusifolius/root': { halfH: 420, stays: 0.1 },
}
/** How much of each hangs. */
const HANGING = [
  ['tanacetum-vulgare/flowerHead', 2],
  ['alnus-glutinosa/bark', 2],
  ['rumex-obtusifolius/root', 2],
] as const
const LATITUDE = 52
const [BEGUN, LOOKED, LOOKED_AGAIN] = [-84, -56, -21] as const

/** No piece is like another: what one lasts as a share of its source. */
const PIECES = [0.85, 1.2] as const

const BARE = estimateReflectance(BARE_LAB.wool)

/** What a piece looks like with so much of its dye left. */
const faded = (dyed: Reflectance, left: number): Reflectance => {
  const under = kOverSOf(BARE)
  return kOverSOf(dyed).map((ks, i) =>
    reflectanceOfKOverS(Math.max(0, under[i]! + left * (ks - under[i]!))),
  )
}

interface Story {
  log: Log
  clock: StoryClock
  today: string
  id: () => string
}

/** Strips in a south window, a wash, a rub, and vinegar on a lichen's purple. */
export function fastnessActs({ log, clock, today, id }: Story): Act[] {
  const later = () => (clock.now = new Date(+clock.now + 240_000))
  async function measured(source: string): Promise<Swatch[]> {
    const { items } = await log.swatches.page({
      sourceId: catalogueId(source),
      unread: false,
      aside: false,
      limit: 50,
    })
    return items
      .filter(({ readings }) => readings.some(({ reflectance }) => reflectance))
      .sort((a, b) => first(a.readings).lab.l - first(b.readings).lab.l)
  }
  const dyedOf = ({ readings }: Swatch) =>
    spectrumOf(present(readings.find(({ lightHours, wet }) => lightHours === null && !wet)))
  const colour = (reflectance: Reflectance) => ({
    reflectance: [...reflectance],
    wet: false,
    washed: true,
    by: 'reader' as const,
  })
  const hung: { testId: string; source: string; swatch: Swatch; lasts: number }[] = []
  const setKey = id()

  const look = (on: string, dyed: Reflectance, source: string, lasts: number): NewLook => {
    const { halfH, stays } = present(LIGHT_TRUTH[source])
    const { windowSunH } = windowLight(LATITUDE, [addDays(today, BEGUN), on], 'S', 'mixed')
    const left = stays + (1 - stays) * 2 ** (-windowSunH / (halfH * lasts))
    return { id: id(), on, open: colour(faded(dyed, left)), covered: colour(dyed) }
  }
  async function lookAtAll(on: string, more: { lookOn: string }) {
    for (const { testId, source, swatch, lasts } of hung) {
      later()
      const test = await log.fastnessTests.read(testId)
      const change = { look: look(on, dyedOf(swatch), source, lasts), ...more }
      await log.fastnessTests.change(testId, test.rev, change)
    }
  }
  async function test(told: Omit<NewFastnessTest, 'id'>): Promise<void> {
    later()
    await log.fastnessTests.create({ ...told, id: id() })
  }

  return [
    {
      on: addDays(today, BEGUN),
      run: async () => {
        for (const [source, count] of HANGING) {
          const own = (await measured(source)).slice(0, count)
          for (const [i, swatch] of own.entries()) {
            hung.push({ testId: id(), source, swatch, lasts: PIECES[i] ?? 1 })
          }
        }
        const shared = {
          kind: 'light' as const,
          setKey,
          place: 'kitchen window',
          begunOn: addDays(today, BEGUN),
          lookOn: addDays(today, LOOKED),
          light: { facing: 'S' as const, sky: 'mixed' as const },
        }
        for (const { testId, swatch } of hung) {
          later()
          await log.fastnessTests.create({ ...shared, id: testId, swatchId: swatch.id })
        }
      },
    },
    {
      on: addDays(today, LOOKED),
      run: () => lookAtAll(addDays(today, LOOKED), { lookOn: addDays(today, LOOKED_AGAIN) }),
    },
    {
      on: addDays(today, LOOKED_AGAIN),
      run: () => lookAtAll(addDays(today, LOOKED_AGAIN), { lookOn: addDays(today, -1) }),
    },
    {
      on: addDays(today, -20),
      run: async () => {
        const day = addDays(today, -20)
        for (const swatch of (await measured('ochrolechia-tartarea/thallus')).slice(0, 1)) {
          const dyed = dyedOf(swatch)
          await test({
            kind: 'drop',
            swatchId: swatch.id,
            begunOn: day,
            endedOn: day,
            drop: { agent: 'vinegar', words: '5 %' },
            looks: [
              {
                id: id(),
                on: day,
                state: 'dried',
                open: colour(reddened(dyed)),
                covered: colour(dyed),
              },
              {
                id: id(),
                on: day,
                state: 'rinsed',
                open: colour(faded(dyed, 0.985)),
                covered: colour(dyed),
              },
            ],
          })
        }
        for (const swatch of (await measured('tanacetum-vulgare/flowerHead')).slice(2, 3)) {
          const dyed = dyedOf(swatch)
          await test({
            kind: 'wash',
            swatchId: swatch.id,
            begunOn: day,
            endedOn: addDays(today, -14),
            wash: { tempC: 30, soap: 'wool soap' },
            looks: [1, 5, 10].map((times, i) => ({
              id: id(),
              on: addDays(day, 2 * (i + 1)),
              dose: { value: times, unit: 'times' as const },
              open: colour(faded(dyed, 2 ** (-times / 45))),
              stainStep: 4.5,
            })),
          })
        }
        for (const swatch of (await measured('alnus-glutinosa/bark')).slice(0, 1)) {
          await test({
            kind: 'rub',
            swatchId: swatch.id,
            begunOn: day,
            endedOn: day,
            looks: [
              { id: id(), on: day, state: 'dry', stainStep: 4.5 },
              { id: id(), on: day, state: 'damp', stainStep: 4 },
            ],
          })
        }
      },
    },
  ]
}

/** A purple under acid: less is taken from the red end, more from the green. */
const reddened = (dyed: Reflectance): Reflectance =>
  kOverSOf(dyed).map((ks, i) => reflectanceOfKOverS(ks * (i > 16 ? 0.45 : 1.15)))
